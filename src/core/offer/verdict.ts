/** What speaks for and against a slot: my calendar, my day, and the days of those it is offered to. */
import type { StripPart } from '../moment/strip';
import { toLocal } from '../time/wallClock';
import { timeWords, type HourCycle } from '../time/words';

/** A stretch that is not free any more. Epoch ms. */
export interface Taken {
  at: number;
  until: number;
  summary: string;
  /** Only offered, to somebody else: it is whose is first. */
  offered?: boolean;
}

/** Somebody’s days about the slots. */
export interface Days {
  /** To follow “for”: “you”, “Haruki”. */
  whose: string;
  /** IANA zone. */
  zone: string;
  parts: readonly StripPart[];
}

export interface SlotVerdict {
  /** “free”, “during “Loans committee””, “free, but 23:00 for Haruki, at night”. */
  words: string;
  /** Nothing speaks against it. */
  good: boolean;
  /** It can be offered: it is to come, and nothing of mine is then. */
  free: boolean;
}

/** To follow a time. */
const PART_WORDS: Record<StripPart['part'], string> = {
  night: 'at night',
  waking: 'outside work',
  working: '',
  weekend: 'a day off',
  holiday: 'a public holiday',
  leave: 'on leave',
};

/** Of a slot that crosses an edge of a day of work, its last minute tells as well as its first. */
function oddFor({ whose, zone, parts }: Days, at: number, until: number, hourCycle: HourCycle): string {
  const odd = parts.find((part) => part.part !== 'working' && part.from < until && part.until > at);
  if (!odd) return '';
  const time = timeWords(toLocal(Math.max(at, odd.from), zone), hourCycle);
  return `${time} for ${whose}, ${PART_WORDS[odd.part]}${odd.words ? ` (${odd.words})` : ''}`;
}

/** @param at @param until @param now epoch ms; @param days mine, and of those it is offered to whose clock is known */
export function slotVerdict(
  at: number,
  until: number,
  now: number,
  days: readonly Days[],
  busy: readonly Taken[],
  hourCycle: HourCycle,
): SlotVerdict {
  if (at <= now) return { words: 'past', good: false, free: false };
  const odd = days.map((each) => oddFor(each, at, until, hourCycle)).filter(Boolean);
  const meets = busy.filter((each) => each.at < until && each.until > at);
  const kept = meets.filter(({ offered }) => !offered);
  const named = (all: readonly Taken[]) => all.map(({ summary }) => `“${summary}”`).join(' and ');
  if (kept.length > 0)
    return { words: [`during ${named(kept)}`, ...odd].join('; '), good: false, free: false };
  if (meets.length > 0) {
    const words = [`offered already, as ${named(meets)}`, ...odd].join('; ');
    return { words, good: false, free: true };
  }
  if (odd.length > 0) return { words: `free, but ${odd.join('; ')}`, good: false, free: true };
  return { words: 'free', good: true, free: true };
}
