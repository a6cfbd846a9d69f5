import type { IncomingMessage } from '#mail/parse';
import type { Message } from '#store/messages';
import type { Desk } from '../desk';

/** A message that has come in, for what follows from it. */
export interface Incoming {
  desk: Desk;
  mail: IncomingMessage;
  /** As it is kept. */
  message: Message;
  /** Epoch ms. */
  now: number;
}
