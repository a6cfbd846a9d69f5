/** Rows of a batch exactly as they would be, to myself, now; they count for nothing. */
import { rowsOf } from '#store/batches';
import type { Departure } from '#store/departures';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { contextFor } from '../fields/context';
import { filledWith } from '../fields/fillMessage';
import { addLink } from '../links/linkFiles';
import { testCopy } from '../messages/testCopy';
import { readersAt } from '../people/readers';
import { batchContext, checkRow, type ReadyRow } from './checkBatch';

/** How many are taken at random. */
const SOME = 3;

function someOf<T>(all: readonly T[], count: number): T[] {
  const rest = [...all];
  const picked: T[] = [];
  while (picked.length < count && rest.length > 0)
    picked.push(...rest.splice(Math.floor(Math.random() * rest.length), 1));
  return picked;
}

/**
 * @param which the first row that can be scheduled as it is, or three of those at random
 * @throws (rejects) NotFound, Invalid; Refused where none can be
 */
export async function testBatch(desk: Desk, id: string, which: 'first' | 'three'): Promise<Departure[]> {
  const of = batchContext(desk, id);
  const good: ReadyRow[] = [];
  for (const row of rowsOf(desk.store.db, id)) {
    const ready = await checkRow(desk, of, row);
    if (ready.findings.every(({ severity }) => severity !== 'stop')) good.push(ready);
    if (which === 'first' && good.length > 0) break;
  }
  if (good.length === 0) throw new Refused('No row can be sent as it is.');
  const picked = which === 'first' ? good.slice(0, 1) : someOf(good, SOME);
  return desk.store.write((tx) =>
    picked.map((row) => {
      const message = { ...of.template, fields: row.fields };
      const [reader] = readersAt(desk, tx, [row.mailbox!]);
      const filled = filledWith(message, contextFor(desk, tx, message, reader, row.at ?? desk.now(tx)));
      const departure = testCopy(desk, tx, filled);
      for (const path of row.paths) addLink(desk, departure.messageId, { path });
      return departure;
    }),
  );
}
