/** Asking people to an event of mine, and telling them of its changes (REQUEST and CANCEL, RFC 5546 §3.2). */
import { addressKey } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { takesWholeDays } from '#core/calendar/event';
import type { Method, Told } from '#core/calendar/invitation';
import { toLocal } from '#core/time/wallClock';
import { dayWords, spanOn } from '#core/time/words';
import { canonicalZone, zoneCity } from '#core/time/zones';
import { writeEventFile } from '#core/formats/eventFile';
import { departuresOf } from '#store/departures';
import { exceptionsOf, findEvent, type EventRow } from '#store/events';
import { calendarOf, insertCalendar, toldOf } from '#store/invitations';
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { entryOf } from '../events/exchangeEvents';
import { readEvent } from '../events/eventView';
import { createDraft } from '../messages/createDraft';
import { placedReaders, readersAt } from '../people/readers';

/** @returns undefined where it is not mine, or nobody is at it */
export function toldOfEvent(db: Reading, event: EventRow, mine: readonly string[]): Told | undefined {
  const { organizer, attendees } = event;
  if (attendees.length === 0 || !organizer || !mine.includes(addressKey(organizer.address))) return undefined;
  const departures = toldOf(db, event.id).flatMap(({ messageId }) =>
    findMessage(db, messageId)?.deletedAt === null ? departuresOf(db, messageId) : [],
  );
  if (departures.some(({ state }) => state !== 'draft' && state !== 'ended' && state !== 'sent'))
    return 'leaving';
  const left = Math.max(...departures.map(({ leftAt }) => leftAt ?? -Infinity));
  if (left === -Infinity) return 'nobody';
  const since = [event, ...exceptionsOf(db, [event.id])].some(({ stamp }) => stamp > left);
  return since ? 'changed' : 'all';
}

/** A draft that says the same was begun, and not sent: that is gone on with. */
function begunFor(db: Reading, event: EventRow, method: Method): Message | undefined {
  const drafts = toldOf(db, event.id).flatMap((said) => {
    const message = said.method === method ? findMessage(db, said.messageId) : undefined;
    const isOpen = message?.deletedAt === null && departuresOf(db, message.id).length === 0;
    return isOpen && message.createdAt >= event.stamp ? [message] : [];
  });
  return drafts.at(-1);
}

/**
 * A draft to all who are at it, with what their calendar programs read as it is when it leaves.
 * @param answers a message of mine in whose thread it stands
 * @throws NotFound; Refused where nobody is at it, or I am not who asks
 */
export function invite(desk: Desk, eventId: string, answers?: string): Message {
  return desk.store.write((tx) => {
    const event = findEvent(tx, eventId);
    if (!event || event.masterId !== null || event.deletedAt !== null)
      throw new NotFound('There is no such event.');
    const settings = desk.settings(tx);
    const { me, identities, zone: mine, hourCycle } = settings;
    const own = [me, ...identities].find(
      ({ address }) => event.organizer && addressKey(address) === addressKey(event.organizer.address),
    );
    if (event.attendees.length === 0) throw new Refused('Nobody is at it but you: add people first.');
    if (!own) throw new Refused('Somebody else asks to it: only they can tell the others.');
    const off = event.status === 'cancelled';
    const begun = begunFor(tx, event, off ? 'CANCEL' : 'REQUEST');
    if (begun) return begun;
    const again = toldOfEvent(tx, event, [addressKey(own.address)]) !== 'nobody';
    const view = readEvent(desk, eventId);
    const now = toLocal(desk.now(tx), mine);
    const on = (zone: string) => `${spanOn(view.at, view.until, zone, now, hourCycle)} in ${zoneCity(zone)}`;
    const zones = [
      canonicalZone(mine),
      ...placedReaders(readersAt(desk, tx, event.attendees)).map(({ zone }) => canonicalZone(zone)),
    ];
    const when = takesWholeDays(event) ? [dayWords(`${view.start}T00:00`, now)] : [...new Set(zones)].map(on);
    const text = [
      off
        ? `“${event.summary}” is called off. It was to be:`
        : again
          ? `“${event.summary}” is now:`
          : `You are asked to “${event.summary}”:`,
      '',
      ...when.map((each) => `  ${each}`),
      ...(view.repeats ? [`  ${view.repeats}`] : []),
      ...(event.location ? [`  ${event.location}`] : []),
      ...(event.description ? ['', event.description] : []),
    ].join('\n');
    const identity = identities.find(({ address }) => address === own.address)?.id ?? null;
    const draft = createDraft(desk, {
      to: event.attendees.map(({ name, address }) => ({ name, address })),
      subject: off
        ? `Called off: ${event.summary}`
        : again
          ? `Changed: ${event.summary}`
          : `Invitation: ${event.summary}`,
      text: withPlainSignature(text, identityOf(settings, identity).signature),
      answers,
      identity,
      usualWatch: false,
    });
    insertCalendar(tx, {
      messageId: draft.id,
      method: off ? 'CANCEL' : 'REQUEST',
      eventId,
      summary: event.summary,
    });
    return draft;
  });
}

/**
 * What a message says to calendar programs, now.
 * @returns undefined where it says nothing; in words why it must not leave like this
 */
export function calendarFor(
  db: Reading,
  messageId: string,
  now: number,
): { method: Method; text: string } | string | undefined {
  const said = calendarOf(db, messageId);
  if (!said) return undefined;
  const { method, text, eventId, summary } = said;
  if (text !== null) return { method, text };
  const event = eventId === null ? undefined : findEvent(db, eventId);
  if (!event || event.deletedAt !== null)
    return `“${summary}”, which it is about, is taken out of the calendar.`;
  if (method === 'REQUEST' && event.status === 'cancelled')
    return `“${summary}”, which it asks to, is cancelled.`;
  const rows = [event, ...exceptionsOf(db, [event.id])];
  return { method, text: writeEventFile(rows.map(entryOf), now, method) };
}
