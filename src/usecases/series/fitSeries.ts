/**
 * The departures of a series fitted to what it says: those of the next weeks are there, and what nobody has touched is made
 * anew where it says something else. What has left, or was changed by hand, stays as it is.
 */
import { addressKey } from '#core/message/address';
import { PENDING_STATES } from '#core/departure/states';
import { baseSubject } from '#core/reply/threading';
import { AHEAD_MS, MISSED_KEPT, MOST_AHEAD } from '#core/series/series';
import { noteDue } from '#store/clock';
import { departuresOf, insertDeparture, type Departure } from '#store/departures';
import { setDeliveries } from '#store/deliveries';
import { forgetDeleted } from '#store/expired';
import { noteChange } from '#store/journal';
import { findMessage, type Message } from '#store/messages';
import {
  findSeries,
  setDiffers,
  occurrencesFrom,
  openOccurrences,
  swapSeries,
  type SeriesRow,
} from '#store/series';
import type { Tx } from '#store/store';
import { insertThread } from '#store/threads';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { Stale } from '../errors';
import { deriveWhole } from '../messages/deriveMessage';
import { newId } from '../newId';
import { watchAsUsual } from '../watches/usualWatch';
import { plannedOccurrences, type WantedCopy, type WantedOccurrence } from './plannedOccurrences';
import { reviewNext, reviewOccurrences } from './reviewOccurrences';

/** Nobody has touched it, and nothing has begun: it says no more than its series does. */
const isUntouched = ({ state, pausedFor, differs, attempts }: Departure): boolean =>
  !differs && attempts === 0 && (state === 'scheduled' || (state === 'paused' && pausedFor === 'review'));

const LEAVES_WITHIN_MS = 60_000;
const DAY_MS = 86_400_000;

/** Neither has any of the copies of its message: that and all of them can go, and be made anew. */
const isFree = (tx: Tx, each: Departure): boolean =>
  isUntouched(each) && departuresOf(tx, each.messageId).every(isUntouched);

/** A message for one occurrence, with the watch that is set on the series. */
function messageFor(desk: Desk, tx: Tx, template: Message, now: number): Message {
  const threadId = template.inReplyTo === null ? newId() : template.threadId;
  if (template.inReplyTo === null) insertThread(tx, threadId, baseSubject(template.subject));
  const own = deriveWhole(tx, template, now, { threadId, plan: null, choices: null });
  // Nothing where it is waited for already.
  watchAsUsual(desk, tx, own);
  return own;
}

const keyOf = (occurrence: string, reader: string | null) =>
  `${occurrence} ${reader === null ? '' : addressKey(reader)}`;

function insertOccurrence(
  desk: Desk,
  tx: Tx,
  series: SeriesRow,
  { occurrence }: WantedOccurrence,
  copies: readonly WantedCopy[],
  now: number,
): Departure[] {
  const message = messageFor(desk, tx, findMessage(tx, series.messageId)!, now);
  const { ifTheyWriteFirst, ifOff } = series.choices;
  return copies.map(({ at, plan, reader, addresses }) => {
    const draft = insertDeparture(tx, {
      id: newId(),
      messageId: message.id,
      seriesId: series.id,
      occurrence,
      reader,
      plan,
      ifTheyWriteFirst,
      ifOff: ifOff.kind === 'their-day' ? null : ifOff,
      state: 'draft',
      createdAt: now,
      meant: at,
      due: at,
    });
    setDeliveries(tx, draft.id, addresses);
    return applyEvent(tx, draft, 'plan', now);
  });
}

/** They and their messages were never there. */
function forget(tx: Tx, gone: readonly Departure[]): void {
  if (gone.length === 0) return;
  forgetDeleted(tx, [...new Set(gone.map(({ messageId }) => messageId))]);
  for (const { id } of gone) noteChange(tx, 'departure', id);
}

/** It did not leave, since nothing was running, or as it is said; it never will. @param why in words */
export function miss(
  tx: Tx,
  series: SeriesRow,
  late: readonly Departure[],
  now: number,
  why?: string,
): SeriesRow {
  if (late.length === 0) return series;
  for (const each of late) applyEvent(tx, each, 'drop', now, {}, why ?? 'missed');
  const missed = [
    ...series.missed,
    ...late.map(({ occurrence, meant }) => ({ occurrence: occurrence!, at: meant, why })),
  ];
  const kept = [...new Map(missed.map((each) => [each.occurrence, each])).values()].slice(-MISSED_KEPT);
  const next = swapSeries(tx, series, { missed: kept });
  if (!next) throw new Stale('series');
  noteChange(tx, 'departure', series.id);
  return next;
}

const isLate = (now: number) => (each: Departure) =>
  each.due < now &&
  each.attempts === 0 &&
  (PENDING_STATES.includes(each.state) || (each.state === 'paused' && each.pausedFor === 'late'));

/** Of several whose moment has passed only the latest is still to be decided about, never a flood of them. */
export function missEarlier(tx: Tx, seriesId: string, now: number): void {
  const series = findSeries(tx, seriesId);
  const late = openOccurrences(tx, seriesId).filter(isLate(now));
  const latest = late.at(-1)?.occurrence;
  if (series)
    miss(
      tx,
      series,
      late.filter(({ occurrence }) => occurrence !== latest),
      now,
    );
}

/** So many at a time are looked at. */
const AT_A_TIME = 1000;

/** The last that came since it was looked at, of however many there were. */
function lastPassed(desk: Desk, tx: Tx, seen: SeriesRow, now: number): WantedOccurrence[] {
  const from = (at: number) =>
    plannedOccurrences(desk, tx, seen, at, AT_A_TIME).filter((each) => each.at <= now);
  let passed = from(seen.madeUntil + 1);
  while (passed.length === AT_A_TIME) {
    const more = from(passed.at(-1)!.at + 1);
    if (more.length === 0) break;
    passed = more;
  }
  return passed;
}

/** What came due while nothing was running for so long that it had not even been made: the latest asks. */
function makeMissed(desk: Desk, tx: Tx, seen: SeriesRow, now: number): SeriesRow {
  if (seen.madeUntil >= now) return seen;
  const passed = lastPassed(desk, tx, seen, now);
  const there = new Set(
    passed.length > 0
      ? occurrencesFrom(tx, seen.id, passed[0]!.occurrence).map(({ occurrence }) => occurrence)
      : [],
  );
  const unmade = passed.filter(({ occurrence }) => !there.has(occurrence));
  const latest = unmade.at(-1);
  if (!latest) return seen;
  const missed = [...seen.missed, ...unmade.slice(0, -1).map(({ occurrence, at }) => ({ occurrence, at }))];
  const series = swapSeries(tx, seen, { missed: missed.slice(-MISSED_KEPT) });
  if (!series) throw new Stale('series');
  for (const made of insertOccurrence(desk, tx, series, latest, latest.copies, now))
    applyEvent(tx, made, 'too-late', now, { pausedFor: 'late' });
  missEarlier(tx, seen.id, now);
  return findSeries(tx, seen.id)!;
}

/** Gives those that are wanted their departures, and takes away those that are not wanted any more. */
function fitDepartures(
  desk: Desk,
  tx: Tx,
  series: SeriesRow,
  wanted: readonly WantedOccurrence[],
  now: number,
) {
  const open = openOccurrences(tx, series.id);
  const [first] = wanted;
  const known = first ? occurrencesFrom(tx, series.id, first.occurrence) : [];
  const there = new Map([...known, ...open].map((each) => [keyOf(each.occurrence!, each.reader), each]));
  const asWanted = new Set<string>();
  const missing: [WantedOccurrence, WantedCopy[]][] = [];
  for (const each of wanted) {
    const without = each.copies.filter(({ at, plan, reader }) => {
      const own = there.get(keyOf(each.occurrence, reader));
      const same = own && JSON.stringify(own.plan) === JSON.stringify(plan) && own.due === at;
      // What is its own stays, and what says the same needs no other.
      if (own && (same || !isFree(tx, own))) asWanted.add(own.id);
      return !own || !asWanted.has(own.id);
    });
    if (without.length > 0) missing.push([each, without]);
  }
  forget(
    tx,
    open.filter((each) => each.meant > now && !asWanted.has(each.id) && isFree(tx, each)),
  );
  for (const [each, copies] of missing) insertOccurrence(desk, tx, series, each, copies, now);
}

/** Nothing of it leaves by itself: what was not touched is not there, the rest stands still, or ends. */
function stand(tx: Tx, series: SeriesRow, now: number): void {
  const open = openOccurrences(tx, series.id);
  // What waits for a look past its moment could not be made anew when the series goes on.
  const gone = (each: Departure) => series.state === 'ended' || each.meant > now;
  const free = open.filter((each) => gone(each) && isFree(tx, each));
  forget(tx, free);
  for (const each of open.filter((own) => !free.includes(own) && PENDING_STATES.includes(own.state)))
    if (series.state === 'paused')
      applyEvent(tx, each, 'pause', now, { pausedFor: 'me', reason: 'Its series is paused.' });
    else applyEvent(tx, each, 'drop', now, {}, 'its series has ended');
}

/** After its last one a series is over: looked at once that has had the time to leave, and where it waits for somebody daily. */
function lookAgain(open: readonly Departure[], now: number): number {
  const after = Math.max(...open.map(({ due }) => due)) + LEAVES_WITHIN_MS;
  return after > now ? after : now + DAY_MS;
}

export function fitSeries(desk: Desk, tx: Tx, id: string): SeriesRow {
  const now = desk.now(tx);
  const seen = findSeries(tx, id)!;
  noteChange(tx, 'departure', id);
  if (seen.state !== 'active') {
    stand(tx, seen, now);
    return swapSeries(tx, seen, { next: null })!;
  }
  const series = makeMissed(desk, tx, seen, now);
  const planned = plannedOccurrences(desk, tx, series, now, MOST_AHEAD + 1);
  const near = planned.filter(({ at }, n) => n < MOST_AHEAD && (n === 0 || at <= now + AHEAD_MS));
  fitDepartures(desk, tx, series, near, now);
  reviewOccurrences(desk, tx, series, now);
  const open = openOccurrences(tx, id);
  const beyond = planned[near.length];
  // Where so many stand in a row that more cannot be, the next is made as the first leaves.
  const more = beyond && Math.max(now + 1, near.length >= MOST_AHEAD ? near[0]!.at : beyond.at - AHEAD_MS);
  const over = planned.length === 0 && open.length === 0;
  const last = !beyond && open.length > 0 ? lookAgain(open, now) : undefined;
  const moments = [more, last, reviewNext(series, open, now)].filter((at) => at !== undefined);
  const next = over || moments.length === 0 ? null : Math.min(...moments);
  const fitted = swapSeries(tx, series, {
    next,
    madeUntil: Math.max(now, near.at(-1)?.at ?? now),
    ...(over && { state: 'ended' as const, endedAt: now }),
  });
  if (!fitted) throw new Stale('series');
  if (next !== null) noteDue(tx, next);
  return fitted;
}

/** What somebody has written into one occurrence is its own; what is written into a series is in all that come. */
export function followEdit(desk: Desk, tx: Tx, messageId: string): void {
  const own = departuresOf(tx, messageId).filter(
    ({ seriesId, state }) => seriesId !== null && state !== 'ended',
  );
  if (own.length > 0)
    setDiffers(
      tx,
      own.map(({ id }) => id),
      true,
    );
  const seriesId = findMessage(tx, messageId)?.seriesId;
  if (seriesId) makeAnew(desk, tx, seriesId);
}

/** What nobody has touched is made anew from what its series says by now: its text, its readers, what is attached. */
export function makeAnew(desk: Desk, tx: Tx, id: string): SeriesRow {
  const now = desk.now(tx);
  forget(
    tx,
    openOccurrences(tx, id).filter((each) => each.meant > now && isFree(tx, each)),
  );
  return fitSeries(desk, tx, id);
}
