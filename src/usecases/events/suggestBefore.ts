/** Moments before events that readers of a message are at. */
import type { Suggestion } from '#core/moment/suggest';
import { addressKey } from '#core/message/address';
import type { Plan } from '#core/plan/plan';
import { eventsWith } from '#store/events';
import type { Desk } from '../desk';
import { askedReaders, type AskedRecipient } from '../moments/previewPlan';
import { timeAt } from './knownEvent';

const DAY_MS = 86_400_000;
/** Events further away are no reason to wait. */
const AHEAD_MS = 21 * DAY_MS;
const HOUR = 3_600_000;
const MOST = 2;

/** An hour before the next ones, soonest first; none whose hour before has begun. @throws Invalid */
export function suggestBeforeEvents(desk: Desk, recipients: readonly AskedRecipient[]): Suggestion[] {
  const { db } = desk.store;
  const now = desk.now();
  const { zone: mine } = desk.settings();
  const addresses = askedReaders(desk, recipients).map(({ address }) => addressKey(address));
  const times = eventsWith(db, addresses, now)
    .filter(({ masterId }) => masterId === null)
    .flatMap((event) => {
      const time = timeAt(db, event, null, mine, now);
      const at = (time?.moment.startsAt ?? 0) - HOUR;
      return time && !time.cancelled && at > now && at < now + AHEAD_MS ? [{ event, time, at }] : [];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, MOST);
  return times.map(({ event, time, at }) => {
    const plan: Plan = {
      kind: 'before-event',
      event: event.id,
      ...(time.moment.occurrence && { occurrence: time.moment.occurrence }),
      offset: '-PT1H',
    };
    return { plan, at, words: `An hour before “${time.row.summary}”` };
  });
}
