/** Slots worth offering: when all are at work, or at least awake, and I have nothing, spread over days. */
import { dayStrip } from '../moment/strip';
import type { Person } from '../people/person';
import { toLocal } from '../time/wallClock';
import type { Taken } from './verdict';

export interface SuggestContext {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** Those whose clock is known. */
  people: readonly Person[];
  /** What I have, offered slots too. */
  busy: readonly Taken[];
  minutes: number;
  count: number;
  /** Not before, epoch ms; `now` where nothing is said. */
  from?: number;
}

/** Slots begin on the half hour, on my clock. */
const MINUTE = 60_000;
const STEP = 30 * MINUTE;
const DAY = 86_400_000;
/** Nobody arranges a meeting for the next moments: they have to read the message first. */
const SOONEST = 3 * 3_600_000;
/** So far ahead is looked. */
const DAYS = 14;
/** Before this many have been looked at, one of a day is enough. */
const PER_DAY = [1, 2, 8];
/** Two on one day stand so far apart at least. */
const APART = 2 * 3_600_000;

/** How well somebody can meet in a stretch: at work, awake on a day of work, or not at all. */
const WELL = { working: 2, waking: 1 } as const;
const AN_HOUR = 3_600_000;

/** Somebody’s stretches, each with how well they can meet in it; where work and waking touch, the lesser goes through both. */
interface Meeting {
  from: number;
  until: number;
  well: number;
}

function meetingTimes(person: Person, from: number, until: number): Meeting[] {
  const parts = dayStrip(person, from, until);
  const stretches: Meeting[] = [];
  for (const { part, from: begins, until: ends } of parts) {
    if (part === 'working') stretches.push({ from: begins, until: ends, well: WELL.working });
    if (part !== 'working' && part !== 'waking') continue;
    const last = stretches.findLast(({ well }) => well === WELL.waking);
    if (last?.until === begins) last.until = ends;
    else stretches.push({ from: begins, until: ends, well: WELL.waking });
  }
  return stretches;
}

/** The best stretch that holds all of a slot. */
const holding = (stretches: readonly Meeting[], at: number, ends: number): Meeting | undefined =>
  stretches
    .filter((each) => each.from <= at && each.until >= ends)
    .reduce<Meeting | undefined>((best, each) => (best && best.well >= each.well ? best : each), undefined);

/** @returns when each begins, epoch ms, soonest first; fewer where there are not as many */
export function suggestSlots(context: SuggestContext): number[] {
  const { now, me, busy, minutes, count, people } = context;
  const length = minutes * MINUTE;
  const begin = Math.max(now + SOONEST, context.from ?? now);
  const past = (at: number) => (Number(toLocal(at, me.zone).slice(14, 16)) * MINUTE) % STEP;
  const minute = Math.ceil(begin / MINUTE) * MINUTE;
  const from = past(minute) === 0 ? minute : minute + STEP - past(minute);
  const until = from + DAYS * DAY;
  const [mine, ...theirs] = [me, ...people].map((person) => meetingTimes(person, from - DAY, until + DAY));
  const candidates: { at: number; day: string; well: number; kind: number }[] = [];
  for (let at = from; at < until; at += STEP) {
    const ends = at + length;
    const own = holding(mine!, at, ends);
    if (!own || busy.some((each) => each.at < ends && each.until > at)) continue;
    const held = theirs.flatMap((stretches) => holding(stretches, at, ends) ?? []);
    // I am the one that cannot be missing; less than half of them is no meeting.
    if (held.length * 2 < people.length) continue;
    const all = [own, ...held];
    const well = all.reduce((sum, each) => sum + each.well, 0);
    // Kinder first: an hour or more from the edges of everybody’s day counts as the middle of it.
    const kind = Math.min(...all.flatMap((each) => [at - each.from, each.until - ends]), AN_HOUR);
    candidates.push({ at, day: toLocal(at, me.zone).slice(0, 10), well, kind });
  }
  const most = Math.max(...candidates.map((each) => each.well));
  const best = candidates.filter((each) => each.well === most);
  const chosen: typeof best = [];
  const days = [...new Set(best.map(({ day }) => day))];
  for (const perDay of PER_DAY)
    for (const [index, day] of days.entries()) {
      if (chosen.length >= count) break;
      const here = () => chosen.filter((each) => each.day === day);
      while (here().length < perDay && chosen.length < count) {
        const open = best.filter(
          (each) => each.day === day && here().every(({ at }) => Math.abs(at - each.at) >= length + APART),
        );
        const kindest = Math.max(...open.map(({ kind }) => kind));
        const good = open.filter(({ kind }) => kind === kindest);
        // Mornings and afternoons by turns: who never can in the morning has a choice too.
        const next = index % 2 === 0 ? good[0] : good.at(-1);
        if (!next) break;
        chosen.push(next);
      }
    }
  return chosen.map(({ at }) => at).sort((a, b) => a - b);
}
