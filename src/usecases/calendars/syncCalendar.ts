/** Makes my calendar and one elsewhere the same, as far as both have changed since they last were. */
import { CalendarServerError } from '#caldav/client';
import { readStepFor, stepFor, type Step } from '#core/calendar/reconcile';
import { writeEventFile } from '#core/formats/eventFile';
import { forServer } from '#core/formats/keptParts';
import { dropItem, findCalendar, itemsElsewhere, itemsOf, putItem } from '#store/calendars';
import { eventByUid, eventsOfUid, swapEvent, type EventRow } from '#store/events';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Stale } from '../errors';
import { endUnsaid, entryOf, isLater, takeEntry } from '../events/exchangeEvents';
import { followEvents } from '../events/followEvents';
import { printOf, printsNow, type Rows } from './prints';
import type { RemoteCalendar, RemoteEvent, RemoteItem } from './remote';

export interface SyncResult {
  pulled: number;
  pushed: number;
  dropped: number;
  /** What was left for the next time: it changed on the way. */
  left: number;
  /** What could not be read or written, in words. */
  troubles: string[];
}

/** So many are written here in one go: others want to write, too. */
const AT_ONCE = 200;

const latest = (entries: readonly { sequence: number; stamp: number }[]) =>
  entries.reduce((a, b) => (isLater(b, a) ? b : a));

/** What stands there becomes what stands here. @throws Invalid where it never is */
function take(desk: Desk, tx: Tx, { entries }: RemoteEvent): EventRow[] {
  const { zone } = desk.settings(tx);
  const now = desk.now(tx);
  const ordered = [...entries].sort((a, b) => Number(a.occurrence !== '') - Number(b.occurrence !== ''));
  const said = new Set(ordered.map(({ occurrence }) => occurrence));
  const changed: EventRow[] = [];
  for (const { lost: _, ...entry } of ordered) {
    const master = entry.occurrence === '' ? undefined : eventByUid(tx, entry.uid);
    const masterId = master?.deletedAt === null ? master.id : null;
    const { row } = takeEntry(tx, entry, masterId, zone, now, undefined, true);
    changed.push(row);
    if (entry.occurrence === '') changed.push(...endUnsaid(tx, row, said, now));
  }
  return changed;
}

function dropHere(desk: Desk, tx: Tx, rows: Rows): EventRow[] {
  const now = desk.now(tx);
  return rows.map((row) => {
    const next = swapEvent(tx, row, { deletedAt: now });
    if (!next) throw new Stale('event');
    return next;
  });
}

function announce(desk: Desk, tx: Tx, changed: Rows): void {
  for (const { id } of changed) noteChange(tx, 'event', id);
  followEvents(desk, tx, changed);
}

interface Asked {
  uid: string;
  step: Step;
  there: RemoteItem | undefined;
  event: RemoteEvent | undefined;
  print: string | null;
}

/** @throws (rejects) as the calendar does, where it cannot be asked at all */
export async function syncCalendar(desk: Desk, id: string, remote: RemoteCalendar): Promise<SyncResult> {
  const { db } = desk.store;
  const calendar = findCalendar(db, id);
  const result: SyncResult = { pulled: 0, pushed: 0, dropped: 0, left: 0, troubles: [] };
  if (!calendar) return result;
  const listed = await remote.list();
  const agreed = itemsOf(db, id);
  const byHref = new Map(agreed.map((item) => [item.href, item]));
  const changed = listed.filter(({ href, etag }) => byHref.get(href)?.etag !== etag);
  const { events, unread } = await remote.read(changed.map(({ href }) => href));
  result.troubles.push(...unread);

  const there = new Map<string, RemoteItem>();
  for (const item of listed) {
    const known = byHref.get(item.href);
    if (known?.etag === item.etag) there.set(known.uid, item);
  }
  const readNow = new Map(events.map((event) => [event.uid, event]));
  for (const event of events) there.set(event.uid, event);
  // What changed there and cannot be read is left alone on both sides.
  const unreadable = new Set(
    changed.flatMap(({ href }) => {
      const known = byHref.get(href);
      return known && !there.has(known.uid) ? [known.uid] : [];
    }),
  );

  const elsewhere = itemsElsewhere(db, id);
  const known = new Map(agreed.map((item) => [item.uid, item]));
  const prints = await printsNow(desk, new Set([...known.keys(), ...there.keys()]), calendar.takesNew);
  const uids = new Set([...known.keys(), ...there.keys(), ...prints.keys()]);
  const decide = remote.write ? stepFor : readStepFor;
  const steps: Asked[] = [];
  for (const uid of uids) {
    if (elsewhere.has(uid) || unreadable.has(uid)) continue;
    const print = prints.get(uid) ?? null;
    const item = there.get(uid);
    const step = decide(known.get(uid), item?.etag ?? null, print);
    if (step !== 'none') steps.push({ uid, step, there: item, event: readNow.get(uid), print });
  }
  // Which of two is later is known once both are read.
  for (const each of steps) {
    if (each.step !== 'compare') continue;
    const rows = eventsOfUid(db, each.uid);
    const later = each.event && rows.length > 0 && isLater(latest(rows), latest(each.event.entries));
    if (!later) each.step = 'pull';
    else if (remote.write) each.step = 'push';
    // Of what is only read, what is known here from elsewhere, and later, stays.
    else each.step = known.has(each.uid) ? 'pull' : 'none';
  }
  applyHere(desk, id, steps, result);
  await applyThere(desk, id, remote, steps, result);
  return result;
}

/** What is done here, in one go for several; what has changed meanwhile waits for the next time. */
function applyHere(desk: Desk, id: string, all: readonly Asked[], result: SyncResult): void {
  const steps = all.filter(({ step }) => step === 'pull' || step === 'drop-here' || step === 'forget');
  for (let from = 0; from < steps.length; from += AT_ONCE)
    desk.store.write((tx) => {
      if (!findCalendar(tx, id)) return;
      const done: EventRow[] = [];
      for (const { uid, step, event, print } of steps.slice(from, from + AT_ONCE)) {
        const rows = eventsOfUid(tx, uid);
        if (printOf(rows) !== print) {
          result.left++;
          continue;
        }
        if (step === 'forget') dropItem(tx, { calendarId: id, uid });
        if (step === 'drop-here') {
          done.push(...dropHere(desk, tx, rows));
          dropItem(tx, { calendarId: id, uid });
          result.dropped++;
        }
        if (step !== 'pull' || !event) continue;
        try {
          done.push(...desk.store.write((inner) => take(desk, inner, event)));
          const { href, etag } = event;
          putItem(tx, { calendarId: id, uid, href, etag, print: printOf(eventsOfUid(tx, uid)) ?? '' });
          result.pulled++;
        } catch (error) {
          if (!(error instanceof Invalid)) throw error;
          result.troubles.push(`“${event.entries[0]!.summary || uid}”: ${error.message}`);
        }
      }
      announce(desk, tx, done);
    });
}

/** What is done there, one by one: each is known to be done before the next begins. */
async function applyThere(
  desk: Desk,
  id: string,
  remote: RemoteCalendar,
  steps: readonly Asked[],
  result: SyncResult,
): Promise<void> {
  const { write } = remote;
  if (!write) return;
  for (const { uid, step, there, event } of steps) {
    if (step !== 'push' && step !== 'drop-there') continue;
    try {
      if (step === 'drop-there') {
        await write.remove(there!);
        desk.store.write((tx) => dropItem(tx, { calendarId: id, uid }));
        result.dropped++;
        continue;
      }
      const rows = eventsOfUid(desk.store.db, uid);
      const print = printOf(rows);
      // Deleted in this moment: the next time it is taken out there.
      if (print === null) {
        result.left++;
        continue;
      }
      const text = writeEventFile(rows.map(entryOf), desk.now());
      const before = there && (event?.text ?? (await remote.read([there.href])).events[0]?.text);
      const put = await write.put(uid, forServer(text, before), there);
      desk.store.write((tx) => {
        if (findCalendar(tx, id)) putItem(tx, { calendarId: id, uid, ...put, print });
      });
      result.pushed++;
    } catch (error) {
      if (!(error instanceof CalendarServerError)) throw error;
      if (error.kind === 'unreachable') throw error;
      if (error.kind === 'changed') result.left++;
      else result.troubles.push(`“${eventsOfUid(desk.store.db, uid)[0]?.summary ?? uid}”: ${error.message}`);
    }
  }
}
