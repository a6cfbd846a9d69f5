/** Invitations by mail (iMIP): what comes in, what is answered, and what others answer to mine. */
import { convertIcsCalendar } from 'ts-ics';
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { bytesOfLeft } from '#test/support/questions';
import { parseMessage } from '#mail/parse';
import { departuresOf } from '#store/departures';
import { findMessage } from '#store/messages';
import { changeSettings } from './changeSettings';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import { readEventDetail } from './events/eventDetail';
import { listEvents } from './events/eventView';
import { foundTimes } from './events/foundTimes';
import { changeEvent, createEvent, deleteEvent, type EventInput } from './events/writeEvent';
import { receiveMail } from './incoming/receiveMail';
import { answerInvitation } from './invitations/answerInvitation';
import { invite } from './invitations/invite';
import { readMessageCalendar } from './invitations/invitationView';
import { createDraft } from './messages/createDraft';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent } from './people/correspondents';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';

const ME = 'registrar@wrenfield.example';
const HARUKI = 'h.anzai@lacquer.example';

let desk: Desk;
let count = 0;
beforeEach(() => {
  ({ desk } = tempDesk());
  changeSettings(desk, { me: { name: 'Tamsin Oyelaran', address: ME }, zone: 'Europe/Lisbon' });
  addCorrespondent(desk, { name: 'Haruki Anzai', addresses: [HARUKI], zone: 'Asia/Tokyo', place: 'Osaka' });
});

interface Said {
  method?: string;
  from?: string;
  uid?: string;
  start?: string;
  end?: string;
  sequence?: number;
  stamp?: string;
  organizer?: string;
  attendee?: string;
  more?: string[];
  /** How other programs put it into a mail. */
  as?: 'alternative' | 'attached' | 'only';
}

function mailOf({
  method = 'REQUEST',
  from = `Haruki Anzai <${HARUKI}>`,
  uid = 'rail-1@lacquer.example',
  start = 'DTSTART;TZID=Asia/Tokyo:20261126T180000',
  end = 'DTEND;TZID=Asia/Tokyo:20261126T190000',
  sequence = 0,
  stamp = '20261124T080000Z',
  organizer = `ORGANIZER;CN=Haruki Anzai:mailto:${HARUKI}`,
  attendee = `ATTENDEE;CN=Tamsin Oyelaran;ROLE=REQ-PARTICIPANT;PARTSTAT=NEEDS-ACTION;RSVP=TRUE:MAILTO:${ME}`,
  more = [],
  as = 'alternative',
}: Said): Buffer {
  const calendar = [
    'BEGIN:VCALENDAR',
    'PRODID:-//Somebody//Else//EN',
    'VERSION:2.0',
    `METHOD:${method}`,
    'BEGIN:VEVENT',
    `UID:${uid}`,
    `DTSTAMP:${stamp}`,
    start,
    end,
    `SEQUENCE:${sequence}`,
    'SUMMARY:Heights of the rail',
    organizer,
    attendee,
    ...more,
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n');
  const head = [
    `From: ${from}`,
    `To: ${ME}`,
    'Subject: Invitation: Heights of the rail',
    'Date: Tue, 24 Nov 2026 17:00:00 +0900',
    `Message-ID: <${++count}@lacquer.example>`,
    'MIME-Version: 1.0',
  ];
  const part = [
    `Content-Type: text/calendar; charset=UTF-8; method=${method}`,
    'Content-Transfer-Encoding: base64',
    ...(as === 'attached' ? ['Content-Disposition: attachment; filename="invite.ics"'] : []),
    '',
    Buffer.from(calendar).toString('base64'),
  ];
  const text = ['Content-Type: text/plain; charset=utf-8', '', 'Would you join us?'];
  const whole =
    as === 'only'
      ? [...head, ...part]
      : [
          ...head,
          `Content-Type: multipart/${as === 'alternative' ? 'alternative' : 'mixed'}; boundary=b`,
          '',
          '--b',
          ...text,
          '--b',
          ...part,
          '--b--',
        ];
  return Buffer.from(whole.join('\r\n'));
}
const came = async (said: Said = {}) => (await receiveMail(desk, mailOf(said))).id;
const seen = (id: string) => readMessageCalendar(desk, id).invitation!;
const events = () => listEvents(desk, Date.parse('2026-11-20'), Date.parse('2026-12-31'));
const starts = () => events().map(({ at, status }) => `${new Date(at).toISOString().slice(0, 16)} ${status}`);

/** What of a message of mine goes over the wire. */
async function leaves(messageId: string): Promise<Buffer> {
  const departure = departuresOf(desk.store.db, messageId).at(-1)!;
  desk.store.write((tx) =>
    tx.run(`UPDATE departures SET due = 0, state = 'scheduled' WHERE id = '${departure.id}'`),
  );
  await claimDeparture(desk, departure.id);
  await finishAttempt(desk, departure.id, {
    outcomes: readersOf(messageId).map((address) => ({
      address,
      status: 'accepted' as const,
      answer: '250 ok',
    })),
    unanswered: false,
  });
  return bytesOfLeft(desk, departure.id);
}
const readersOf = (messageId: string) =>
  desk.store.db
    .all<{ address: string }>(
      `SELECT address FROM recipients WHERE message_id = '${messageId}' AND field = 'to'`,
    )
    .map(({ address }) => address);
/** The part for calendar programs, read by a reader that is not ours. */
function calendarIn(bytes: Buffer) {
  const raw = bytes.toString();
  const method = /Content-Type: text\/calendar;[^\r\n]*(?:\r\n\s[^\r\n]*)*/.exec(raw)?.[0];
  expect(method).toMatch(/method="?(?:REQUEST|REPLY|CANCEL|COUNTER|DECLINECOUNTER)/);
  const head = raw.slice(raw.indexOf(method!));
  const [fields, ...body] = head.split('\r\n\r\n');
  const encoded = body.join('\r\n\r\n').split('\r\n--')[0]!;
  const encoding = /Content-Transfer-Encoding: (\S+)/i.exec(fields!)?.[1];
  const text = encoding === 'base64' ? Buffer.from(encoded, 'base64').toString() : encoded;
  return convertIcsCalendar(undefined, encoding === 'quoted-printable' ? unquoted(text) : text);
}
const unquoted = (text: string) =>
  text
    .replace(/=\r\n/g, '')
    .replace(/=([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));

describe('an invitation', () => {
  it.each(['alternative', 'attached', 'only'] as const)(
    '%s in a mail, is seen on both clocks, and is in no calendar yet',
    async (as) => {
      createEvent(desk, { summary: 'Loans committee', start: '2026-11-26T09:30', zone: 'Europe/Lisbon' });
      const view = seen(await came({ as }));
      expect(view).toMatchObject({
        method: 'REQUEST',
        summary: 'Heights of the rail',
        says: 'Haruki Anzai asks you to come.',
        over: null,
        answer: null,
        event: null,
        when: {
          here: 'Thu 26 Nov 09:00–10:00',
          there: 'Thu 26 Nov 18:00–19:00 in Osaka',
          verdict: 'during “Loans committee”',
        },
      });
      expect(events()).toHaveLength(1);
    },
  );

  it('stands once: its time is not told again as one found in the text', async () => {
    const bytes = mailOf({}).toString();
    const text = 'Would you join us on Thursday at 18:00, or on Friday at 18:00?';
    const { id } = await receiveMail(desk, Buffer.from(bytes.replace('Would you join us?', text)));
    expect(foundTimes(desk, id).times.map(({ start }) => start)).toEqual(['2026-11-27T18:00']);
  });

  it('is answered: in the calendar, and a REPLY that another reader reads', async () => {
    const id = await came();
    const reply = answerInvitation(desk, id, { answer: 'accepted', comment: 'With pleasure.' });
    expect(seen(id).answer).toMatchObject({ attendance: 'accepted', state: 'held' });
    expect(starts()).toEqual(['2026-11-26T09:00 confirmed']);
    expect(seen(id).when).toMatchObject({ verdict: 'free' });
    const bytes = await leaves(reply.id);
    const calendar = calendarIn(bytes);
    expect(calendar.method).toBe('REPLY');
    const [event] = calendar.events!;
    expect(event).toMatchObject({
      uid: 'rail-1@lacquer.example',
      organizer: { email: HARUKI },
      attendees: [{ email: ME, partstat: 'ACCEPTED' }],
    });
    expect(event!.start.date.toISOString()).toBe('2026-11-26T09:00:00.000Z');
    const mail = await parseMessage(bytes);
    expect(mail.subject).toBe('Accepted: Heights of the rail');
    expect(mail.to.map(({ address }) => address)).toEqual([HARUKI]);
    expect(mail.text).toContain('With pleasure.');
    expect(mail.text).toContain('Thursday 26 November at 18:00 your time (09:00 my time)');
    expect(mail.attachments).toHaveLength(1);
    expect(seen(id).answer!.state).toBe('sent');
  });

  it('may be answered otherwise: before the first has left it alone goes', async () => {
    const id = await came();
    const first = answerInvitation(desk, id, { answer: 'accepted' });
    const second = answerInvitation(desk, id, { answer: 'tentative' });
    expect(
      departuresOf(desk.store.db, first.id).every(({ state }) => state === 'ended' || state === 'draft'),
    ).toBe(true);
    expect(departuresOf(desk.store.db, second.id).at(-1)!.state).toBe('held');
    expect(starts()).toEqual(['2026-11-26T09:00 tentative']);
    answerInvitation(desk, id, { answer: 'declined' });
    expect(starts()).toEqual([]);
    answerInvitation(desk, id, { answer: 'accepted' });
    expect(starts()).toEqual(['2026-11-26T09:00 confirmed']);
  });

  it('whose answer is taken back is said to be unanswered', async () => {
    const id = await came();
    const reply = answerInvitation(desk, id, { answer: 'accepted' });
    takeBack(desk, departuresOf(desk.store.db, reply.id)[0]!.id);
    expect(seen(id).answer).toMatchObject({ state: 'draft' });
  });

  it('for a whole day is for that day on every clock', async () => {
    const monday = { start: 'DTSTART;VALUE=DATE:20261130', end: 'DTEND;VALUE=DATE:20261201' };
    const view = seen(await came(monday));
    expect(view.when).toMatchObject({
      wholeDay: true,
      here: 'Mon 30 Nov',
      there: 'Mon 30 Nov',
      verdict: 'nothing in your calendar that day',
    });
  });

  it('that is over, called off, or replaced by a later one is not to be answered', async () => {
    const past = await came({ uid: 'p', start: 'DTSTART:20261120T090000Z', end: 'DTEND:20261120T100000Z' });
    expect(seen(past).over).toBe('It is over.');
    const id = await came();
    const eve = 'Eve <eve@elsewhere.example>';
    await came({ method: 'CANCEL', sequence: 9, from: eve });
    await came({ sequence: 9, from: eve });
    expect(seen(id).over).toBeNull();
    await came({ sequence: 1, start: 'DTSTART:20261127T090000Z', end: 'DTEND:20261127T100000Z' });
    expect(seen(id).over).toBe('There is a later message about it.');
    await came({ method: 'CANCEL', sequence: 2 });
    expect(seen(id).over).toBe('It has been called off since.');
    expect(() => answerInvitation(desk, id, { answer: 'accepted' })).toThrow('It has been called off since.');
  });

  it('that I answered moves in my calendar when who asked says so, and nobody else', async () => {
    answerInvitation(desk, await came(), { answer: 'accepted' });
    const moved = {
      start: 'DTSTART:20261127T110000Z',
      end: 'DTEND:20261127T120000Z',
      stamp: '20261124T090000Z',
    };
    const forged = await came({ ...moved, sequence: 5, from: 'Eve <eve@elsewhere.example>' });
    expect(seen(forged).did).toBeNull();
    expect(starts()).toEqual(['2026-11-26T09:00 confirmed']);
    const told = await came({ ...moved, sequence: 1 });
    expect(seen(told).did).toBe('It has moved in your calendar.');
    expect(starts()).toEqual(['2026-11-27T11:00 confirmed']);
    // One that was written before comes after it.
    const late = await came({ sequence: 0, stamp: '20261124T083000Z' });
    expect(seen(late).did).toBeNull();
    expect(starts()).toEqual(['2026-11-27T11:00 confirmed']);
    const off = await came({ method: 'CANCEL', sequence: 1, stamp: '20261124T100000Z' });
    expect(seen(off).did).toBe('It is called off in your calendar.');
    expect(starts()).toEqual(['2026-11-27T11:00 cancelled']);
  });

  it('to what recurs: one time of it is called off, the others stay', async () => {
    answerInvitation(desk, await came({ more: ['RRULE:FREQ=WEEKLY;COUNT=3'] }), { answer: 'accepted' });
    expect(starts()).toHaveLength(3);
    await came({
      method: 'CANCEL',
      sequence: 0,
      stamp: '20261124T100000Z',
      // Named on another clock.
      start: 'DTSTART:20261203T090000Z',
      end: 'DTEND:20261203T100000Z',
      more: ['RECURRENCE-ID:20261203T090000Z'],
    });
    expect(starts()).toEqual([
      '2026-11-26T09:00 confirmed',
      '2026-12-03T09:00 cancelled',
      '2026-12-10T09:00 confirmed',
    ]);
  });

  it('is answered with another time: a COUNTER, and nothing in my calendar', async () => {
    const id = await came();
    expect(() => answerInvitation(desk, id, { answer: 'accepted', start: '2026-11-27T10:00' })).toThrow(
      'perhaps',
    );
    expect(() => answerInvitation(desk, id, { answer: 'tentative', start: '2026-13-27T10:00' })).toThrow(
      'no day or time',
    );
    const message = answerInvitation(desk, id, {
      answer: 'tentative',
      start: '2026-11-27T10:00',
      zone: 'Europe/Lisbon',
    });
    expect(events()).toEqual([]);
    const calendar = calendarIn(await leaves(message.id));
    expect(calendar.method).toBe('COUNTER');
    expect(calendar.events![0]!.start.date.toISOString()).toBe('2026-11-27T10:00:00.000Z');
    expect(calendar.events![0]!.end!.date.toISOString()).toBe('2026-11-27T11:00:00.000Z');
  });

  it.each([
    [
      'no calendar',
      Buffer.from('From: a@x.example\r\nContent-Type: text/calendar; method=REQUEST\r\n\r\nnothing'),
    ],
    ['two events', mailOf({ more: ['END:VEVENT', 'BEGIN:VEVENT', 'UID:other', 'DTSTART:20261126T090000Z'] })],
    ['a rule without an end', mailOf({ more: ['RRULE:FREQ=SECONDLY'] })],
    ['a method nobody knows', mailOf({ method: 'EXPLODE' })],
    [
      'more entries than anybody has',
      mailOf({ more: Array<string>(12_000).fill('END:VEVENT\r\nBEGIN:VEVENT\r\nUID:x') }),
    ],
    ['a day there is not', mailOf({ start: 'DTSTART;TZID=Asia/Tokyo:20261131T180000' })],
  ])('that cannot be used is a message like any other: %s', async (_, bytes) => {
    const { id } = await receiveMail(desk, bytes);
    expect(readMessageCalendar(desk, id)).toMatchObject({ carries: null });
    expect(findMessage(desk.store.db, id)!.strange).toBeNull();
    expect(events()).toEqual([]);
  });
});

describe('asking others', () => {
  const CALL: EventInput = {
    summary: 'Broker call',
    start: '2026-11-26T15:00',
    end: '2026-11-26T16:00',
    zone: 'Europe/Lisbon',
    attendees: [`Haruki Anzai <${HARUKI}>`, 'Bela <bela@x.example>'],
  };
  const replyOf = (uid: string, partstat: string, more: Said = {}) =>
    came({
      method: 'REPLY',
      uid,
      stamp: '20261124T150000Z',
      start: 'DTSTART:20261126T150000Z',
      end: 'DTEND:20261126T160000Z',
      organizer: `ORGANIZER:mailto:${ME}`,
      attendee: `ATTENDEE;PARTSTAT=${partstat}:mailto:${HARUKI}`,
      ...more,
    });
  const attendance = (id: string) =>
    readEventDetail(desk, id).attendees.map(({ name, attendance: said }) => `${name} ${said}`);

  it('a draft with what their programs read, as it is when it leaves', async () => {
    const event = createEvent(desk, CALL);
    expect(readEventDetail(desk, event.id).told).toBe('nobody');
    const draft = invite(desk, event.id);
    expect(draft.subject).toBe('Invitation: Broker call');
    // One that was begun is gone on with.
    expect(invite(desk, event.id).id).toBe(draft.id);
    expect(draft.text).toContain('Thu 26 Nov 15:00–16:00 in Lisbon');
    expect(draft.text).toContain('Fri 27 Nov 00:00–01:00 in Tokyo');
    scheduleMessage(desk, draft.id, { kind: 'now' });
    expect(readEventDetail(desk, event.id).told).toBe('leaving');
    changeEvent(desk, event.id, { start: '2026-11-26T16:00' });
    const calendar = calendarIn(await leaves(draft.id));
    expect(calendar.method).toBe('REQUEST');
    const [told] = calendar.events!;
    expect(told).toMatchObject({
      sequence: 1,
      organizer: { email: ME, name: 'Tamsin Oyelaran' },
      attendees: [
        { email: HARUKI, partstat: 'NEEDS-ACTION', rsvp: true },
        { email: 'bela@x.example', partstat: 'NEEDS-ACTION', rsvp: true },
      ],
    });
    expect(told!.start.date.toISOString()).toBe('2026-11-26T16:00:00.000Z');
    expect(readEventDetail(desk, event.id).told).toBe('all');
    desk.store.write((tx) => tx.run(`UPDATE events SET stamp = stamp + 1`));
    expect(readEventDetail(desk, event.id).told).toBe('changed');
    expect(invite(desk, event.id).subject).toBe('Changed: Broker call');
    changeEvent(desk, event.id, { status: 'cancelled' });
    const off = invite(desk, event.id);
    expect(off.subject).toBe('Called off: Broker call');
    scheduleMessage(desk, off.id, { kind: 'now' });
    expect(calendarIn(await leaves(off.id)).method).toBe('CANCEL');
  });

  it('does not leave for an event that is taken out meanwhile', async () => {
    const event = createEvent(desk, CALL);
    const draft = invite(desk, event.id);
    const [departure] = scheduleMessage(desk, draft.id, { kind: 'now' });
    deleteEvent(desk, event.id);
    desk.store.write((tx) => tx.run(`UPDATE departures SET due = 0, state = 'scheduled'`));
    await claimDeparture(desk, departure!.id);
    expect(departuresOf(desk.store.db, draft.id)[0]).toMatchObject({
      state: 'paused',
      reason: '“Broker call”, which it is about, is taken out of the calendar.',
    });
  });

  it('answers are counted: in their own name, for the time it is, the latest', async () => {
    const event = createEvent(desk, CALL);
    const { uid } = event;
    expect(seen(await replyOf(uid, 'ACCEPTED')).did).toBe('Haruki Anzai comes.');
    expect(attendance(event.id)).toEqual(['Haruki Anzai accepted', 'Bela needs-action']);
    expect(seen(await replyOf(uid, 'DECLINED', { stamp: '20261124T140000Z' })).did).toBe(
      'Haruki Anzai has said something later.',
    );
    const forged = await replyOf(uid, 'DECLINED', { stamp: '20261124T160000Z', from: 'Eve <eve@x.example>' });
    expect(seen(forged).did).toBeNull();
    const stranger = await replyOf(uid, 'ACCEPTED', {
      from: 'Eve <eve@x.example>',
      attendee: 'ATTENDEE;PARTSTAT=ACCEPTED:mailto:eve@x.example',
    });
    expect(seen(stranger).did).toBe('eve@x.example was not asked, and is not counted.');
    expect(attendance(event.id)).toEqual(['Haruki Anzai accepted', 'Bela needs-action']);
    changeEvent(desk, event.id, { start: '2026-11-27T15:00' });
    expect(seen(await replyOf(uid, 'DECLINED', { stamp: '20261124T170000Z' })).did).toContain(
      'before it moved',
    );
    expect(seen(await replyOf(uid, 'TENTATIVE', { sequence: 1, stamp: '20261124T180000Z' })).did).toBe(
      'Haruki Anzai comes perhaps.',
    );
    expect(attendance(event.id)[0]).toBe('Haruki Anzai tentative');
  });

  it('an answer to one time of what recurs is counted there', async () => {
    const event = createEvent(desk, { ...CALL, rrule: 'FREQ=WEEKLY' });
    const more = {
      more: ['RECURRENCE-ID;TZID=Europe/Lisbon:20261203T150000'],
      start: 'DTSTART:20261203T150000Z',
      end: 'DTEND:20261203T160000Z',
    };
    expect(seen(await replyOf(event.uid, 'DECLINED', more)).did).toBe('Haruki Anzai does not come.');
    const said = (occurrence: string) => readEventDetail(desk, event.id, occurrence).attendees[0]!.attendance;
    expect([said('2026-11-26T15:00:00'), said('2026-12-03T15:00:00')]).toEqual(['needs-action', 'declined']);
    // That somebody has answered is no change those who are at it do not know of.
    const draft = invite(desk, event.id);
    scheduleMessage(desk, draft.id, { kind: 'now' });
    await leaves(draft.id);
    const later = { ...more, start: 'DTSTART:20261210T150000Z', end: 'DTEND:20261210T160000Z' };
    await replyOf(event.uid, 'DECLINED', {
      ...later,
      more: ['RECURRENCE-ID;TZID=Europe/Lisbon:20261210T150000'],
    });
    expect(said('2026-12-10T15:00:00')).toBe('declined');
    expect(readEventDetail(desk, event.id).told).toBe('all');
  });

  it('another time that is proposed is taken up, and all are told; or refused', async () => {
    const event = createEvent(desk, CALL);
    const counter = (more: Said = {}) =>
      came({
        method: 'COUNTER',
        uid: event.uid,
        start: 'DTSTART:20261127T100000Z',
        end: 'DTEND:20261127T103000Z',
        organizer: `ORGANIZER:mailto:${ME}`,
        attendee: `ATTENDEE;PARTSTAT=TENTATIVE:mailto:${HARUKI}`,
        ...more,
      });
    expect(seen(await counter({ from: 'Eve <eve@x.example>' })).over).toBe(
      'Who proposes it is not at the event.',
    );
    const refused = await counter();
    expect(seen(refused)).toMatchObject({ says: 'Haruki Anzai proposes another time.', over: null });
    expect(seen(refused).when).toMatchObject({ here: 'Fri 27 Nov 10:00–10:30', verdict: 'free' });
    const stays = answerInvitation(desk, refused, { answer: 'declined' });
    const calendar = calendarIn(await leaves(stays.id));
    expect([calendar.method, calendar.events![0]!.uid]).toEqual(['DECLINECOUNTER', event.uid]);
    expect(() => answerInvitation(desk, refused, { answer: 'declined' })).toThrow('answered it already');
    expect(starts()).toEqual(['2026-11-26T15:00 confirmed']);
    const taken = await counter();
    expect(() => answerInvitation(desk, taken, { answer: 'tentative' })).toThrow('asks nothing');
    const draft = answerInvitation(desk, taken, { answer: 'accepted' });
    expect(starts()).toEqual(['2026-11-27T10:00 confirmed']);
    expect(departuresOf(desk.store.db, draft.id)).toEqual([]);
    expect(draft.text).toContain('Fri 27 Nov 10:00–10:30 in Lisbon');
    expect(seen(taken).over).toBe('The event has moved since.');
    expect(() => answerInvitation(desk, taken, { answer: 'accepted' })).toThrow('has moved since');
    expect(seen(await counter({ uid: 'nobody' })).over).toBe('It is about no event of yours.');
  });

  it('is for events of mine, with somebody at them', async () => {
    expect(() => invite(desk, 'nothing')).toThrow('There is no such event.');
    expect(() => invite(desk, createEvent(desk, { summary: 'Alone', start: '2026-11-26T15:00' }).id)).toThrow(
      'Nobody is at it but you',
    );
    const id = await came();
    answerInvitation(desk, id, { answer: 'accepted' });
    expect(() => invite(desk, events()[0]!.id)).toThrow('Somebody else asks to it');
    expect(readMessageCalendar(desk, createDraft(desk, {}).id)).toEqual({ invitation: null, carries: null });
  });
});
