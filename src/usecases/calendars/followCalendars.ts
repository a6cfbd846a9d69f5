/** Keeping my calendar and those it follows the same: told of files, and of changes here; looked at every minute for the rest. */
import { isWithin } from '#core/files/paths';
import { FolderChanges } from '#files/changes';
import { allCalendars, type CalendarRow } from '#store/calendars';
import type { Desk } from '../desk';
import { followChanges, type Follower } from '../followChanges';
import { syncFollowed } from './followedCalendars';

/** Real ms. */
export const LOOK_MS = 60_000;
/** What is changed here rests so long before it is told there: more of it may follow. */
const RESTS_MS = 1500;

export class CalendarFollower {
  private readonly files: FolderChanges;
  private follower: Follower | undefined;
  private calendars: CalendarRow[] = [];
  private everyTimer: NodeJS.Timeout | undefined;
  private restTimer: NodeJS.Timeout | undefined;
  private readonly wanted = new Set<string>();
  private working: Promise<unknown> = Promise.resolve();
  private stopped = false;

  constructor(
    private readonly desk: Desk,
    private readonly told: (what: string, error: unknown) => void,
  ) {
    this.files = new FolderChanges(
      (path) => this.onFile(path),
      (error) => told('calendar files are not told of', error),
    );
  }

  start(): void {
    this.everyTimer = setInterval(() => this.all(), LOOK_MS);
    this.follower = followChanges(this.desk, (changes) => {
      if (changes.some(({ topic }) => topic === 'calendar')) this.look();
      // What was taken in from there is no change of mine to be told there, and is found to be none.
      if (changes.some(({ topic }) => topic === 'event'))
        this.want(this.calendars.filter(({ kind }) => kind === 'caldav'));
    });
    this.look();
    this.all();
  }

  /** Which are followed may have changed. */
  private look(): void {
    const before = new Set(this.calendars.map(({ id }) => id));
    this.calendars = allCalendars(this.desk.store.db);
    this.files.follow(this.calendars.flatMap(({ kind, place }) => (kind === 'file' ? [place] : [])));
    this.want(this.calendars.filter(({ id }) => !before.has(id)));
  }

  private onFile(path: string): void {
    this.want(this.calendars.filter(({ kind, place }) => kind === 'file' && isWithin(path, place)));
  }

  private all(): void {
    this.want(this.calendars);
  }

  private want(calendars: readonly CalendarRow[]): void {
    for (const { id } of calendars) this.wanted.add(id);
    if (this.wanted.size > 0 && !this.stopped) this.restTimer ??= setTimeout(() => this.run(), RESTS_MS);
  }

  private run(): void {
    this.restTimer = undefined;
    const ids = [...this.wanted];
    this.wanted.clear();
    this.working = this.working.then(async () => {
      for (const id of ids) {
        if (this.stopped) return;
        await syncFollowed(this.desk, id).catch((error: unknown) => this.told(id, error));
      }
    });
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearInterval(this.everyTimer);
    clearTimeout(this.restTimer);
    this.follower?.stop();
    await Promise.all([this.working, this.files.close()]);
  }
}
