/** Times worth offering, and what speaks for and against those that are chosen. */
import { endOfSlot, slotWords } from '#core/offer/offer';
import { suggestSlots } from '#core/offer/suggest';
import { dayStrip } from '#core/moment/strip';
import { slotVerdict, type Days, type SlotVerdict, type Taken } from '#core/offer/verdict';
import type { Person } from '#core/people/person';
import { canonicalZone } from '#core/time/zones';
import { toLocal } from '#core/time/wallClock';
import { spanOn } from '#core/time/words';
import { openOffers, type OfferRow } from '#store/offers';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { askedReaders, type AskedRecipient } from '../moments/previewPlan';
import { meAsPerson, placedReaders } from '../people/readers';
import { closesAt, decisionWatch } from '../questions/asking';
import { busyIn, slotsOf } from './offerSlots';

export interface SlotView extends SlotVerdict {
  /** Epoch ms. */
  at: number;
  until: number;
  /** On my clock, and on those of the others. */
  here: string;
  there: string[];
}

const DAY = 86_400_000;
const AHEAD = 16 * DAY;

/** What is offered to others, and not taken yet, by offers other than `but`. */
export function offeredElsewhere(desk: Desk, but?: string): Taken[] {
  const { db } = desk.store;
  const now = desk.now();
  const holds = (question: OfferRow) =>
    (closesAt(question, decisionWatch(db, question.messageId)) ?? Infinity) > now;
  return openOffers(db, now)
    .filter((question) => question.messageId !== but && holds(question))
    .flatMap((question) =>
      slotsOf(desk, db, question)
        .filter(({ state }) => state === 'open')
        .map(({ at, until }) => ({ at, until, summary: question.offer.summary, offered: true })),
    );
}

export interface SuggestTimes {
  recipients: readonly AskedRecipient[];
  minutes: number;
  count: number;
  /** Not before, epoch ms. */
  from?: number;
  /** Whose own times are not in its way. */
  message?: string;
}

/** The days of those a slot is for, me first. */
export interface DaysView extends Days {
  place: string;
}

const daysOf = (person: Person, whose: string, from: number, until: number): DaysView => ({
  whose,
  place: person.place,
  zone: canonicalZone(person.zone),
  parts: dayStrip(person, from, until),
});

/** First names, as far as they tell who is who. */
const calledBy = ({ name, place }: Person) => name?.split(' ')[0] ?? place;

/** What a slot is chosen by: the days of all it is for, and what is in the way. */
export interface ChoosingView {
  /** Mine first. */
  days: DaysView[];
  /** What I have, and what is offered to others. */
  busy: Taken[];
}

/** More than this nobody looks at at once. */
const LONGEST = 15 * DAY;

/**
 * @param from @param until epoch ms
 * @throws Invalid
 */
export function choosing(
  desk: Desk,
  recipients: readonly AskedRecipient[],
  from: number,
  until: number,
  message?: string,
): ChoosingView {
  if (until <= from || until - from > LONGEST)
    throw new Invalid('A stretch ends after it begins, within 15 days.', 'until');
  const people = placedReaders(askedReaders(desk, recipients));
  const within = ({ at, until: ends }: Taken) => at < until && ends > from;
  return {
    days: [
      daysOf(meAsPerson(desk), 'you', from, until),
      ...people.map((each) => daysOf(each, calledBy(each), from, until)),
    ],
    busy: [...busyIn(desk, from, until), ...offeredElsewhere(desk, message).filter(within)].map((each) => ({
      at: each.at,
      until: each.until,
      summary: each.summary,
      offered: 'offered' in each,
    })),
  };
}

/** @throws Invalid */
export function suggestTimes(desk: Desk, asked: SuggestTimes): SlotView[] {
  const { recipients, minutes, count, from, message } = asked;
  const now = desk.now();
  const me = meAsPerson(desk);
  const people = placedReaders(askedReaders(desk, recipients));
  const begin = Math.max(now, from ?? now);
  const busy = [...busyIn(desk, begin - DAY, begin + AHEAD), ...offeredElsewhere(desk, message)];
  const { hourCycle } = desk.settings();
  const today = toLocal(now, me.zone);
  return suggestSlots({ now, me, people, busy, minutes, count, from }).map((at) => {
    const until = endOfSlot({ minutes }, at);
    const days = [
      daysOf(me, 'you', at, until),
      ...people.map((each) => daysOf(each, calledBy(each), at, until)),
    ];
    return {
      at,
      until,
      here: spanOn(at, until, me.zone, today, hourCycle),
      there: people
        .filter(({ zone }) => zone !== me.zone)
        .map((each) => slotWords({ minutes }, at, [each], today, hourCycle)),
      ...slotVerdict(at, until, now, days, busy, hourCycle),
    };
  });
}
