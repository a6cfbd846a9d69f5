/** Series as they are shown. */
import { seriesWords } from '#core/plan/kinds/series/words';
import { isEndless } from '#core/plan/kinds/series/moments';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import type { Choices } from '#core/plan/plan';
import { ownFieldsOf } from '#core/fields/fill';
import type { Missed, Review, SeriesState } from '#core/series/series';
import type { Departure } from '#store/departures';
import { findMessages, type Message } from '#store/messages';
import {
  allSeries,
  findSeries,
  leftOccurrences,
  leftOf,
  openOccurrences,
  type SeriesRow,
} from '#store/series';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { receivers } from '../messages/envelope';
import { plannedOccurrences } from './plannedOccurrences';

/** One occurrence with the departures it has. */
export interface OccurrenceView {
  /** RECURRENCE-ID, RFC 5545 §3.8.4.4: `2026-12-03T09:10:00`. */
  occurrence: string;
  /** When the first of its departures leaves or left, epoch ms. */
  at: number;
  differs: boolean;
  departures: {
    id: string;
    messageId: string;
    state: Departure['state'];
    pausedFor: Departure['pausedFor'];
  }[];
}

export interface SeriesView {
  id: string;
  revision: number;
  /** What it is made from. */
  messageId: string;
  name: string;
  subject: string;
  readers: { name: string; address: string }[];
  plan: SeriesPlan;
  choices: Choices;
  /** How it repeats, in words. */
  words: string;
  state: SeriesState;
  review: Review | null;
  fields: Record<string, Record<string, string>>;
  /** Own fields that its text has. */
  fieldNames: string[];
  /** When the next one leaves, and the last one left, epoch ms. */
  next: number | null;
  last: number | null;
  /** How many have left, and how many wait for a look. */
  left: number;
  /** How many are still to come; null where it never ends, or there are more than are counted here. */
  toCome: number | null;
  waiting: number;
  missed: Missed[];
  /** Those that left last, and those that are planned, soonest first. */
  occurrences: OccurrenceView[];
}

/** So many of those that have left are shown. */
const LEFT_SHOWN = 12;

function byOccurrence(departures: readonly Departure[]): OccurrenceView[] {
  const all = new Map<string, OccurrenceView>();
  for (const { id, messageId, occurrence, due, leftAt, state, pausedFor, differs } of departures) {
    const at = leftAt ?? due;
    const own = { id, messageId, state, pausedFor };
    const there = all.get(occurrence!);
    if (there) {
      there.departures.push(own);
      there.at = Math.min(there.at, at);
      there.differs ||= differs;
    } else all.set(occurrence!, { occurrence: occurrence!, at, differs, departures: [own] });
  }
  return [...all.values()].sort((a, b) => a.at - b.at);
}

/** Nobody waits for a longer count. */
const COUNTED = 500;

function toComeOf(desk: Desk, row: SeriesRow): number | null {
  if (row.state === 'ended') return 0;
  if (isEndless(row.plan)) return null;
  const count = plannedOccurrences(desk, desk.store.db, row, desk.now(), COUNTED).length;
  return count < COUNTED ? count : null;
}

function viewOf(desk: Desk, row: SeriesRow, message: Message): SeriesView {
  const { db } = desk.store;
  const { zone, hourCycle } = desk.settings();
  const open = openOccurrences(db, row.id);
  const { count, last } = leftOf(db, row.id);
  const pending = open.filter(({ state }) => state === 'scheduled' || state === 'held');
  const { id, revision, messageId, name, plan, choices, state, review, fields, missed } = row;
  return {
    id,
    revision,
    messageId,
    name: name || message.subject,
    subject: message.subject,
    readers: receivers(db, messageId).map((each) => ({ name: each.name, address: each.address })),
    plan,
    choices,
    words: seriesWords(plan, zone, hourCycle),
    state,
    review,
    fields,
    fieldNames: ownFieldsOf(message.subject, message.text),
    next: (pending[0] ?? open[0])?.due ?? null,
    last,
    left: count,
    toCome: toComeOf(desk, row),
    waiting: open.filter(({ pausedFor }) => pausedFor === 'review').length,
    missed,
    occurrences: byOccurrence([...(count > 0 ? leftOccurrences(db, id, LEFT_SHOWN) : []), ...open]),
  };
}

/** @throws NotFound */
export function readSeries(desk: Desk, id: string): SeriesView {
  const row = findSeries(desk.store.db, id);
  if (!row || row.deletedAt !== null) throw new NotFound('There is no such series.');
  return viewOf(desk, row, findMessages(desk.store.db, [row.messageId])[0]!);
}

export function listSeries(desk: Desk): SeriesView[] {
  const rows = allSeries(desk.store.db);
  const messages = new Map(
    findMessages(
      desk.store.db,
      rows.map(({ messageId }) => messageId),
    ).map((message) => [message.id, message]),
  );
  return rows.map((row) => viewOf(desk, row, messages.get(row.messageId)!));
}
