/** The order messages stand in, in the inbox. */
import type { MessageSummaryJson } from '../../api/types';
import { INBOX_GROUPS, inboxGroup, type InboxGroup } from '../../core/reply/desk';
import type { Working } from '../../core/time/dayParts';

/** When the writer of an address works, as far as is known. */
export type WorkingAt = (address: string) => Working | undefined;

/** The groups that have messages, each newest first. @param now epoch ms */
export function grouped(
  messages: MessageSummaryJson[],
  now: number,
  workingAt: WorkingAt,
): { name: InboxGroup; messages: MessageSummaryJson[] }[] {
  const groupOf = new Map(
    messages.map((message) => [message.id, inboxGroup(message, now, workingAt(message.from.address))]),
  );
  return INBOX_GROUPS.map((name) => ({
    name,
    messages: messages.filter((message) => groupOf.get(message.id) === name),
  })).filter((group) => group.messages.length > 0);
}

/** The message on top. */
export function firstOf(
  messages: MessageSummaryJson[],
  now: number,
  workingAt: WorkingAt,
): MessageSummaryJson | undefined {
  return grouped(messages, now, workingAt)[0]?.messages[0];
}
