/** Another time that somebody proposes for an event of mine (COUNTER, RFC 5546 §3.2.7): taken up, or refused (DECLINECOUNTER, §3.2.8). */
import { languageOf } from '#core/checks/language';
import { writeEventFile, type EventEntry } from '#core/formats/eventFile';
import { whenIn } from '#core/found/accepting';
import { addressKey } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { eventByUid, type EventRow } from '#store/events';
import { changeInvitation, insertCalendar, type InvitationRow } from '#store/invitations';
import { noteChange } from '#store/journal';
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { entryOf as entryOfRow } from '../events/exchangeEvents';
import { myAddresses, readEvent } from '../events/eventView';
import { changeEvent } from '../events/writeEvent';
import { writerOf } from '../events/writerOf';
import { createDraft } from '../messages/createDraft';
import { scheduleMessage } from '../messages/scheduleMessage';
import { invite } from './invite';

/** The event of mine that is meant; in words why none is. */
export function eventCountered(
  db: Reading,
  mine: readonly string[],
  sender: string,
  entry: EventEntry,
): EventRow | string {
  const event = eventByUid(db, entry.uid);
  if (
    !event ||
    event.deletedAt !== null ||
    !event.organizer ||
    !mine.includes(addressKey(event.organizer.address))
  )
    return 'It is about no event of yours.';
  if (!event.attendees.some(({ address }) => addressKey(address) === sender))
    return 'Who proposes it is not at the event.';
  if (event.status === 'cancelled') return 'The event is called off.';
  if (entry.sequence < event.sequence) return 'The event has moved since.';
  return event;
}

/**
 * Taken up, the event moves, and the message that is returned is a draft that tells all who are at it; refused, it is on its way.
 * @throws Refused
 */
export function answerCounter(
  desk: Desk,
  { message, row, entry }: { message: Message; row: InvitationRow; entry: EventEntry },
  take: boolean,
): Message {
  return desk.store.write((tx) => {
    const event = eventCountered(tx, myAddresses(desk), addressKey(message.fromAddress), entry);
    if (typeof event === 'string') throw new Refused(event);
    const given = row.answeredBy === null ? undefined : findMessage(tx, row.answeredBy);
    if (given?.deletedAt === null) throw new Refused('You have answered it already.');
    const { start, end, zone } = entry.when;
    const which = entry.occurrence ? { occurrence: entry.occurrence, reach: 'this' as const } : {};
    let answer: Message;
    if (take) {
      changeEvent(desk, event.id, { start, end, zone }, which);
      answer = invite(desk, event.id);
    } else {
      const settings = desk.settings(tx);
      const view = readEvent(desk, event.id, entry.occurrence || null);
      const writer = writerOf(desk, message);
      const language = languageOf(message.text) ?? 'en';
      const mine = view.wholeDays ? settings.zone : writer.zone;
      const when = whenIn(view.at, mine, settings.zone, view.wholeDays, language);
      const own = settings.identities.find(
        ({ address }) => addressKey(address) === addressKey(event.organizer!.address),
      );
      const identity = own?.id ?? null;
      answer = createDraft(desk, {
        to: [{ name: message.fromName, address: message.fromAddress }],
        subject: `Stays: ${event.summary}`,
        text: withPlainSignature(`${event.summary}: ${when}.`, identityOf(settings, identity).signature),
        answers: message.id,
        identity,
        usualWatch: false,
      });
      const text = writeEventFile([entryOfRow(event)], desk.now(tx), 'DECLINECOUNTER');
      insertCalendar(tx, { messageId: answer.id, method: 'DECLINECOUNTER', text, summary: event.summary });
      scheduleMessage(desk, answer.id, { kind: 'now' });
    }
    changeInvitation(tx, row.messageId, { answer: take ? 'accepted' : 'declined', answeredBy: answer.id });
    noteChange(tx, 'message', message.id);
    return answer;
  });
}
