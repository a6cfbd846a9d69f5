/** The plan of a message around an occasion, for one of its readers or for all together. */
import { momentAround, type AroundMoment, type Occasion, type Offset } from '#core/occasion/offset';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import { PENDING_STATES } from '#core/departure/states';
import { addressKey } from '#core/message/address';
import type { Departure } from '#store/departures';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { meAsPerson, readersAt } from '../people/readers';

/** @param reader the address of the one it goes to; null: all of them, whose clock counts where it is one alone */
export function around(
  desk: Desk,
  db: Reading,
  occasion: Occasion,
  offset: Offset,
  messageId: string,
  reader: Departure['reader'] = null,
): AroundMoment | undefined {
  const all = receivers(db, messageId);
  const theirs = reader ? all.filter(({ address }) => addressKey(address) === addressKey(reader)) : all;
  const [known] = theirs.length === 1 ? readersAt(desk, db, theirs) : [];
  const me = meAsPerson(desk, db);
  return momentAround(occasion, offset, {
    mine: me,
    reader: known?.zone ? { zone: known.zone, working: known.working } : undefined,
  });
}

export const canMove = ({ state, leftAt }: Departure): boolean =>
  leftAt === null && (PENDING_STATES.includes(state) || state === 'paused' || state === 'failed');

/** Two moments of one minute are one: hands do not move seconds. */
const SAME_MS = 60_000;

/** Nobody has moved it away from there. */
export const standsThere = ({ meant }: Pick<Departure, 'meant'>, { at }: AroundMoment): boolean =>
  Math.abs(meant - at) < SAME_MS;

export const planAt = ({ local, zone }: AroundMoment): AtPlan => ({ kind: 'at', local, zone });
