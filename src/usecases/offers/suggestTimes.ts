/** Times worth offering, and what speaks for and against those that are chosen. */
import { endOfSlot, slotWords } from '#core/offer/offer';
import { suggestSlots } from '#core/offer/suggest';
import { slotVerdict, type SlotVerdict, type Taken } from '#core/offer/verdict';
import { toLocal } from '#core/time/wallClock';
import { spanOn } from '#core/time/words';
import { openOffers, type OfferRow } from '#store/offers';
import type { Desk } from '../desk';
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
  return openOffers(db)
    .filter((question) => question.messageId !== but && holds(question))
    .flatMap((question) =>
      slotsOf(desk, db, question)
        .filter(({ state }) => state === 'open')
        .map(({ at, until }) => ({ at, until, summary: `${question.offer.summary}, offered` })),
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
    return {
      at,
      until,
      here: spanOn(at, until, me.zone, today, hourCycle),
      there: people
        .filter(({ zone }) => zone !== me.zone)
        .map((each) => slotWords({ minutes }, at, [each], today, hourCycle)),
      ...slotVerdict(at, until, now, me, people, busy, hourCycle),
    };
  });
}
