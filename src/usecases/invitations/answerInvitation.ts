/** Answering an invitation: what it asks to is put into the calendar, or taken out, and the answer leaves as any message does. */
import { isRecurring, timed, type Attendance, type EventWhen } from '#core/calendar/event';
import { ANSWER_WORDS, type InvitationAnswer } from '#core/calendar/invitation';
import { eventMoments, movedTo } from '#core/calendar/occurrences';
import { languageOf } from '#core/checks/language';
import { writeEventFile, type EventEntry } from '#core/formats/eventFile';
import { whenIn } from '#core/found/accepting';
import { addressKey } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { answerAs } from '#core/reply/answering';
import { recipientsOf, type Message } from '#store/messages';
import { departuresOf } from '#store/departures';
import { eventByUid, swapEvent } from '#store/events';
import { changeInvitation, insertCalendar, type InvitationRow } from '#store/invitations';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import { isLocal } from '#core/time/wallClock';
import type { Desk } from '../desk';
import { Invalid, Refused, Stale } from '../errors';
import { takeEntry } from '../events/exchangeEvents';
import { myAddresses } from '../events/eventView';
import { followEvents } from '../events/followEvents';
import { writerOf } from '../events/writerOf';
import { createDraft } from '../messages/createDraft';
import { deleteMessage } from '../messages/deleteMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { answerCounter } from './answerCounter';
import { entryOf, knownInvitation, readInvitation } from './invitationView';

export interface Answering {
  answer: InvitationAnswer;
  /** Words of mine that go along. */
  comment?: string;
  /** Another time I propose (COUNTER, RFC 5546 §3.2.7); only with `tentative`. */
  start?: string;
  end?: string;
  /** IANA name of the clock it is on; that of the event where it is not said. */
  zone?: string;
}

/** The event with my answer on it, in my own name. */
function withAnswer(
  entry: EventEntry,
  me: { name: string; address: string },
  attendance: Attendance,
): EventEntry {
  const key = addressKey(me.address);
  const others = entry.attendees.filter(({ address }) => addressKey(address) !== key);
  const own = entry.attendees.find(({ address }) => addressKey(address) === key);
  return {
    ...entry,
    attendees: [...others, { role: 'required', ...own, ...me, name: me.name || own?.name || '', attendance }],
  };
}

/** Into my calendar, or out of it. */
function keep(
  desk: Desk,
  tx: Tx,
  row: InvitationRow,
  me: { name: string; address: string },
  answer: InvitationAnswer,
): void {
  const { zone } = desk.settings(tx);
  const now = desk.now(tx);
  for (const entry of row.entries) {
    const known = eventByUid(tx, entry.uid, entry.occurrence);
    const master = entry.occurrence === '' ? undefined : eventByUid(tx, entry.uid);
    if (answer === 'declined') {
      if (known?.deletedAt !== null || known === undefined) continue;
      const next = swapEvent(tx, known, { deletedAt: now });
      if (!next) throw new Stale('event');
      noteChange(tx, 'event', next.id);
      followEvents(desk, tx, [next]);
      continue;
    }
    const status = answer === 'tentative' ? ('tentative' as const) : entry.status;
    const said = { ...withAnswer(entry, me, answer), status };
    const { row: taken, what } = takeEntry(
      tx,
      said,
      master?.deletedAt === null ? master.id : null,
      zone,
      now,
    );
    // What is known of it is later, or the same: only the answer is put in.
    const { attendees } = withAnswer({ ...said, attendees: taken.attendees }, me, answer);
    const kept = what === 'kept' ? swapEvent(tx, taken, { attendees, status }) : taken;
    if (!kept) throw new Stale('event');
    noteChange(tx, 'event', kept.id);
    followEvents(desk, tx, [kept]);
  }
}

/** An answer that has not left yet is not sent beside another one. */
function dropEarlier(desk: Desk, tx: Tx, { answeredBy }: InvitationRow): void {
  if (answeredBy === null) return;
  if (departuresOf(tx, answeredBy).some(({ leftAt }) => leftAt !== null)) return;
  try {
    deleteMessage(desk, answeredBy);
  } catch (error) {
    // On its way just now: both are said, and the later one counts.
    if (!(error instanceof Refused)) throw error;
  }
}

/** @throws Invalid where it is no time, or ends before it begins */
function countered(entry: EventEntry, { start, end, zone }: Answering, mine: string): EventWhen {
  const { when } = entry;
  if (isRecurring(when)) throw new Refused('It recurs: propose another time in words, in an answer.');
  for (const [time, path] of [
    [start!, 'start'],
    [end, 'end'],
  ] as const)
    if (time !== undefined && !isLocal(timed(time)))
      throw new Invalid(`“${time}” is no day or time. Write it as 2026-12-01T09:00.`, path);
  const moved = movedTo(when, start!, mine, zone ?? when.zone);
  const next = { ...moved, end: end ?? moved.end };
  if (next.end < next.start || next.end.length !== next.start.length)
    throw new Invalid('It would end before it begins.', 'end');
  return next;
}

/**
 * Answers what asks me to come, and what proposes another time for an event of mine.
 * @returns the message that carries it, on its way as any other
 * @throws NotFound; Refused where nothing may be answered; Invalid
 */
export function answerInvitation(desk: Desk, messageId: string, asked: Answering): Message {
  return desk.store.write((tx) => {
    const { message, row } = knownInvitation(desk, messageId);
    const view = readInvitation(desk, messageId);
    if (row.method === 'COUNTER' && asked.answer !== 'tentative')
      return answerCounter(desk, { message, row, entry: entryOf(row) }, asked.answer === 'accepted');
    if (row.method !== 'REQUEST') throw new Refused('This message asks nothing that can be answered so.');
    if (view.over !== null) throw new Refused(view.over);
    const entry = entryOf(row);
    const settings = desk.settings(tx);
    const now = desk.now(tx);
    const asMe = asMine(desk, tx, message, entry);
    const me = { name: asMe.name, address: asMe.address };
    const counters = asked.start !== undefined;
    if (counters && asked.answer !== 'tentative')
      throw new Invalid('Another time goes with “perhaps” only.', 'answer');
    const when = counters ? countered(entry, asked, settings.zone) : entry.when;
    dropEarlier(desk, tx, row);
    if (!counters) keep(desk, tx, row, me, asked.answer);
    const language = languageOf(`${message.text} ${entry.description}`) ?? 'en';
    const [title, words] = ANSWER_WORDS[language][asked.answer];
    const writer = writerOf(desk, message);
    const [moment] = [
      ...eventMoments({ ...when, rrule: null, rdate: [], exdate: [] }, settings.zone, -Infinity, Infinity),
    ];
    const at = moment
      ? whenIn(moment.startsAt, writer.zone, settings.zone, when.start.length === 10, language)
      : '';
    const text = [
      ...(asked.comment?.trim() ? [asked.comment.trim(), ''] : []),
      `${words}: ${entry.summary}${at && `, ${at}`}.`,
    ].join('\n');
    const draft = createDraft(desk, {
      to: [entry.organizer!],
      subject: `${title}: ${entry.summary}`,
      text: withPlainSignature(text, identityOf(settings, asMe.id).signature),
      answers: messageId,
      identity: asMe.id,
      usualWatch: false,
    });
    const said = { ...withAnswer({ ...entry, attendees: [], when }, me, asked.answer), stamp: now };
    const method = counters ? 'COUNTER' : 'REPLY';
    insertCalendar(tx, {
      messageId: draft.id,
      method,
      text: writeEventFile([said], now, method),
      summary: entry.summary,
    });
    changeInvitation(tx, messageId, { answer: asked.answer, answeredBy: draft.id });
    scheduleMessage(desk, draft.id, { kind: 'now' });
    noteChange(tx, 'message', messageId);
    return draft;
  });
}

/** As whom I was asked: the address of mine that stands among those who were, else the one it was sent to. */
function asMine(desk: Desk, tx: Tx, message: Message, entry: EventEntry) {
  const { me, identities } = desk.settings(tx);
  const mine = myAddresses(desk);
  const own = entry.attendees.find(({ address }) => mine.includes(addressKey(address)));
  const all = recipientsOf(tx, [message.id]);
  const field = (which: 'to' | 'cc') => all.filter((each) => each.field === which);
  const reached = answerAs(
    {
      direction: 'in',
      from: { name: message.fromName, address: message.fromAddress },
      to: field('to'),
      cc: field('cc'),
      replyTo: [],
    },
    identities,
  );
  const identity = own
    ? identities.find(({ address }) => addressKey(address) === addressKey(own.address))
    : identities.find(({ id }) => id === reached);
  return identity ? { ...identity, id: identity.id as string | null } : { ...me, id: null };
}
