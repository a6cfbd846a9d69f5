/** Slots worth offering: when all are at work and I have nothing, spread over days. */
import { dayStrip } from '../moment/strip';
import type { Person } from '../people/person';
import { toLocal } from '../time/wallClock';
import { workIn, type Taken } from './verdict';

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
const STEP = 30 * 60_000;
const DAY = 86_400_000;
/** Nobody arranges a meeting for the next moments: they have to read the message first. */
const SOONEST = 3 * 3_600_000;
/** So far ahead is looked. */
const DAYS = 14;
/** Before this many have been looked at, one of a day is enough. */
const PER_DAY = [1, 2, 8];
/** Two on one day stand so far apart at least. */
const APART = 2 * 3_600_000;

/** Where everybody is at work, else where most are: those of me and half of them at least are no good to anybody. */
function workingWith({ me, people }: SuggestContext, from: number, until: number) {
  const all = [me, ...people].map((person) => workIn(dayStrip(person, from, until)));
  return (at: number, ends: number): number => {
    const inWork = all.map((spans) => spans.some((span) => span.from <= at && span.until >= ends));
    // I am one of them that cannot be missing.
    return inWork[0] ? inWork.filter(Boolean).length - 1 : -1;
  };
}

/** Kinder hours first: an hour or more from the edges of everybody’s day counts as the middle of it. */
function kindness({ me, people }: SuggestContext, at: number, ends: number): number {
  const edges = [me, ...people].map((person) => {
    const spans = workIn(dayStrip(person, at - DAY, ends + DAY)).filter(
      (span) => span.from <= at && span.until >= ends,
    );
    return Math.min(...spans.map((span) => Math.min(at - span.from, span.until - ends)), 3_600_000);
  });
  return Math.min(...edges);
}

/** @returns when each begins, epoch ms, soonest first; fewer where there are not as many */
export function suggestSlots(context: SuggestContext): number[] {
  const { now, me, busy, minutes, count, people } = context;
  const length = minutes * 60_000;
  const begin = Math.max(now + SOONEST, context.from ?? now);
  const from = Math.ceil(begin / STEP) * STEP;
  const until = from + DAYS * DAY;
  const working = workingWith(context, from - DAY, until + DAY);
  const candidates: { at: number; day: string; working: number; kind: number }[] = [];
  for (let at = from; at < until; at += STEP) {
    const ends = at + length;
    const count_ = working(at, ends);
    if (count_ < 0 || count_ * 2 < people.length) continue;
    if (busy.some((each) => each.at < ends && each.until > at)) continue;
    candidates.push({ at, day: toLocal(at, me.zone).slice(0, 10), working: count_, kind: 0 });
  }
  const most = Math.max(...candidates.map((each) => each.working));
  const best = candidates.filter((each) => each.working === most);
  for (const each of best) each.kind = kindness(context, each.at, each.at + length);
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
