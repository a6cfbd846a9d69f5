/** Having departures made when files change: told by the system for speed, and looked at every few minutes for truth. */
import { folderOf, isPattern, isWithin } from '#core/files/paths';
import { FolderChanges } from '#files/changes';
import { namedFiles } from '#files/folder';
import { troubleOf } from '#files/handle';
import { activeFileWatches, findFileWatch, type FileWatch } from '#store/fileWatches';
import type { Desk } from '../desk';
import { Stale } from '../errors';
import { usableFolders } from '../links/allowedFolders';
import { isTooSoon, lookAtFile, type Looked } from './lookAtFile';

/** Real ms. Whatever is not told is found by then. */
export const LOOK_MS = 120_000;
/** What looks the same from outside is read again after so long. */
const READ_MS = 1_800_000;
/** What is being written, or waits for its turn, is looked at again so soon. */
const AGAIN_MS = 1000;
const SYNC_MS = 200;

/** What is there, as it looks from outside. */
async function lookOf({ plan }: FileWatch, folders: readonly string[]): Promise<string> {
  try {
    const files = await namedFiles(plan.path, 'all', folders);
    return JSON.stringify(files.map(({ name, size, modifiedAt }) => [name, size, modifiedAt]));
  } catch (error) {
    return troubleOf(error);
  }
}

export class FileFollower {
  private readonly changes: FolderChanges;
  private watches: FileWatch[] = [];
  /** How each looked when it was read last, and when that was, real ms. */
  private readonly read = new Map<string, { look: string; at: number; result: Looked | 'failed' }>();
  private readonly wanted = new Set<string>();
  private timer: NodeJS.Timeout | undefined;
  private syncing: NodeJS.Timeout | undefined;
  private everyTimer: NodeJS.Timeout | undefined;
  private working: Promise<void> = Promise.resolve();
  private stopped = false;

  constructor(
    private readonly desk: Desk,
    private readonly told: (what: string, error: unknown) => void,
    private readonly lookMs = LOOK_MS,
  ) {
    this.changes = new FolderChanges(
      (path) => this.onChange(path),
      (error) => told('files are not told of', error),
    );
  }

  start(): void {
    this.everyTimer = setInterval(() => this.all(), this.lookMs);
    this.sync();
    this.all();
  }

  /** What is watched may have changed; asked for with every commit, it is looked up now and then. */
  changed(): void {
    this.syncing ??= setTimeout(() => this.sync(), SYNC_MS);
  }

  private sync(): void {
    clearTimeout(this.syncing);
    this.syncing = undefined;
    if (this.stopped) return;
    const before = new Map(this.watches.map(({ id, revision }) => [id, revision]));
    this.watches = activeFileWatches(this.desk.store.db);
    for (const { id, revision, known } of this.watches)
      if (before.get(id) !== revision || known === null) this.want(id);
    this.changes.follow(
      this.watches.map(({ plan }) => (isPattern(plan.path) ? folderOf(plan.path) : plan.path)),
    );
  }

  private onChange(path: string): void {
    for (const { id, plan } of this.watches) {
      const base = isPattern(plan.path) ? folderOf(plan.path) : plan.path;
      if (isWithin(path, base)) this.want(id);
    }
  }

  private all(): void {
    for (const { id } of this.watches) this.wanted.add(id);
    this.run(0);
  }

  private want(id: string): void {
    // It looks other than before, whatever that was.
    this.read.delete(id);
    this.wanted.add(id);
    this.run(0);
  }

  private run(ms: number): void {
    if (this.stopped) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.working = this.working
        .then(() => this.look())
        .catch((error: unknown) => this.told('files', error));
    }, ms);
  }

  private async look(): Promise<void> {
    const asked = this.watches.filter(({ id }) => this.wanted.has(id));
    this.wanted.clear();
    if (asked.length === 0 || this.stopped) return;
    const folders = await usableFolders(this.desk);
    for (const watch of asked) {
      if (this.stopped) return;
      const look = await lookOf(watch, folders);
      const before = this.read.get(watch.id);
      const rests = before && ['same', 'made'].includes(before.result);
      if (rests && before.look === look && Date.now() - before.at < READ_MS) continue;
      // It has been read and waits for its turn: nothing is learnt by reading it each second.
      const waits = before?.result === 'later' && before.look === look && this.waitsFor(watch.id);
      const result = waits ? 'later' : await this.lookAt(watch.id, folders);
      if (!waits) this.read.set(watch.id, { look, at: Date.now(), result });
      if (result === 'busy' || result === 'later') this.wanted.add(watch.id);
    }
    if (this.wanted.size > 0) this.run(AGAIN_MS);
  }

  private waitsFor(id: string): boolean {
    const watch = findFileWatch(this.desk.store.db, id);
    return watch?.state === 'watching' && isTooSoon(watch, this.desk.now());
  }

  /** What fails, or was overtaken, is looked at again with the others. */
  private async lookAt(id: string, folders: readonly string[]): Promise<Looked | 'failed'> {
    try {
      return await lookAtFile(this.desk, id, folders);
    } catch (error) {
      if (!(error instanceof Stale)) this.told(id, error);
      return 'failed';
    }
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    clearTimeout(this.syncing);
    clearInterval(this.everyTimer);
    await Promise.all([this.working, this.changes.close()]);
  }
}
