/** The order messages stand in, in the inbox. */
import type { MessageSummaryJson } from '../../api/types';
import { INBOX_GROUPS, inboxGroup, type InboxGroup } from '../../core/reply/desk';

/** The groups that have messages, each newest first. @param now epoch ms */
export function grouped(
  messages: MessageSummaryJson[],
  now: number,
): { name: InboxGroup; messages: MessageSummaryJson[] }[] {
  return INBOX_GROUPS.map((name) => ({
    name,
    messages: messages.filter((message) => inboxGroup(message, now) === name),
  })).filter((group) => group.messages.length > 0);
}

/** The message on top. */
export function firstOf(messages: MessageSummaryJson[], now: number): MessageSummaryJson | undefined {
  return grouped(messages, now)[0]?.messages[0];
}
