/** Making and marking the database before any process opens it. */
import { markStoreKind, storeKind, type StoreKind } from '../store/settings';
import { saveClock } from '../store/clock';
import { databasePath, migrateStore, openStore } from '../store/store';

/** The database is of the other kind. `message` says how to go on. */
export class WrongKind extends Error {}

/**
 * Migrates the database in a data folder and marks a new one.
 * @param sandboxStart where the sandbox clock of a new sandbox stands, epoch ms
 * @returns true where the database is new
 * @throws WrongKind where a sandbox is asked for and it is a real one, or the other way round
 */
export function prepareData(dataDir: string, kind: StoreKind, sandboxStart?: number): boolean {
  const path = databasePath(dataDir);
  migrateStore(path);
  const store = openStore(path);
  try {
    const present = storeKind(store.db);
    if (present && present !== kind) {
      throw new WrongKind(
        present === 'sandbox'
          ? `${path} holds the demo's sandbox: its clock is not the real one, so it is not used for real mail. Set OAK_DATA to another folder.`
          : `${path} holds real mail, so the demo leaves it alone. Set OAK_DATA to another folder.`,
      );
    }
    if (present) return false;
    store.write((tx) => {
      markStoreKind(tx, kind);
      if (kind === 'sandbox') {
        const anchor = sandboxStart ?? Date.now();
        saveClock(tx, { realAnchor: Date.now(), anchor, rate: 1, target: null, barrier: null });
      }
    });
    return true;
  } finally {
    store.close();
  }
}
