/** What belongs around an occasion by the clock or the days of work of its reader follows them, where nobody has moved it. */
import { departuresWaitingFor } from '#store/deliveries';
import { findDeparture, type Departure } from '#store/departures';
import { noteChange } from '#store/journal';
import { occasionsOf, type OccasionMessage, type OccasionRow } from '#store/occasions';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { around, canMove, planAt, standsThere } from './aroundPlan';

interface Placed {
  departure: Departure;
  occasion: OccasionRow;
  offset: OccasionMessage['offset'];
}

/** What waits for these addresses and stands where it belongs; to be asked before its reader changes. */
export function placedFor(desk: Desk, tx: Tx, addresses: readonly string[]): Placed[] {
  const waiting = addresses.flatMap((address) => departuresWaitingFor(tx, address)).filter(canMove);
  const belongs = occasionsOf(
    tx,
    waiting.map(({ messageId }) => messageId),
  );
  return waiting.flatMap((departure) => {
    const found = belongs.get(departure.messageId);
    if (!found || departure.attempts > 0) return [];
    const { occasion, offset } = found;
    const moment = around(desk, tx, occasion, offset, departure.messageId, departure.reader);
    return moment && standsThere(departure, moment) ? [{ departure, occasion, offset }] : [];
  });
}

/** Moves what stood where it belonged to where it belongs by now, unless that is past. */
export function followPlaced(desk: Desk, tx: Tx, placed: readonly Placed[]): void {
  const now = desk.now(tx);
  for (const { departure, occasion, offset } of placed) {
    const { id, messageId, reader } = departure;
    const moment = around(desk, tx, occasion, offset, messageId, reader);
    if (!moment || moment.at <= now || standsThere(departure, moment)) continue;
    const seen = findDeparture(tx, id)!;
    const event = seen.state === 'paused' ? 'replan' : 'move';
    const patch = { plan: planAt(moment), meant: moment.at, due: moment.at };
    applyEvent(tx, seen, event, now, patch, 'its reader’s clock or days are others');
    noteChange(tx, 'occasion', occasion.id);
  }
}
