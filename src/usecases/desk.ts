/** The desk: everything a use case needs, opened once a process. */
import { visitOrigin } from '#core/watch/visits';
import { readSandbox } from '#core/time/sandboxClock';
import { loadClock } from '#store/clock';
import { GroupCommit } from '#store/groupCommit';
import { lastBeat } from '#store/heartbeat';
import { readSettings, storeKind, type Settings } from '#store/settings';
import { databasePath, openStore, type Reading, type Store } from '#store/store';
import { defaultSettings } from './defaultSettings';

export interface Desk {
  readonly dataDir: string;
  readonly store: Store;
  /** For the engine, which commits much at once. */
  readonly group: GroupCommit;
  /** True where the sandbox clock rules. */
  readonly sandbox: boolean;
  /** Where others reach the product; undefined where they do not. */
  readonly visitOrigin?: string;
  /** What is done now can be undone by this key, given by who does it; usually it cannot. */
  readonly undoKey?: string;
  /** The time, epoch ms; from inside a transaction pass it. */
  now(db?: Reading): number;
  /** True where an engine has given a sign of life lately. */
  engineRuns(): boolean;
  settings(db?: Reading): Settings;
}

/** An engine silent for longer is taken for gone, real milliseconds. */
export const SILENCE_MS = 5000;

/**
 * Opens the desk on a migrated database.
 * @param dataDir the data folder
 * @throws AddressError or UnknownZoneError where OAK_FROM or OAK_ZONE cannot be used
 */
export function openDesk(dataDir: string): Desk {
  const store = openStore(databasePath(dataDir));
  const sandbox = storeKind(store.db) === 'sandbox';
  const defaults = defaultSettings();
  const engineRuns = () => Math.abs(Date.now() - lastBeat(dataDir)) < SILENCE_MS;
  return {
    dataDir,
    store,
    group: new GroupCommit(store),
    sandbox,
    visitOrigin: visitOrigin(process.env.OAK_ORIGIN),
    engineRuns,
    now(db = store.db) {
      const clock = sandbox ? loadClock(db) : undefined;
      return clock ? readSandbox(clock, Date.now(), engineRuns()) : Date.now();
    },
    settings: (db = store.db) => readSettings(db, defaults),
  };
}
