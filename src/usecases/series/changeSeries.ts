/** What a person can do to a series: change it, stop it and set it going, leave occurrences out, end it. */
import { shorten } from '#core/plan/kinds/onClocks';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import type { Choices } from '#core/plan/plan';
import { occurrenceId } from '#core/recurrence/series';
import type { Review } from '#core/series/series';
import { endBefore } from '#core/series/split';
import { toInstant } from '#core/time/wallClock';
import { forgetDeleted } from '#store/expired';
import { noteChange } from '#store/journal';
import { findMessage, swapMessage } from '#store/messages';
import {
  findSeries,
  insertSeries,
  occurrencesFrom,
  moveOccurrence,
  openOccurrences,
  setTemplate,
  swapSeries,
  type SeriesRow,
} from '#store/series';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { keptPlan } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { deriveWhole } from '../messages/deriveMessage';
import { readIntent } from '../messages/intent';
import { newId } from '../newId';
import { checkToCome } from './beginSeries';
import { fitSeries, makeAnew } from './fitSeries';
import { plannedOccurrences } from './plannedOccurrences';

/** So many occurrences can be left out at once. */
const MOST_SKIPPED = 1000;

/** @throws NotFound, Stale */
function change(
  desk: Desk,
  id: string,
  revision: number | undefined,
  work: (tx: Tx, seen: SeriesRow, now: number) => SeriesRow,
): SeriesRow {
  return desk.store.write((tx) => {
    const seen = findSeries(tx, id);
    if (!seen || seen.deletedAt !== null) throw new NotFound('There is no such series.');
    if (revision !== undefined && revision !== seen.revision) throw new Stale('series');
    return work(tx, seen, desk.now(tx));
  });
}

function swapped(tx: Tx, seen: SeriesRow, patch: Partial<SeriesRow>): SeriesRow {
  const next = swapSeries(tx, seen, patch);
  if (!next) throw new Stale('series');
  noteChange(tx, 'departure', seen.id);
  return next;
}

const stillGoing = ({ state }: SeriesRow) => {
  if (state === 'ended') throw new Refused('This series has ended. Duplicate it to begin again.');
};

/** What was left out as it was somebody's own is there again where the plan has it: as the series has it now. */
function takeInAgain(tx: Tx, before: SeriesRow, plan: SeriesPlan): void {
  const out = new Set((plan.exdate ?? []).map(occurrenceId));
  const back = (before.plan.exdate ?? []).map(occurrenceId).filter((each) => !out.has(each));
  for (const occurrence of back) {
    const own = occurrencesFrom(tx, before.id, occurrence).filter((each) => each.occurrence === occurrence);
    if (own.length > 0 && own.every(({ state, leftAt }) => state === 'ended' && leftAt === null))
      forgetDeleted(tx, [...new Set(own.map(({ messageId }) => messageId))]);
  }
}

export interface SeriesPatch {
  name?: string;
  plan?: SeriesPlan;
  choices?: Partial<Choices>;
  review?: Review | null;
  /** Own fields with a value per occurrence; under no occurrence at all, the usual one. */
  fields?: Record<string, Record<string, string>>;
  /** This occurrence and all that follow: those become a series of their own. All where it is not said. */
  from?: string;
}

/**
 * Changes all that has not left, or what is from one occurrence on; what has left is not sent again.
 * @returns the series that is changed: a new one where it is only what follows
 * @throws NotFound, Stale, Invalid; Refused where it has ended
 */
export function changeSeries(desk: Desk, id: string, patch: SeriesPatch, revision?: number): SeriesRow {
  return change(desk, id, revision, (tx, seen, now) => {
    stillGoing(seen);
    const series =
      patch.from === undefined ? seen : splitSeries(desk, tx, seen, occurrenceId(patch.from), now);
    const { name, plan, review, choices } = patch;
    const next = swapped(tx, series, {
      ...(name !== undefined && { name }),
      ...(plan && { plan: keptPlan(desk, tx, plan) as SeriesPlan }),
      ...(review !== undefined && { review }),
      ...(choices && { choices: { ...series.choices, ...choices } }),
      ...(patch.fields && { fields: patch.fields }),
    });
    if (plan) takeInAgain(tx, series, next.plan);
    if (plan || choices) checkToCome(desk, tx, next.messageId, next.plan, next.choices);
    return makeAnew(desk, tx, next.id);
  });
}

/** Ends a series before an occurrence, and has another one go on from there. */
function splitSeries(desk: Desk, tx: Tx, seen: SeriesRow, from: string, now: number): SeriesRow {
  if (seen.plan.around)
    throw new Refused('It goes with an event: change that from there on, or this series as a whole.');
  if (occurrencesFrom(tx, seen.id, from).some(({ leftAt }) => leftAt !== null))
    throw new Refused('Some of what follows has left already; choose a later one.');
  const template = findMessage(tx, seen.messageId)!;
  const own = deriveWhole(tx, template, now);
  const [before, after] = endBefore(seen.plan, from);
  const id = newId();
  const follows = insertSeries(tx, {
    ...seen,
    id,
    messageId: own.id,
    plan: keptPlan(desk, tx, after) as SeriesPlan,
    madeUntil: now,
    missed: [],
    next: null,
    revision: 1,
    createdAt: now,
  });
  setTemplate(tx, own.id, id);
  // What is its own goes along: it is an occurrence of the one that follows now.
  for (const each of openOccurrences(tx, seen.id))
    if (each.occurrence! >= from && each.differs) moveOccurrence(tx, each.id, id);
  const ended = swapped(tx, seen, before ? { plan: before } : { state: 'ended', endedAt: now });
  fitSeries(desk, tx, ended.id);
  return follows;
}

/** Stops it; what stands in its next weeks does not leave meanwhile. @throws NotFound, Stale, Refused */
export const pauseSeries = (desk: Desk, id: string, revision?: number): SeriesRow =>
  change(desk, id, revision, (tx, seen) => {
    stillGoing(seen);
    swapped(tx, seen, { state: 'paused' });
    return fitSeries(desk, tx, id);
  });

/** Sets one that is paused, or has ended, going again, from now on. @throws NotFound, Stale, Invalid; Refused where it goes */
export const resumeSeries = (desk: Desk, id: string, revision?: number): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    if (seen.state === 'active') throw new Refused('It is not paused.');
    checkToCome(desk, tx, seen.messageId, seen.plan, seen.choices);
    swapped(tx, seen, { state: 'active', madeUntil: now, endedAt: null });
    for (const each of openOccurrences(tx, id))
      if (each.state === 'paused' && each.pausedFor === 'me' && each.meant > now)
        applyEvent(tx, each, 'resume', now, { due: each.meant, reason: null });
    return fitSeries(desk, tx, id);
  });

/** It leaves no more; what has not left of it does not. @throws NotFound, Stale; Refused where it has ended */
export const endSeries = (desk: Desk, id: string, revision?: number): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    stillGoing(seen);
    swapped(tx, seen, { state: 'ended', endedAt: now });
    return fitSeries(desk, tx, id);
  });

/** The message is a draft again, with the plan it had; what has left of it has left. @throws NotFound, Stale */
export const takeBackSeries = (desk: Desk, id: string, revision?: number): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    swapped(tx, seen, { state: 'ended', endedAt: seen.endedAt ?? now });
    const gone = fitSeries(desk, tx, id);
    const template = findMessage(tx, seen.messageId)!;
    const { plan, choices } = seen;
    if (!swapMessage(tx, template, { ...readIntent({ plan, choices }), at: now })) throw new Stale('message');
    setTemplate(tx, template.id, null);
    return swapped(tx, gone, { deletedAt: now });
  });

/** Forgets it, and what has not left of it. @throws NotFound, Stale */
export const deleteSeries = (desk: Desk, id: string, revision?: number): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    const ended = seen.endedAt ?? now;
    swapped(tx, seen, { state: 'ended', endedAt: ended });
    const gone = fitSeries(desk, tx, id);
    const template = findMessage(tx, seen.messageId)!;
    if (!swapMessage(tx, template, { deletedAt: now })) throw new Stale('message');
    return swapped(tx, gone, { deletedAt: now });
  });

/** Occurrences that are not to leave. @throws Invalid where there are none */
function leaveOut(desk: Desk, tx: Tx, seen: SeriesRow, out: readonly string[], now: number): SeriesRow {
  if (out.length === 0) throw new Invalid('None of its occurrences is there.', 'from');
  const { plan } = seen;
  const exdate = [...new Set([...(plan.exdate ?? []), ...out.map(shorten)])].sort();
  const next = swapped(tx, seen, { plan: { ...plan, exdate } });
  // What was made its own does not leave either.
  const gone = new Set(out);
  for (const each of openOccurrences(tx, seen.id))
    if (gone.has(each.occurrence!) && each.differs && each.state !== 'releasing')
      applyEvent(tx, each, 'drop', now, {}, 'left out');
  return fitSeries(desk, tx, next.id);
}

/**
 * Leaves out the next one, or all that would leave on the days of a span.
 * @param span `2026-12-21` to `2027-01-03`, both among them
 * @throws NotFound, Stale, Invalid; Refused where it has ended
 */
export const skipOccurrences = (
  desk: Desk,
  id: string,
  span?: { from: string; until: string },
  revision?: number,
): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    stillGoing(seen);
    if (!span) {
      const [next] = plannedOccurrences(desk, tx, seen, now, 1);
      return leaveOut(desk, tx, seen, next ? [next.occurrence] : [], now);
    }
    const zone = seen.plan.zone === 'each' ? desk.settings(tx).zone : seen.plan.zone;
    const begin = Math.max(now, toInstant(`${span.from}T00:00`, zone).at);
    const end = toInstant(`${span.until}T23:59:59`, zone).at;
    const within = plannedOccurrences(desk, tx, seen, begin, MOST_SKIPPED).filter(({ at }) => at <= end);
    return leaveOut(
      desk,
      tx,
      seen,
      within.map(({ occurrence }) => occurrence),
      now,
    );
  });

/** Leaves out one, or takes it in again. @param occurrence `2026-12-03T09:10` @throws NotFound, Stale, Invalid, Refused */
export const skipOccurrence = (
  desk: Desk,
  id: string,
  occurrence: string,
  skip: boolean,
  revision?: number,
): SeriesRow =>
  change(desk, id, revision, (tx, seen, now) => {
    stillGoing(seen);
    const own = occurrenceId(occurrence);
    if (skip) return leaveOut(desk, tx, seen, [own], now);
    const exdate = (seen.plan.exdate ?? []).filter((each) => occurrenceId(each) !== own);
    const { exdate: _before, ...rest } = seen.plan;
    const plan = exdate.length > 0 ? { ...rest, exdate } : rest;
    takeInAgain(tx, seen, plan);
    swapped(tx, seen, { plan });
    return fitSeries(desk, tx, id);
  });
