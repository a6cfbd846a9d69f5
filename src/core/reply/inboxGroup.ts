/** The groups of the inbox: what an answer now would do. */
import type { Working } from '../time/dayParts';
import { atTheirDesk } from '../people/atTheirDesk';

export type InboxGroup =
  | 'Came back'
  | 'At their desk now'
  | 'Away from their desk, an answer lands later'
  | 'Where they are is not known';

export const INBOX_GROUPS: readonly InboxGroup[] = [
  'Came back',
  'At their desk now',
  'Away from their desk, an answer lands later',
  'Where they are is not known',
];

/** The group a message of the inbox stands in. */
export function inboxGroup(
  message: { returned: unknown; from: { zone: string | null } },
  now: number,
  who?: Working,
): InboxGroup {
  if (message.returned) return 'Came back';
  if (!message.from.zone) return 'Where they are is not known';
  return atTheirDesk(now, message.from.zone, who).working
    ? 'At their desk now'
    : 'Away from their desk, an answer lands later';
}
