/** What a kind of plan says of itself. Whatever is the same for all kinds is beside these folders, and asks here. */
import type { Hold } from '../../hold/decide';
import type { Working } from '../../time/dayParts';
import type { Resolved } from '../../time/wallClock';
import type { HourCycle } from '../../time/words';
import type { EventFacts } from './before-event/plan';
import type { RecurringFacts } from './series/plan';
import type { Copies, Fix, Landing, Plan, Reader, Repeating, Shift } from '../plan';

export interface MomentContext {
  /** Epoch ms. */
  now: number;
  /** How long it is held where it leaves now, ms. */
  hold: { ms: number };
  /** When I work, for what goes by my calendar; office hours where it is not said. */
  mine?: Working;
  /** Of what repeats: so many of its occurrences, and not those before this instant, epoch ms, which may be -Infinity;
   *  usually the next few. */
  most?: number;
  from?: number;
  /** My zone, for what goes by my clock without naming it; where it is not said, that of what it belongs to. */
  senderZone?: string;
  /** When the reader works whose moment it is, for what goes by their calendar; office hours where it is not said. */
  reader?: Working;
}

/** One moment, and who it is for. */
export interface PlannedMoment<R extends Reader = Reader> extends Resolved {
  readers: readonly R[];
  /** Of what repeats: which occurrence it is (RECURRENCE-ID, RFC 5545 §3.8.4.4), and that it was moved off a day off. */
  occurrence?: string;
  moved?: boolean;
}

export interface SentenceContext {
  /** Epoch ms. */
  now: number;
  /** How it is held where it leaves now. */
  hold: Hold;
  senderZone: string;
  hourCycle?: HourCycle;
}

/** What is said of a departure, or of several at one moment. */
export interface Said {
  /** Epoch ms. */
  at: number;
  /** “ in 3 copies”; empty for one. */
  copies: string;
  /** “; lands Wed 25 Nov at 08:30 in Kathmandu (before work)”; empty where nobody’s zone is known. */
  lands: string;
}

/** The zone and the place of a reader, as lists know them. */
export interface Place {
  zone: string | null;
  place: string | null;
}

/** A time as clocks show it. */
export interface Wall {
  /** `2026-12-01T08:30`, seconds allowed; as it was typed, so perhaps none yet. */
  local: string;
  /** IANA name; null where each reader’s own clock is meant. */
  zone: string | null;
  /** Which was chosen where clocks show it twice. */
  occurrence?: 'first' | 'second';
}

/** Whose clock a moment goes by. */
export interface ClockThere {
  /** Canonical. */
  zone: string;
  city: string;
}

/** Another departure that is on its way to a reader. */
export interface Other {
  address: string;
  /** Epoch ms. */
  at: number;
  subject: string;
}

export interface WarningContext {
  /** Epoch ms. */
  now: number;
  senderZone: string;
  hourCycle?: HourCycle;
  /** Other departures to the same readers, for those that come close together. */
  others?: readonly Other[];
}

/** Words about a plan. */
export interface KindWords<P> {
  /** In choices and lists, small: “at a time”. */
  name: string;
  /** Why it leaves when it does, in few words: “08:30 in Kathmandu”. @param readers name the place of their zone */
  brief(plan: P, context: { senderZone: string; hourCycle?: HourCycle; readers: readonly Place[] }): string;
  /** Exactly as it is kept, to be told from another: “2026-12-01 08:30 Kathmandu”. */
  exact(plan: P): string;
  /** The whole sentence where all leaves at one moment. */
  sentence(plan: P, said: Said, context: SentenceContext): string;
  /** What follows the moments of copies that leave at different ones: “; each lands at 08:30 on Tue 1 Dec where they are”. */
  eachLands(plan: P, context: SentenceContext): string;
}

/** A plan that names a time on a clock, where clocks change or the time is past. */
export interface KindClocks<P> {
  /** The clock that shows its time. */
  clock(plan: P, moment: PlannedMoment): ClockThere;
  /** The same kind of plan at another time on that clock. @param local `2026-12-01T08:30` */
  moved(plan: P, local: string, clock: ClockThere, context: WarningContext): Fix;
  /** The one that is meant where clocks show its time twice. */
  meaning(plan: P, occurrence: 'first' | 'second'): Plan;
  /** The next time its clocks show the same time of day, where it is past. */
  again(plan: P, clock: ClockThere, context: WarningContext): Fix;
  /** The time is named on the clock of this zone, so that a change of clocks elsewhere does not move it there. */
  isNamedIn(plan: P, zone: string): boolean;
  /** The same for all its readers, from one that is for one of them. */
  forAll(fix: Fix): Fix;
}

/** How a plan leads out of what is bad for one reader. */
export interface KindFixes<P> {
  /** Their next start of work. @param start `2026-12-01T09:00` on their clock */
  better(plan: P, start: string, land: Landing, context: WarningContext): Fix | undefined;
  /** Apart from what else reaches them. @param other its moment, epoch ms; @param theirs all that reaches them */
  apart(plan: P, other: number, land: Landing, theirs: readonly Other[], context: WarningContext): Fix;
}

/** A plan that happens again and again. */
export interface KindRepeats<P> {
  /**
   * Its moments, soonest first: one for all readers together or one for each, for every occurrence.
   * @throws RuleError, LocalTimeError, UnknownZoneError
   */
  moments<R extends Reader>(
    plan: P,
    readers: readonly R[],
    context: MomentContext,
    copies: Copies,
  ): PlannedMoment<R>[];
  /** What all of it comes to. */
  whole(plan: P, readers: readonly Reader[], context: MomentContext & SentenceContext): Repeating;
}

/** A plan that belongs to an event of the calendar. */
export interface KindEvent<P> {
  /** Which one; null for one of these that belongs to none. @returns the time of one that recurs (RECURRENCE-ID, RFC 5545 §3.8.4.4); null: its next one */
  of(plan: P): { id: string; occurrence: string | null } | null;
  /** The plan with what the event is by now. */
  known(plan: P, occurrence: string | null, about: EventFacts): P;
  /** The same of a plan that goes with all of an event that recurs. */
  knownWhole?(plan: P, whole: RecurringFacts): P;
  /** The plan for another event, or for another time of it. */
  rebound(plan: P, event: string, occurrence: string | null): P;
  /** The last instant at which it may leave, epoch ms; null where it may leave after the event has begun. */
  notAfter(plan: P): number | null;
  /** What becomes of it where the event is cancelled. */
  ifCancelled(plan: P): 'ask' | 'drop';
  /** What the event is called; empty where that is not known. */
  summary(plan: P): string;
}

/**
 * One kind of plan. To add one: a folder beside these with its `plan.ts` and its kind, a line in `registry.ts`, a schema in
 * `api/plans`, a field component in `ui/moment/kinds`.
 */
export interface PlanKind<P> {
  /** What sets its moment: its hold, a clock it names, the clock of each reader, or a file that changes. */
  follows(plan: P): 'hold' | 'clock' | 'readers' | 'file';
  /** The time it names; null where it names none. */
  wall(plan: P): Wall | null;
  /** Whether what it needs beside a time has been said; missing where it needs nothing. */
  isWhole?(plan: P): boolean;
  /** As it is kept, zones under their canonical names. @throws UnknownZoneError */
  kept(plan: P): P;
  /**
   * Its moment, for one reader or for all at once.
   * @param zone the reader’s, for a kind that follows readers
   * @throws LocalTimeError, UnknownZoneError
   */
  moment(plan: P, context: MomentContext, zone?: string): Resolved;
  words: KindWords<P>;
  /** The plan that much later. @param at its moment, epoch ms; @param mine my zone, for one that names no clock */
  shift(plan: P, shift: Shift, at: number, mine: string): Plan;
  /** null for a kind that names no time: clocks are nothing to warn of. */
  clocks: KindClocks<P> | null;
  fixes: KindFixes<P>;
  /** Missing from a kind that happens once. */
  repeats?: KindRepeats<P>;
  /** Missing from a kind that belongs to no event. */
  event?: KindEvent<P>;
}
