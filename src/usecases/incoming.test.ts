import { describe, expect, it } from 'vitest';
import { tempDesk, inboxOf } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { changeSettings } from './changeSettings';
import { moveClock } from './clock/sandbox';
import { readDeparture } from './departures/departureView';
import type { Desk } from './desk';
import { Invalid, Refused } from './errors';
import { receiveMail } from './incoming/receiveMail';
import { returnsWaker } from './wakers/returns';
import { runWaker } from './wakers/wakers';
import { listSnoozed } from './incoming/inbox';
import { endSnooze, snooze } from './incoming/snooze';
import { createDraft } from './messages/createDraft';
import { readMessage, readSource } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { claimDeparture } from './release/claimDeparture';

function mail(id: string, options: { re?: string; refs?: string[]; subject?: string } = {}): Buffer {
  const { re, refs, subject = 'Crates' } = options;
  const lines = [
    'From: Haruki Anzai <h@x.example>',
    'To: registrar@wrenfield.example',
    `Subject: ${subject}`,
    `Message-ID: <${id}@x>`,
    ...(re ? [`In-Reply-To: <${re}@x>`] : []),
    ...(refs ? [`References: ${refs.map((ref) => `<${ref}@x>`).join(' ')}`] : []),
    '',
    'Text of the message.',
  ];
  return Buffer.from(lines.join('\r\n'));
}

const threadOf = (desk: Desk, id: string) => readMessage(desk, id).threadId;

describe('threads', () => {
  it('are none with a draft: what was not sent nobody has answered', async () => {
    const { desk } = tempDesk();
    const draft = createDraft(desk, { to: ['h@x.example'], subject: 'Floor plan', text: 'x' });
    const other = createDraft(desk, { to: ['h@x.example'], subject: 'Loan form', text: 'x' });
    scheduleMessage(desk, other.id, { kind: 'at', local: '2026-12-01T09:00', zone: 'Etc/UTC' });
    for (const [id, { threadId }] of [
      ['p', draft],
      ['l', other],
    ] as const) {
      const subject = `Re: ${id === 'p' ? 'Floor plan' : 'Loan form'}`;
      expect((await receiveMail(desk, mail(id, { subject }))).threadId).not.toBe(threadId);
    }
  });

  it('of one subject are one, in whatever case its letters are', async () => {
    const { desk } = tempDesk();
    const a = await receiveMail(desk, mailOf({ id: 'a', subject: 'Äpfel für Élodie' }));
    const b = await receiveMail(desk, mailOf({ id: 'b', subject: 'Re: ÄPFEL FÜR ÉLODIE' }));
    const c = await receiveMail(desk, mailOf({ id: 'c', subject: 'Re: Birnen für Élodie' }));
    expect(b.threadId).toBe(a.threadId);
    expect(c.threadId).not.toBe(a.threadId);
  });

  it('hold answers together', async () => {
    const { desk } = tempDesk();
    const a = await receiveMail(desk, mail('a'));
    const b = await receiveMail(desk, mail('b', { re: 'a', subject: 'Re: Crates' }));
    const other = await receiveMail(desk, mail('z'));
    expect(b.threadId).toBe(a.threadId);
    expect(other.threadId).not.toBe(a.threadId);
    expect(readMessage(desk, a.id).thread.map((each) => each.id)).toEqual([b.id]);
  });

  it('come together in whatever order the messages arrive', async () => {
    const { desk } = tempDesk();
    const c = await receiveMail(desk, mail('c', { re: 'b', refs: ['a', 'b'] }));
    const d = await receiveMail(desk, mail('d', { re: 'x' }));
    expect(d.threadId).not.toBe(c.threadId);
    // b is named by c, x by d: each joins its own.
    const b = await receiveMail(desk, mail('b', { re: 'a' }));
    expect(b.threadId).toBe(c.threadId);
    // x answers a, and so does everything become one thread.
    const x = await receiveMail(desk, mail('x', { refs: ['a', 'b'] }));
    expect(new Set([b, c, d, x].map((each) => threadOf(desk, each.id))).size).toBe(1);
  });

  it('take in the answer to what I sent, and my answer to that', async () => {
    const { desk } = tempDesk();
    const sent = createDraft(desk, { to: ['h@x.example'], subject: 'Crates', text: 'x' });
    const [departure] = scheduleMessage(desk, sent.id, { kind: 'now' });
    moveClock(desk, { set: departure!.due });
    await claimDeparture(desk, departure!.id);
    const { headerId } = readMessage(desk, sent.id);
    const answer = await receiveMail(
      desk,
      Buffer.from(
        `From: h@x.example\r\nMessage-ID: <q@x>\r\nIn-Reply-To: ${headerId}\r\nSubject: Re: Crates\r\n\r\nyes`,
      ),
    );
    expect(answer.threadId).toBe(threadOf(desk, sent.id));
    const mine = createDraft(desk, { to: ['h@x.example'], subject: 'Re: Crates', answers: answer.id });
    expect(mine).toMatchObject({
      threadId: answer.threadId,
      inReplyTo: '<q@x>',
      references: [headerId, '<q@x>'],
    });
  });
});

describe('taking mail in', () => {
  it('keeps the bytes as they came, and the same bytes once', async () => {
    const { desk } = tempDesk();
    const first = await receiveMail(desk, mail('a'));
    const again = await receiveMail(desk, mail('a'));
    expect(again.id).toBe(first.id);
    expect(readSource(desk, first.id).equals(mail('a'))).toBe(true);
    expect(inboxOf(desk).total).toBe(1);
  });

  it('keeps both where another message carries the same id', async () => {
    const { desk } = tempDesk();
    await receiveMail(desk, mail('a'));
    await receiveMail(desk, mail('a', { subject: 'Forged' }));
    expect(inboxOf(desk).total).toBe(2);
  });

  it('previews what the writer wrote, not what was quoted', async () => {
    const { desk } = tempDesk();
    await receiveMail(desk, Buffer.from('From: h@x.example\r\n\r\n> old\r\nNew  words\r\n> old'));
    expect(inboxOf(desk).messages[0]!.preview).toBe('New words');
  });
});

describe('snooze', () => {
  it('takes a message out of the inbox and brings it back at its moment, in order', async () => {
    const { desk } = tempDesk();
    moveClock(desk, { rate: 0 });
    const [a, b] = [await receiveMail(desk, mail('a')), await receiveMail(desk, mail('b'))];
    const now = desk.now();
    snooze(desk, a.id, { until: now + 2000 });
    snooze(desk, b.id, { until: now + 1000 });
    expect(inboxOf(desk).total).toBe(0);
    expect(listSnoozed(desk, 10).messages.map((each) => each.snoozedUntil)).toContain(now + 2000);
    expect(runWaker(desk, returnsWaker)).toBe(0);
    moveClock(desk, { set: now + 1000 });
    expect(runWaker(desk, returnsWaker)).toBe(1);
    expect(readMessage(desk, b.id)).toMatchObject({
      place: 'inbox',
      returnedAt: now + 1000,
      returnedWhy: { kind: 'snooze', since: now },
      snoozedUntil: null,
      at: b.at,
    });
  });

  it('moves, and ends at once when asked', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, mail('a'));
    const now = desk.now();
    snooze(desk, id, { until: now + 10_000 });
    snooze(desk, id, { until: now + 20_000 });
    expect(readMessage(desk, id).snoozedUntil).toBe(now + 20_000);
    endSnooze(desk, id);
    expect(readMessage(desk, id)).toMatchObject({ place: 'inbox', returnedAt: null });
    expect(() => endSnooze(desk, id)).toThrow(Refused);
  });

  it('refuses the past, and what I wrote', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, mail('a'));
    expect(() => snooze(desk, id, { until: desk.now() })).toThrow(Invalid);
    expect(() => snooze(desk, createDraft(desk, {}).id, { until: desk.now() + 1000 })).toThrow(Refused);
  });
});

describe('what comes in is classified once', () => {
  it.each([
    ['own', { from: 'Me <second@wrenfield.example>' }],
    ['away', { headers: ['Auto-Submitted: auto-replied'] }],
    ['answer', {}],
  ] as const)('%s: kept with what tells it, and what follows is by that', async (is, more) => {
    const { desk } = tempDesk();
    const identity = {
      id: 'second',
      name: 'Me',
      address: 'second@wrenfield.example',
      signature: '',
      account: null,
    };
    changeSettings(desk, { identities: [identity] });
    const first = await receiveMail(desk, mailOf({ id: 'a', subject: 'Crates' }));
    snooze(desk, first.id, { until: desk.now() + 3_600_000 });
    const to = ['h@x.example', 'second@wrenfield.example'];
    const draft = createDraft(desk, { to, subject: 'Re: Crates', text: 'x', answers: first.id });
    const [departure] = scheduleMessage(desk, draft.id, {
      kind: 'at',
      local: '2026-12-01T09:00',
      zone: 'Etc/UTC',
    });
    const { id } = await receiveMail(desk, mailOf({ id: 'b', re: 'a', subject: 'Re: Crates', ...more }));
    const seen = readMessage(desk, id);
    expect(seen.classified).toMatchObject({ is });
    expect(seen.classified!.evidence).not.toBe('');
    expect(seen.automatic).toBe(is === 'away');
    // Only somebody else who wrote themselves brings back what was put off, and stops what is on its way to them.
    const byPerson = is === 'answer';
    expect(readMessage(desk, first.id).place).toBe(byPerson ? 'inbox' : 'snoozed');
    expect(readDeparture(desk, departure!.id).state).toBe(byPerson ? 'paused' : 'scheduled');
  });
});
