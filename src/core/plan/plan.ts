/** Plans: how a message is to leave. */
import type { Hold } from '../hold/decide';
import type { DayPart, Working } from '../time/dayParts';
import type { AtPlan } from './kinds/at/plan';
import type { BeforeEventPlan } from './kinds/before-event/plan';
import type { EachLocalPlan } from './kinds/each-local/plan';
import type { NowPlan } from './kinds/now/plan';
import type { OnFileChangePlan } from './kinds/on-file-change/plan';
import type { SeriesPlan } from './kinds/series/plan';

/** One of its kinds, see `kinds/`. */
export type Plan = NowPlan | AtPlan | EachLocalPlan | BeforeEventPlan | SeriesPlan | OnFileChangePlan;

/** Days keep the wall-clock time, over a clock change too; minutes are exact. Either may be negative. */
export interface Shift {
  days: number;
  minutes: number;
}

/** One message for all its recipients, or one for each, who then does not see the others. */
export type Copies = 'together' | 'individual';

/** What happens when a recipient writes first: in this thread (the default), at all, or nothing. */
export type IfTheyWriteFirst = 'thread' | 'any' | 'off';

/** How late a departure may still leave where nothing was running at its moment. */
export type Lateness = { kind: 'their-day' } | { kind: 'at-most'; minutes: number } | { kind: 'ask' };

/** What is chosen beside the moment. */
export interface Choices {
  copies: Copies;
  ifTheyWriteFirst: IfTheyWriteFirst;
  ifOff: Lateness;
}

export const usualChoices: Choices = {
  copies: 'together',
  ifTheyWriteFirst: 'thread',
  ifOff: { kind: 'their-day' },
};

/** A reader as planning sees one. */
export interface Reader {
  address: string;
  name?: string;
  /** IANA zone; undefined where it is not known. */
  zone?: string;
  /** Where they are, in words; the zone's city where it is not known. */
  place?: string;
  /** When they work; office hours where it is not known. */
  working?: Working;
}

export type WarningCode =
  | 'gap'
  | 'overlap'
  | 'past'
  | 'night'
  | 'weekend'
  | 'holiday'
  | 'leave'
  | 'clock-change'
  | 'close'
  | 'unknown-zone'
  | 'event';

/** A way out of what a warning says. */
export interface Fix {
  /** On the button: “Wed 25 Nov 08:30 in Osaka”. */
  label: string;
  plan: Plan;
}

/** Something to know before committing. `text` is a whole sentence. */
export interface PlanWarning {
  code: WarningCode;
  text: string;
  /** The reader it concerns, where it concerns one. */
  address?: string;
  /** The best first; none where there is nothing to choose. */
  fixes: Fix[];
}

/** Where a departure lands for one reader. */
export interface Landing {
  address: string;
  /** null where it is not known. */
  zone: string | null;
  /** Where the reader is, in words; null where the zone is not known. */
  place: string | null;
  /** Wall-clock time where the reader is, `2026-12-01T08:30:00`; null where the zone is not known. */
  local: string | null;
  dayPart: DayPart | null;
  /** The part of the day in words, to follow a time: “before work”. */
  dayPartWords: string | null;
}

/** What is worth a look about one occurrence of what repeats. */
export const MARKS = [
  'night',
  'weekend',
  'holiday',
  'leave',
  'clock-change',
  'shifted',
  'gap',
  'overlap',
] as const;
export type Mark = (typeof MARKS)[number];

/** A day of the next twelve months on which it happens. */
export interface RepeatDay {
  /** `2026-12-03` on the clock it goes by. */
  date: string;
  /** How often on that day. */
  times: number;
  /** It is a day off for one of its readers. */
  off: boolean;
}

/** What a plan that repeats comes to as a whole. */
export interface Repeating {
  /** “every Thursday at 09:10 in Kathmandu, until 24 December 2026” */
  words: string;
  /** How many there were before; null where there are more than anybody counts. */
  before: number | null;
  /** How many are still to come; null where it never ends, or there are more than anybody counts. */
  left: number | null;
  /** The last one, epoch ms; null likewise. */
  last: number | null;
  /** Those of the next twelve months. */
  days: RepeatDay[];
}

/** One departure a plan yields. */
export interface PlannedDeparture {
  /** Epoch ms. */
  at: number;
  /** The last instant at which it may still leave if nothing was running at its moment, epoch ms; null: it asks. */
  latest: number | null;
  /** Of what repeats: which occurrence it is (RECURRENCE-ID, RFC 5545 §3.8.4.4); null for any other. */
  occurrence: string | null;
  /** Of what repeats: what is worth a look about it. */
  marks: Mark[];
  recipients: Landing[];
  warnings: PlanWarning[];
}

export interface PlanPreview {
  /** How it would be held; null where it does not leave now. */
  hold: Hold | null;
  /** What all of it comes to, where it repeats; null for what leaves once. */
  repeats: Repeating | null;
  /** Soonest first; of what repeats the next ones. */
  departures: PlannedDeparture[];
  /** Says back, in words, when it leaves and what time that is for the reader. */
  sentence: string;
  warnings: PlanWarning[];
}
