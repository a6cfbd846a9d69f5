/** A second message in the thread, to those who have not answered. */
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { answerSubject } from '#core/reply/threading';
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import { missingReaders, readersOfWatches, type Watch } from '#store/watches';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { createDraft } from '../messages/createDraft';
import { knownWatch } from './knownWatch';

/** Keeps it as a draft. @param text without signature */
export function draftChaser(desk: Desk, db: Reading, watch: Watch, text: string): Message {
  const watched = findMessage(db, watch.messageId)!;
  const missing = missingReaders(db, watch.id);
  const to = missing.length > 0 ? missing : readersOfWatches(db, [watch.id]);
  return createDraft(desk, {
    to: to.map(({ name, address }) => ({ name, address })),
    subject: answerSubject(watched.subject),
    text,
    answers: watched.id,
    identity: watched.identity,
    // The wait for the message it chases goes on.
    usualWatch: false,
  });
}

/** What a chaser says: the words given, else the usual ones; with the signature of who wrote the message. */
export function chaserText(desk: Desk, db: Reading, watch: Watch, text: string): string {
  const settings = desk.settings(db);
  const { signature } = identityOf(settings, findMessage(db, watch.messageId)!.identity);
  return withPlainSignature(text.trim() || settings.chaserText, signature);
}

/**
 * Keeps it as a draft: when it leaves is decided there. Without words of its own it says the usual ones.
 * @throws NotFound; Refused where the message has not left, so that nobody can have answered
 */
export function chase(desk: Desk, watchId: string, text: string): Message {
  const { db } = desk.store;
  const watch = knownWatch(db, watchId);
  if (watch.since === null) throw new Refused('This message has not left. There is nobody to chase yet.');
  return draftChaser(desk, db, watch, chaserText(desk, db, watch, text));
}
