/** What the engine could not have happen at its moment, as it was last written down; empty while all goes well. */
import { noteChange } from './journal';
import { wakerTroubles } from './schema';
import type { Reading, Store } from './store';

export type WakerTrouble = typeof wakerTroubles.$inferSelect;

export const wakerTroublesIn = (db: Reading): WakerTrouble[] => db.select().from(wakerTroubles).all();

/** Puts these in place of those there are. */
export function replaceWakerTroubles(store: Store, troubles: readonly WakerTrouble[]): void {
  if (troubles.length === 0 && wakerTroublesIn(store.db).length === 0) return;
  store.write((tx) => {
    tx.delete(wakerTroubles).run();
    if (troubles.length > 0)
      tx.insert(wakerTroubles)
        .values([...troubles])
        .run();
    noteChange(tx, 'health', 'wakers');
  });
}
