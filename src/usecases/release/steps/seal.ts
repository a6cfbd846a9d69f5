/** Fourth step: what is composed is signed and encrypted, or has been before. */
import { composeMessage, type Composed, type OutgoingMessage } from '#mail/compose';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';
import { sealedBodyOf } from '#store/sealed';
import type { Desk } from '../../desk';
import { bodyFor, isProtected, sealedMessage, sealingOf, whyNotSigned } from '../../openpgp/sealBody';
import type { Stopped } from './stopped';

/**
 * @param content as its readers have it
 * @param headerId the Message-ID it leaves under; @param released epoch ms
 */
export async function seal(
  desk: Desk,
  departure: Departure,
  message: Message,
  content: OutgoingMessage,
  headerId: string,
  released: number,
): Promise<Composed | Stopped> {
  const { db } = desk.store;
  const sealing = isProtected(message) ? sealingOf(db, departure, message) : undefined;
  if (sealing?.why) return { policy: 'ask', words: sealing.why };
  if (!sealing || !(sealing.sign || sealing.encrypt)) return composeMessage(content, headerId, released);
  try {
    const body = await bodyFor(desk, departure, content, sealing);
    if (body) return { bytes: await sealedMessage(content, body, headerId, released), cuts: [] };
  } catch (error) {
    // A key that was good when it was chosen may not be any more.
    const why = error instanceof Error ? error.message : 'a key cannot be used';
    return { policy: 'ask', words: `It cannot be ${sealing.encrypt ? 'encrypted' : 'signed'}: ${why}.` };
  }
  const { words, locked } = whyNotSigned(desk, content.from.address)!;
  return { policy: 'ask', words, ...(locked && { pausedFor: 'key' }) };
}

/** What it says is sealed, and nothing of it is known here: it leaves as it was sealed. */
export async function sealedBefore(
  desk: Desk,
  departure: Departure,
  content: OutgoingMessage,
  headerId: string,
  released: number,
): Promise<Composed | Stopped> {
  const body = sealedBodyOf(desk.store.db, departure.id);
  if (!body) return { policy: 'ask', words: 'It is sealed for other readers. Open it, and send it anew.' };
  return { bytes: await sealedMessage(content, body, headerId, released), cuts: [] };
}
