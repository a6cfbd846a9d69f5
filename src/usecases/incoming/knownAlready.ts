/** Whether a message that comes in, by whatever way, is here already. */
import { whole } from '#mail/enclosures';
import type { ReadMail } from '#mail/readMail';
import { saysTheSame } from '#mail/saysTheSame';
import { frozenOf } from '#store/frozen';
import { departureOfHeader } from '#store/left';
import { allByHeaderId, findMessage, type Message } from '#store/messages';
import { allByDigest, digestKept, sourceOf } from '#store/sources';
import type { Reading } from '#store/store';

/**
 * The incoming messages that may be the same: of its Message-ID, which two may claim; of what has none, those that say
 * the same.
 */
function candidates(db: Reading, headerId: string | undefined, digest: string) {
  const found = headerId === undefined ? allByDigest(db, digest) : allByHeaderId(db, headerId);
  return found.flatMap((message) => {
    const source = sourceOf(db, message.id);
    if (!source) return [];
    return [{ message, source, says: () => digestKept(db, message.id) ?? saysTheSame(source) }];
  });
}

/**
 * The incoming message of exactly these bytes: a server that had no answer hands one over again.
 * @param bytes asked for only where there is one to compare with
 */
export const handedOverBefore = (
  db: Reading,
  { mail, digest }: ReadMail,
  bytes: () => Buffer | undefined,
): Message | undefined =>
  candidates(db, mail.messageId, digest).find(({ source }) => bytes()?.equals(source))?.message;

/** The message, come in or sent from here, that says the same as one in a file. */
export function knownAlready(db: Reading, { mail, digest }: ReadMail): Message | undefined {
  const headerId = mail.messageId;
  const same = candidates(db, headerId, digest).find(({ says }) => says() === digest);
  if (same || headerId === undefined) return same?.message;
  const left = departureOfHeader(db, headerId);
  const copy = left && frozenOf(db, left.id);
  return copy && saysTheSame(whole(copy)) === digest ? findMessage(db, left.messageId) : undefined;
}
