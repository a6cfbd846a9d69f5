/** How the times of an offer stand: open, taken, past, or filled by something else in my calendar. */
import { endOfSlot, isShared, noneOf, slotWords, type Clock, type Offer } from '#core/offer/offer';
import { toLocal } from '#core/time/wallClock';
import { takesOf, type OfferRow, type OfferTake } from '#store/offers';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { isBusy } from '../events/eventPhrases';
import { listEvents, type EventView } from '../events/eventView';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';

export const SLOT_STATES = ['open', 'taken', 'past', 'filled'] as const;
export type SlotState = (typeof SLOT_STATES)[number];

export interface Slot {
  /** Epoch ms. */
  at: number;
  until: number;
  state: SlotState;
  take: OfferTake | undefined;
  /** What fills it. */
  filledBy: string | undefined;
}

/** What takes my time in a span; whole days stand in nobody’s way. @param from @param until epoch ms */
export const busyIn = (desk: Desk, from: number, until: number): EventView[] =>
  listEvents(desk, from, until).filter((each) => isBusy(each) && !each.wholeDays);

const DAY = 86_400_000;
/** Slots may lie far apart: then each is looked at, and not the months between. */
const NEAR = 31 * DAY;

function busyAbout(desk: Desk, offer: Offer): EventView[] {
  const { slots } = offer;
  const [from, until] = [slots[0]!, endOfSlot(offer, slots.at(-1)!)];
  if (until - from <= NEAR) return busyIn(desk, from, until);
  return slots.flatMap((at) => busyIn(desk, at, endOfSlot(offer, at)));
}

/** @param but an event that is in nobody’s way: it is moved away if the slot is taken */
export function slotsOf(desk: Desk, db: Reading, question: OfferRow, but?: string): Slot[] {
  const { offer, id } = question;
  const now = desk.now(db);
  const taken = new Map(takesOf(db, [id]).map((take) => [take.slot, take]));
  const busy = busyAbout(desk, offer);
  const shared = isShared(offer) && taken.size > 0;
  return offer.slots.map((at, index) => {
    const until = endOfSlot(offer, at);
    const take = taken.get(index);
    const meets = busy.find((each) => each.id !== but && each.at < until && each.until > at);
    const state: SlotState = take
      ? 'taken'
      : at <= now
        ? 'past'
        : meets
          ? 'filled'
          : // Once they have agreed on one, the others are not kept.
            shared
            ? 'taken'
            : 'open';
    return { at, until, state, take, filledBy: take ? undefined : meets?.summary };
  });
}

/** The clocks a reader is told a time on: theirs, and mine. */
function clocksOf(desk: Desk, db: Reading, addresses: readonly string[]): Clock[] {
  const readers = placedReaders(
    readersAt(
      desk,
      db,
      addresses.map((address) => ({ address, name: '' })),
    ),
  );
  return [...readers, meAsPerson(desk, db)];
}

/** What the answers of an offer are called, for somebody, or for all who have one copy together; “none of these” is the last. */
export function answersFor(
  desk: Desk,
  db: Reading,
  { offer, answers }: OfferRow,
  addresses: readonly string[],
): string[] {
  const clocks = clocksOf(desk, db, addresses);
  const { hourCycle, zone } = desk.settings(db);
  const today = toLocal(desk.now(db), zone);
  return [
    ...offer.slots.map((at) => slotWords(offer, at, clocks, today, hourCycle)),
    answers[noneOf(offer)]!,
  ];
}

/** One of them, on the clocks of a reader and me. */
export const slotFor = (desk: Desk, db: Reading, question: OfferRow, slot: number, reader: string): string =>
  answersFor(desk, db, question, [reader])[slot]!;
