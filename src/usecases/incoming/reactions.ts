/** What follows from a message that came in, by what it is; in this order, in the transaction that keeps it. */
import { isByPerson, type MailClass } from '#core/reply/classify';
import { ancestors } from '#core/reply/threading';
import type { Tx } from '#store/store';
import { keepReceipts, reportedDeparture } from '../departures/keepReceipts';
import { settleByEvidence } from '../departures/settleByEvidence';
import { pauseForWriter } from '../departures/theyWroteFirst';
import { considerInvitation } from '../invitations/considerInvitation';
import { noteWriting } from '../people/zoneGuess';
import { considerForQuestions, isOnlyAnAnswer } from '../questions/considerReply';
import { considerForWatches } from '../watches/consider';
import { bringBackEarly } from './bringBack';
import type { Incoming } from './incoming';

interface Reaction {
  to: (is: MailClass) => boolean;
  react(tx: Tx, incoming: Incoming): void;
}

const byAnybodyElse = (is: MailClass) => is !== 'own';

const REACTIONS: readonly Reaction[] = [
  {
    // What it reports of a departure of mine is told there.
    to: byAnybodyElse,
    react(tx, { mail, message, now }) {
      const about = reportedDeparture(tx, mail.report);
      if (about) keepReceipts(tx, about, mail.report!, message.id, now);
    },
  },
  {
    // What was in doubt has arrived, where it is answered, by a machine too.
    to: byAnybodyElse,
    react: (tx, { desk, mail, now }) =>
      settleByEvidence(
        desk,
        tx,
        { from: mail.from.name || mail.from.address, answers: ancestors(mail), report: mail.report },
        now,
      ),
  },
  // It may answer a question of mine.
  { to: isByPerson, react: considerForQuestions },
  {
    // What is on its way to who has just written stops; who has only pressed an answer has written nothing.
    to: isByPerson,
    react(tx, { message, now }) {
      if (!isOnlyAnAnswer(tx, message.id)) pauseForWriter(tx, message, now);
    },
  },
  // What was put off in the thread comes back.
  { to: isByPerson, react: (tx, { message, now }) => bringBackEarly(tx, message, now) },
  // It may be the answer somebody waits for; whatever it is, it is told why it is or is not.
  { to: () => true, react: considerForWatches },
  // What it does with an event, whoever pressed a button for it.
  { to: byAnybodyElse, react: considerInvitation },
  // Where its writer may be.
  { to: () => true, react: (tx, { message }) => noteWriting(tx, message) },
];

/** Has everything happen that follows from a message. */
export function react(tx: Tx, is: MailClass, incoming: Incoming): void {
  for (const reaction of REACTIONS) if (reaction.to(is)) reaction.react(tx, incoming);
}
