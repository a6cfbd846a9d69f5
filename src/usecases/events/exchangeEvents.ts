/** Events from and to calendar files (iCalendar, RFC 5545). */
import type { EventWhen } from '#core/calendar/event';
import { writeEventFile, type EventEntry, type ReadEntry } from '#core/formats/eventFile';
import { allEvents, eventByUid, exceptionsOf, insertEvent, swapEvent, type EventRow } from '#store/events';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Stale } from '../errors';
import { undoable } from '../incoming/undoable';
import { newId } from '../newId';
import { readFileApart } from '../readApart';
import { followEvents } from './followEvents';
import { knownEvent, whenOf } from './knownEvent';
import { rebindMoved } from './rebind';
import { placedIn } from './writeEvent';

export const entryOf = (row: EventRow): EventEntry => ({
  uid: row.uid,
  occurrence: row.occurrence,
  when: whenOf(row),
  summary: row.summary,
  description: row.description,
  location: row.location,
  transparent: row.transparent,
  status: row.status,
  sequence: row.sequence,
  stamp: row.stamp,
  organizer: row.organizer,
  attendees: row.attendees,
});

/** One event with what stands for its times, or all, as a file. @throws NotFound */
export function exportEvents(desk: Desk, id?: string): string {
  const { db } = desk.store;
  const one = id === undefined ? undefined : knownEvent(db, id);
  const rows = one ? [one, ...exceptionsOf(db, [one.id])] : allEvents(db);
  return writeEventFile(rows.map(entryOf), desk.now());
}

export interface EventImport {
  added: number;
  changed: number;
  /** Said here later, or already like this. */
  kept: number;
  /** What of an event is not kept, with its name. */
  lost: { summary: string; what: string }[];
  /** What could not be taken in, in words. */
  unread: string[];
}

/** Whether what a file says is later than what is known (RFC 5546 §2.1.5). */
export const isLater = (
  entry: Pick<EventEntry, 'sequence' | 'stamp'>,
  known: Pick<EventEntry, 'sequence' | 'stamp'>,
): boolean =>
  entry.sequence > known.sequence || (entry.sequence === known.sequence && entry.stamp > known.stamp);

/** What a row holds of an entry. @throws Invalid where it never is */
export function columnsOf(entry: EventEntry, mine: string) {
  const { uid, occurrence, when, ...said } = entry;
  const own: EventWhen = when;
  return { uid, occurrence, ...said, ...own, ...placedIn(own, mine) };
}

/**
 * Takes what is said of an event, or of one of its times, where it is later than what is known.
 * @param mine IANA zone of my clock @param id of one that is not known @param always taken, whichever is later
 * @throws Invalid where it never is
 */
export function takeEntry(
  tx: Tx,
  entry: EventEntry,
  masterId: string | null,
  mine: string,
  now: number,
  id = newId(),
  always = false,
): { row: EventRow; what: 'added' | 'changed' | 'kept' } {
  const known = eventByUid(tx, entry.uid, entry.occurrence);
  if (!known) {
    const row = insertEvent(tx, { id, masterId, ...columnsOf(entry, mine), createdAt: now });
    return { row, what: 'added' };
  }
  const wasDeleted = known.deletedAt !== null;
  if (!wasDeleted && !always && !isLater(entry, known)) return { row: known, what: 'kept' };
  const row = swapEvent(tx, known, { ...columnsOf(entry, mine), masterId, deletedAt: null });
  if (!row) throw new Stale('event');
  rebindMoved(tx, known, row);
  return { row, what: wasDeleted ? 'added' : 'changed' };
}

/** So many are written in one go: others want to write, too. */
const AT_A_TIME = 500;

/**
 * Takes a file in. An event that is known, by its UID, is changed where the file says something later.
 * @throws (rejects) Invalid where it cannot be used, in words; Refused where it was stopped
 */
export async function importEvents(desk: Desk, text: string, signal?: AbortSignal): Promise<EventImport> {
  const { zone: mine } = desk.settings();
  const { events, unread } = await readFileApart('events', [text, mine, desk.now()], text.length, signal);
  if (events.length === 0 && unread.length === 0)
    throw new Invalid('There are no events in this file.', 'text');
  const result: EventImport = { added: 0, changed: 0, kept: 0, lost: [], unread: [...unread] };
  // An event before what stands for its times.
  const ordered = [...events].sort((a, b) => Number(a.occurrence !== '') - Number(b.occurrence !== ''));
  const said = new Map<string, WholeEvent>();
  for (const entry of ordered) {
    const known = said.get(entry.uid) ?? { occurrences: new Set() };
    known.occurrences.add(entry.occurrence);
    said.set(entry.uid, entry.occurrence === '' ? { ...known, master: entry } : known);
  }
  for (let from = 0; from < ordered.length; from += AT_A_TIME)
    takeSome(desk, ordered.slice(from, from + AT_A_TIME), said, result);
  return result;
}

/** All that a file says of one event. */
interface WholeEvent {
  occurrences: Set<string>;
  master?: ReadEntry;
}

/** What an event says later is all of it: what stood for its times before, and is not said any more, is over. */
export function endUnsaid(tx: Tx, master: EventRow, said: ReadonlySet<string>, now: number): EventRow[] {
  const over = exceptionsOf(tx, [master.id]).filter(({ occurrence }) => !said.has(occurrence));
  return over.map((row) => {
    const next = swapEvent(tx, row, { deletedAt: now });
    if (!next) throw new Stale('event');
    return next;
  });
}

/** @param said of each event, all that the file says of it */
function takeSome(
  desk: Desk,
  entries: readonly ReadEntry[],
  said: ReadonlyMap<string, WholeEvent>,
  result: EventImport,
): void {
  const { zone: mine } = desk.settings();
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const changed: EventRow[] = [];
    const ids = entries.map(({ uid, occurrence }) => eventByUid(tx, uid, occurrence)?.id ?? newId());
    undoable(desk, tx, { eventIds: ids }, () => {
      for (const [index, entry] of entries.entries()) {
        const master = entry.occurrence === '' ? undefined : eventByUid(tx, entry.uid);
        const whole = said.get(entry.uid)!.master;
        // Of an event that says something later here, its times are as that has them.
        if (master && whole && isLater(master, whole)) {
          result.kept++;
          continue;
        }
        try {
          const { lost, ...kept } = entry;
          const { row, what } = takeEntry(tx, kept, master?.id ?? null, mine, now, ids[index]);
          result[what]++;
          for (const words of lost) result.lost.push({ summary: entry.summary, what: words });
          if (what !== 'kept') changed.push(row);
          if (what === 'changed' && entry.occurrence === '')
            changed.push(...endUnsaid(tx, row, said.get(entry.uid)!.occurrences, now));
        } catch (error) {
          if (!(error instanceof Invalid)) throw error;
          result.unread.push(`“${entry.summary || entry.uid}”: ${error.message}`);
        }
      }
      for (const { id } of changed) noteChange(tx, 'event', id);
      followEvents(desk, tx, changed);
    });
  });
}
