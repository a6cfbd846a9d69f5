/** A message to myself, to see whether the mail server works. */
import type { Departure } from '#store/departures';
import { releaseNow } from './departures/changeDeparture';
import type { Desk } from './desk';
import { Invalid } from './errors';
import { createDraft } from './messages/createDraft';
import { scheduleMessage } from './messages/scheduleMessage';

export const TEST_SUBJECT = 'Oak Lantern: does the mail server work?';

/**
 * Sends it at once, without a hold.
 * @throws Invalid where my address is not known
 */
export function sendTestMessage(desk: Desk): Departure {
  const { me } = desk.settings();
  if (!me.address) throw new Invalid('Tell Oak Lantern your own address first.', 'me.address');
  const text = 'You sent this to yourself from Oak Lantern. That you read it means that sending works.\n';
  const { id } = createDraft(desk, { to: [me], subject: TEST_SUBJECT, text });
  const [departure] = scheduleMessage(desk, id, { kind: 'now' });
  return releaseNow(desk, departure!.id);
}
