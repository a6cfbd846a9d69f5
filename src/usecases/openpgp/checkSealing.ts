/** Whether a message can be signed and encrypted as it is asked to be: told when it is scheduled, not when it is to leave. */
import { decideSealing } from '#core/openpgp/key';
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Locked } from '../errors';
import { receivers } from '../messages/envelope';
import { isProtected, readerKeys, whyNotAhead, whyNotSigned } from './sealBody';

/** @throws Invalid */
export function checkSealing(db: Reading, message: Message): void {
  if (!isProtected(message)) return;
  const addresses = receivers(db, message.id).map(({ address }) => address);
  const { why } = decideSealing(message, readerKeys(db, addresses).without);
  if (why) throw new Invalid(why, 'encrypt');
  const late = message.sign ? whyNotAhead(db, message) : undefined;
  if (late)
    throw new Invalid(
      `${late}, and what is signed is signed before. Take that out, or do not sign it.`,
      'sign',
    );
}

/**
 * For somebody who is there and can type a passphrase: what is to be signed can be signed.
 * @throws Invalid where there is no key for it; Locked
 */
export function checkSigning(desk: Desk, messageId: string): void {
  const message = findMessage(desk.store.db, messageId);
  if (!message?.sign) return;
  const why = whyNotSigned(desk, message.fromAddress);
  if (why) throw why.locked ? new Locked(why.words) : new Invalid(why.words, 'sign');
}
