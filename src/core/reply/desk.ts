/** What an answer now would do: land in the writer's working day, or wait. */
import { dayPart, nextWorkStart, type Working } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';

export interface AtDesk {
  /** The writer's wall-clock time, `2026-11-25T00:54:00`. */
  local: string;
  working: boolean;
  /** When the writer is next at work, epoch ms; undefined while at work or where no work is in sight. */
  worksAt?: number;
}

/** @param now epoch ms */
export function atTheirDesk(now: number, zone: string, who?: Working): AtDesk {
  const local = toLocal(now, zone);
  if (dayPart(local, who) === 'working') return { local, working: true };
  const start = nextWorkStart(local, who);
  return { local, working: false, worksAt: start === undefined ? undefined : toInstant(start, zone).at };
}

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
