/** Meeting slots that a message offers, one of which a reader takes by answering. It is a question whose answers are times. */
import { spanOn, type HourCycle } from '../time/words';

/** Whether each reader takes a slot of their own, or all meet in one that everybody, or more than half, has chosen. */
export const AGREEMENTS = ['each', 'everyone', 'majority'] as const;
export type Agreement = (typeof AGREEMENTS)[number];

/** To follow “With several readers:”. */
export const AGREEMENT_WORDS: Record<Agreement, string> = {
  each: 'each takes a time of their own',
  everyone: 'one time for all, that everybody has chosen',
  majority: 'one time for all, that more than half have chosen',
};

export interface Offer {
  /** What the event is called. */
  summary: string;
  /** A place, or how one is called; empty where nothing is said of it. */
  place: string;
  minutes: number;
  agreement: Agreement;
  /** When each begins, epoch ms, soonest first. */
  slots: readonly number[];
  /** Index of the one I have settled on for all, whatever they have chosen. */
  settled?: number;
}

export const SLOTS = { fewest: 1, most: 8 } as const;
export const MINUTES = { least: 5, most: 24 * 60 } as const;
/** Proposed where nothing else is asked for. */
export const USUAL_MINUTES = 30;
/** “Suggest four”. */
export const SUGGESTED = 4;
export const SUMMARY_LENGTH = 120;
export const PLACE_LENGTH = 120;

/** The last of the answers. */
export const NONE = 'None of these';

const MINUTE_MS = 60_000;

export const endOfSlot = ({ minutes }: Pick<Offer, 'minutes'>, at: number): number =>
  at + minutes * MINUTE_MS;

/** Index of “none of these” among the answers. */
export const noneOf = ({ slots }: Pick<Offer, 'slots'>): number => slots.length;

/** Several readers meet in one slot: each may choose all that suit. */
export const isShared = ({ agreement }: Pick<Offer, 'agreement'>): boolean => agreement !== 'each';

const oneLine = (text: string) => text.replace(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, ' ').trim();

/** As it is kept: each slot once, soonest first. */
export const keptOffer = (given: Offer): Offer => ({
  ...given,
  summary: oneLine(given.summary),
  place: oneLine(given.place),
  slots: [...new Set(given.slots)].sort((a, b) => a - b),
});

/** Why it cannot be offered like this, and which part of it; undefined where it can. @param offer as it is kept; @param now epoch ms */
export function whyNoOffer(
  offer: Offer,
  now: number,
  words: (at: number) => string,
): { field: string; words: string } | undefined {
  const { summary, minutes, slots } = offer;
  if (!summary) return { field: 'summary', words: 'Say what it is about: “Call about the lacquer panels”.' };
  if (minutes < MINUTES.least || minutes > MINUTES.most)
    return { field: 'minutes', words: `A time lasts ${MINUTES.least} minutes to 24 hours.` };
  if (slots.length < SLOTS.fewest || slots.length > SLOTS.most)
    return { field: 'slots', words: `Choose ${SLOTS.fewest} to ${SLOTS.most} times to offer.` };
  const past = slots.find((at) => at <= now);
  if (past !== undefined)
    return { field: 'slots', words: `${words(past)} is past. Take it out, or choose a later one.` };
  const meets = slots.findIndex((at, index) => index > 0 && at < endOfSlot(offer, slots[index - 1]!));
  if (meets >= 0)
    return {
      field: 'slots',
      words: `${words(slots[meets - 1]!)} and ${words(slots[meets]!)} overlap: one could not be kept if the other is taken.`,
    };
  return undefined;
}

/** A clock that a time is told on. */
export interface Clock {
  /** IANA zone. */
  zone: string;
  /** Where that is, in words. */
  place: string;
}

/** “Fri 27 Nov 09:30–10:00 in Osaka (Fri 27 Nov 00:30–01:00 in Lisbon)”. @param clocks the reader’s first; @param today a local time: its year is not said */
export function slotWords(
  offer: Pick<Offer, 'minutes'>,
  at: number,
  clocks: readonly Clock[],
  today: string,
  hourCycle: HourCycle,
): string {
  const on = ({ zone }: Clock) => spanOn(at, endOfSlot(offer, at), zone, today, hourCycle);
  const told: { place: string; words: string }[] = [];
  for (const clock of clocks) {
    const words = on(clock);
    if (!told.some((each) => each.words === words)) told.push({ place: clock.place, words });
  }
  const [first, ...others] = told.map(({ place, words }) => `${words} in ${place}`);
  return others.length > 0 ? `${first!} (${others.join('; ')})` : first!;
}

/** The question an offer asks. */
export const offerQuestion = ({ summary, place, minutes }: Offer): string =>
  `${[`${summary}, ${lengthWords(minutes)}`, place].filter(Boolean).join(', ')}: which time suits you?`;

/** “30 minutes”, “an hour”, “1 h 30 min”. */
export function lengthWords(minutes: number): string {
  if (minutes < 60) return `${minutes} minutes`;
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  if (rest === 0) return hours === 1 ? 'an hour' : `${hours} hours`;
  return `${hours} h ${rest} min`;
}
