/** Being told when something is written in a folder: quick, and not always; who needs the truth looks as well. */
import { watch, type FSWatcher } from 'chokidar';

export class FolderChanges {
  private watcher: FSWatcher | undefined;
  private folders = new Set<string>();

  /** @param onChange told the folder or file that something happened to, and what kind of trouble there is with being told */
  constructor(
    private readonly onChange: (path: string) => void,
    private readonly onTrouble: (error: unknown) => void,
  ) {}

  /** From now on these, files or folders. */
  follow(paths: Iterable<string>): void {
    const next = new Set(paths);
    const fresh = [...next].filter((path) => !this.folders.has(path));
    const gone = [...this.folders].filter((path) => !next.has(path));
    this.folders = next;
    if (next.size === 0) return void this.close();
    if (!this.watcher) {
      // What is already there is looked at by whoever follows it.
      this.watcher = watch([], { ignoreInitial: true, depth: 0, followSymlinks: true });
      this.watcher.on('all', (_event, path) => this.onChange(path));
      this.watcher.on('error', this.onTrouble);
    }
    if (gone.length > 0) this.watcher.unwatch(gone);
    if (fresh.length > 0) this.watcher.add(fresh);
  }

  async close(): Promise<void> {
    const { watcher } = this;
    this.watcher = undefined;
    this.folders = new Set();
    await watcher?.close();
  }
}
