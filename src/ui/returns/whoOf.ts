import type { MessageSummaryJson } from '#api/types';
import { recipientsWords } from '../common/format';

/** Whose message it is, in a list. */
export const whoOf = (message: MessageSummaryJson) =>
  message.direction === 'out'
    ? `To ${recipientsWords(message.to, message.toCount)}`
    : message.from.name || message.from.address;
