/** The departures of a message: one for all its readers together, or one for each. */
import { addressKey } from '#core/message/address';
import { planMoments, unplaced } from '#core/plan/moments';
import { heldByWords, usualHold, type HeldBy, type Hold } from '#core/hold/decide';
import { copiesOf, followsReaders, kindOf, leavesOnceHeld, waitsForFile } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import { PENDING_STATES } from '#core/departure/states';
import { departuresOf, insertDeparture, type Departure } from '#store/departures';
import { deliveriesOf, setDeliveries } from '#store/deliveries';
import { forgetSealedBody } from '#store/sealed';
import type { Reading, Tx } from '#store/store';
import { applyEvent } from './applyEvent';
import { momentFor } from './momentFor';
import { newLife } from './newLife';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, Refused } from '../errors';
import { inWords } from '../inWords';
import { mineFor, withEvent } from '../events/boundPlan';
import { contentOf, holdFor } from '../holds/holdFor';
import { readersAt } from '../people/readers';
import { receivers } from '../messages/envelope';
import { outgoingMessage } from '../messages/outgoingMessage';

/** One departure to be. */
interface Wanted {
  at: number;
  /** The one address it goes to; null for all together. */
  reader: string | null;
  addresses: string[];
}

/** The plan with its zone under its canonical name, and its event as that is by now. @throws Invalid */
export const keptPlan = (desk: Desk, db: Reading, plan: Plan): Plan =>
  inWords(() => kindOf(plan).kept(withEvent(desk, db, plan)));

/** How a message is held where it leaves now. */
function holdOf(desk: Desk, tx: Tx, messageId: string, inSpiteOfQuiet = false): Hold {
  const [content] = contentOf(tx, [outgoingMessage(tx, messageId)]);
  return holdFor(desk, tx, receivers(tx, messageId), content!, inSpiteOfQuiet);
}

/** What a departure keeps of its hold: nothing where it is the usual one. */
const heldBy = ({ rule, quiet }: Hold): HeldBy | null => (rule || quiet !== null ? { rule, quiet } : null);

/**
 * The moment of a plan for one departure of a message, and what holds it until then.
 * @throws Invalid where it cannot be used or is past
 */
export function committableMoment(
  desk: Desk,
  tx: Tx,
  plan: Plan,
  messageId: string,
  reader: string | null,
): { at: number; heldBy: HeldBy | null; review: boolean } {
  if (waitsForFile(plan))
    throw new Invalid('What is on its way already cannot wait for a file: take it back first.', 'plan');
  const now = desk.now(tx);
  const hold = leavesOnceHeld(plan) ? holdOf(desk, tx, messageId) : usualHold(0);
  const [known] = reader ? readersAt(desk, tx, [{ name: '', address: reader }]) : [];
  if (followsReaders(plan) && !known?.zone)
    throw new Invalid('Where they are is not known, so this plan has no moment for them.', 'plan');
  const at = momentFor(desk, tx, plan, known, hold);
  if (at < now) throw new Invalid('This moment is past. Choose a later one.', 'plan.local');
  return { at, heldBy: heldBy(hold), review: hold.review };
}

/** Stops one that is not to leave before somebody has looked; its hold comes after that. */
export function pauseForReview(tx: Tx, held: Departure, now: number): Departure {
  return applyEvent(tx, held, 'pause', now, {
    pausedFor: 'review',
    holdLeft: held.due - now,
    reason: heldByWords(held.heldBy!),
  });
}

/** What a plan wants for the readers of a message. @throws Invalid */
function wantedBy(desk: Desk, tx: Tx, messageId: string, plan: Plan, choices: Choices, hold: Hold): Wanted[] {
  const now = desk.now(tx);
  const readers = readersAt(desk, tx, receivers(tx, messageId));
  if (readers.length === 0) throw new Invalid('Add at least one recipient.', 'to');
  const [homeless] = unplaced(plan, readers);
  if (homeless) {
    const who = homeless.name ?? homeless.address;
    throw new Invalid(
      `The time zone of ${who} is not known. Confirm it, or choose one moment for all.`,
      'to',
    );
  }
  const copies = copiesOf(plan, choices.copies);
  const moments = inWords(() =>
    planMoments(plan, readers, { now, hold, ...mineFor(desk, tx, plan) }, copies),
  );
  if (moments.some(({ at }) => at < now))
    throw new Invalid(
      moments.length > 1
        ? 'This moment is past for some of the readers. Choose a later one.'
        : 'This moment is past. Choose a later one.',
      'plan.local',
    );
  return moments.map(({ at, readers: whose }) => ({
    at,
    reader: copies === 'individual' ? whose[0]!.address : null,
    addresses: whose.map(({ address }) => address),
  }));
}

const sameReader = (departure: Departure, { reader }: Wanted) =>
  (departure.reader && addressKey(departure.reader)) === (reader && addressKey(reader));

/**
 * Gives a draft its departures. What is sent now is held as the rules and the quiet hours say. Those it had as a draft are used again; the ones nobody needs any more end.
 * @param inSpiteOfQuiet why quiet hours are set aside for this one
 * @throws Invalid; Refused where it is already on its way
 */
export function planDepartures(
  desk: Desk,
  tx: Tx,
  messageId: string,
  plan: Plan,
  choices: Choices,
  inSpiteOfQuiet?: string,
): Departure[] {
  const now = desk.now(tx);
  const kept = keptPlan(desk, tx, plan);
  const hold = leavesOnceHeld(plan)
    ? holdOf(desk, tx, messageId, inSpiteOfQuiet !== undefined)
    : usualHold(0);
  const wanted = wantedBy(desk, tx, messageId, kept, choices, hold);
  const earlier = departuresOf(tx, messageId).filter(({ state }) => state !== 'ended');
  const free = [...earlier];
  const event = leavesOnceHeld(plan) ? 'send' : 'plan';
  const made = wanted.map((each): Departure => {
    const index = free.findIndex((departure) => sameReader(departure, each));
    const [again] = free.splice(index < 0 ? 0 : index, free.length ? 1 : 0);
    const draft =
      again ??
      insertDeparture(tx, {
        id: newId(),
        messageId,
        plan: kept,
        state: 'draft' as const,
        createdAt: now,
        meant: each.at,
        due: each.at,
      });
    const { ifTheyWriteFirst, ifOff } = choices;
    const patch = {
      plan: kept,
      meant: each.at,
      due: each.at,
      reason: null,
      heldBy: heldBy(hold),
      reader: each.reader,
      ifTheyWriteFirst,
      ifOff: ifOff.kind === 'their-day' ? null : ifOff,
    };
    const why = inSpiteOfQuiet && `in spite of quiet hours: ${inSpiteOfQuiet}`;
    const planned = applyEvent(tx, draft, event, now, patch, why || null);
    setDeliveries(tx, planned.id, each.addresses);
    return hold.review ? pauseForReview(tx, planned, now) : planned;
  });
  for (const rest of free) applyEvent(tx, rest, 'drop', now);
  return made;
}

/** What stands between a draft and its end. */
const isOnItsWay = ({ state }: Departure) => state !== 'draft' && state !== 'ended';

/**
 * Fits what is pending of a message to who its readers are now: copies are added and dropped, one departure for all
 * goes to all of them.
 * @throws Invalid where nobody is left
 */
export function replanReaders(desk: Desk, tx: Tx, messageId: string): void {
  const now = desk.now(tx);
  const changeable = departuresOf(tx, messageId).filter(
    (each) =>
      (PENDING_STATES.includes(each.state) || each.state === 'paused' || each.state === 'failed') &&
      // Once some reader has it, whom it goes to is settled: they read so at the top of it.
      !deliveriesOf(tx, [each.id]).some(({ status }) => status === 'accepted'),
  );
  const [first] = changeable;
  if (!first) return;
  const to = receivers(tx, messageId).map(({ address }) => address);
  if (to.length === 0) throw new Invalid('A pending message needs at least one recipient.', 'to');
  if (first.reader === null) {
    for (const departure of changeable) goTo(tx, departure, to, now);
    return;
  }
  const wanted = new Set(to.map(addressKey));
  for (const departure of changeable)
    if (!wanted.has(addressKey(departure.reader!))) applyEvent(tx, departure, 'drop', now);
  const served = new Set(
    departuresOf(tx, messageId)
      .filter(isOnItsWay)
      .map(({ reader }) => addressKey(reader!)),
  );
  for (const address of to) if (!served.has(addressKey(address))) addCopy(desk, tx, first, address);
}

/** Where those it goes to are others now, what leaves names them: it is composed anew. */
function goTo(tx: Tx, departure: Departure, to: readonly string[], now: number): void {
  const before = deliveriesOf(tx, [departure.id]).map(({ address }) => addressKey(address));
  const after = to.map(addressKey);
  if (before.length === after.length && after.every((address) => before.includes(address))) return;
  // What is encrypted is so to those it was to go to.
  forgetSealedBody(tx, departure.id);
  if (departure.headerId !== null)
    applyEvent(tx, departure, 'edit', now, newLife(tx, departure), 'its readers are others');
  setDeliveries(tx, departure.id, to);
}

/** One more copy, to leave as its siblings do. */
function addCopy(desk: Desk, tx: Tx, sibling: Departure, address: string): void {
  const { messageId, plan, ifTheyWriteFirst, ifOff, state, pausedFor, seriesId, occurrence } = sibling;
  if (state === 'failed') throw new Refused('Take back what failed before adding another reader.');
  const at = followsReaders(plan) ? committableMoment(desk, tx, plan, messageId, address).at : sibling.due;
  const now = desk.now(tx);
  const copy = insertDeparture(tx, {
    id: newId(),
    messageId,
    plan,
    seriesId,
    occurrence,
    ifTheyWriteFirst,
    ifOff,
    reader: address,
    state: 'draft' as const,
    meant: at,
    due: at,
    createdAt: now,
  });
  const planned = applyEvent(tx, copy, state === 'held' ? 'send' : 'plan', now);
  if (state === 'paused') applyEvent(tx, planned, 'pause', now, { pausedFor: pausedFor! });
  setDeliveries(tx, copy.id, [address]);
}
