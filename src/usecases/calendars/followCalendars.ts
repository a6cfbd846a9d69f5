/** Keeping my calendar and those it follows the same: told of files, and of changes here; looked at every minute for the rest. */
import { isWithin } from '#core/files/paths';
import { FolderChanges } from '#files/changes';
import { allCalendars, type CalendarRow } from '#store/calendars';
import { lastSeqOf } from '#store/journal';
import type { Desk } from '../desk';
import { syncFollowed } from './followedCalendars';

/** Real ms. */
export const LOOK_MS = 60_000;
/** What is changed here rests so long before it is told there: more of it may follow. */
const RESTS_MS = 1500;

/** What of one makes it worth a look when it changes. */
const chosenOf = ({ place, password, takesNew }: CalendarRow) => JSON.stringify([place, password, takesNew]);

export class CalendarFollower {
  private readonly files: FolderChanges;
  private calendars: CalendarRow[] = [];
  /** The newest change of an event that is known. */
  private seen = 0;
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
    this.everyTimer = setInterval(() => this.want(this.calendars), LOOK_MS);
    this.look();
  }

  /** Something may have changed here: asked for with every commit, it is looked up now and then. */
  changed(): void {
    if (!this.stopped) this.restTimer ??= setTimeout(() => this.look(), RESTS_MS);
  }

  /** Which are followed, and whether anything is to be told there. */
  private look(): void {
    this.restTimer = undefined;
    if (this.stopped) return;
    const { db } = this.desk.store;
    const before = new Map(this.calendars.map((each) => [each.id, chosenOf(each)]));
    this.calendars = allCalendars(db);
    this.files.follow(this.calendars.flatMap(({ kind, place }) => (kind === 'file' ? [place] : [])));
    for (const each of this.calendars) if (before.get(each.id) !== chosenOf(each)) this.wanted.add(each.id);
    if (this.calendars.some(({ kind }) => kind === 'caldav')) {
      const seq = lastSeqOf(db, 'event');
      // What was taken in from there is no change of mine to be told there, and is found to be none.
      if (seq !== this.seen)
        for (const { id, kind } of this.calendars) if (kind === 'caldav') this.wanted.add(id);
      this.seen = seq;
    }
    if (this.wanted.size > 0) this.run();
  }

  private onFile(path: string): void {
    this.want(this.calendars.filter(({ kind, place }) => kind === 'file' && isWithin(path, place)));
  }

  private want(calendars: readonly CalendarRow[]): void {
    for (const { id } of calendars) this.wanted.add(id);
    if (this.wanted.size > 0) this.changed();
  }

  private run(): void {
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
    await Promise.all([this.working, this.files.close()]);
  }
}
