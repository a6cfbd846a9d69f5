/** The checks, run beside the page: a long message must not make a key wait. */
import type { CheckedMessage, MessageContext } from '#core/checks/checkedMessage';
import type { Finding } from '#core/checks/finding';
import { checkMessage, spelledWords } from '#core/checks/message';
import type { Spelled } from '#core/checks/spelling';

export interface CheckRequest {
  message: CheckedMessage;
  context: MessageContext;
}

export interface CheckAnswer {
  findings: Finding[];
  /** What a dictionary is to be asked about. */
  words: Spelled[];
}

self.onmessage = ({ data: { message, context } }: MessageEvent<CheckRequest>) => {
  const words = context.off.includes('spelling') ? [] : spelledWords(message, context);
  const answer: CheckAnswer = { findings: checkMessage(message, context), words };
  self.postMessage(answer);
};
