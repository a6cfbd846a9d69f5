/** Fingerprints of events, to tell whether one has changed since two calendars agreed. */
import { createHash } from 'node:crypto';
import { eventMarks, eventsOfUid, type EventRow } from '#store/events';
import type { Desk } from '../desk';
import { entryOf } from '../events/exchangeEvents';
import { inTurns } from '../inTurns';

export type Rows = readonly EventRow[];

/** What tells whether an event has changed here; null where it is not here. @param rows all that is said of it */
export const printOf = (rows: Rows): string | null =>
  rows.length > 0
    ? createHash('sha256')
        .update(JSON.stringify(rows.map(entryOf)))
        .digest('base64url')
        .slice(0, 22)
    : null;

/** What was reckoned before, by the marks of the rows it was reckoned of. */
const reckoned = new WeakMap<Desk['store'], Map<string, { mark: string; print: string }>>();

/**
 * Of what is here of these events, or of all. Only what has changed since it was asked last is reckoned, and in pieces: others have their turn.
 */
export async function printsNow(
  desk: Desk,
  uids: ReadonlySet<string>,
  all: boolean,
): Promise<Map<string, string>> {
  const { store } = desk;
  const before = reckoned.get(store) ?? new Map<string, { mark: string; print: string }>();
  const marks = [...eventMarks(store.db)].filter(([uid]) => all || uids.has(uid));
  await inTurns(
    marks.filter(([uid, mark]) => before.get(uid)?.mark !== mark),
    (some) => {
      for (const [uid, mark] of some) {
        const print = printOf(eventsOfUid(store.db, uid));
        if (print !== null) before.set(uid, { mark, print });
      }
    },
  );
  reckoned.set(store, before);
  return new Map(marks.flatMap(([uid]) => (before.has(uid) ? [[uid, before.get(uid)!.print]] : [])));
}
