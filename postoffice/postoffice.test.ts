import PostalMime from 'postal-mime';
import { describe, expect, it } from 'vitest';
import { tempDir } from '#test/support/desk';
import { composeAnswer } from './answer';
import { PostOfficeClock } from './clock';
import { correspondents } from './correspondents';
import { composeDelivered, composeSeen } from './report';
import { PostOfficeStore } from './store';
import { afterWork } from './workingTime';

const office = { from: 540, to: 1020 };

it.each([
  // within the hours
  ['2026-11-24T14:24:00Z', 12, 'Europe/Lisbon', office, '2026-11-24T14:36:00Z'],
  // before work: from the start of the day
  ['2026-11-25T02:45:00Z', 12, 'Asia/Kathmandu', { from: 510, to: 1020 }, '2026-11-25T02:57:00Z'],
  ['2026-11-24T20:00:00Z', 12, 'Asia/Kathmandu', { from: 510, to: 1020 }, '2026-11-25T02:57:00Z'],
  // what does not fit into the day goes on the next
  ['2026-11-24T16:50:00Z', 30, 'Europe/Lisbon', office, '2026-11-25T09:20:00Z'],
  // over the weekend
  ['2026-11-27T18:00:00Z', 30, 'Europe/Lisbon', office, '2026-11-30T09:30:00Z'],
  // day and night
  ['2026-11-28T03:00:00Z', 30, 'Europe/Lisbon', { from: 0, to: 1440 }, '2026-11-28T03:30:00Z'],
])('a message of %s, %d min later in %s', (at, minutes, zone, hours, expected) => {
  expect(new Date(afterWork(Date.parse(at), minutes, zone, hours)).toISOString()).toBe(
    expected.replace('Z', '.000Z'),
  );
});

describe('an answer', () => {
  const source = Buffer.from(
    'From: Tamsin Oyelaran <registrar@wrenfield.example>\r\nTo: o@x.example\r\nSubject: Re: Bond\r\nMessage-ID: <m@x>\r\nReferences: <o@x>\r\n\r\nLine one\r\nLine two\r\n',
  );
  const at = Date.parse('2026-11-25T02:57:00Z');
  const [prakriti, wekesa] = ['Prakriti Thapa', 'Odhiambo Wekesa'].map((name) =>
    correspondents.find((each) => each.name === name)!,
  );

  it('goes to the sender, in the thread, at the writer’s wall clock', async () => {
    const { to, bytes } = (await composeAnswer(prakriti!, source, at))!;
    const mail = await PostalMime.parse(bytes);
    expect(to).toBe('registrar@wrenfield.example');
    expect(mail).toMatchObject({ inReplyTo: '<m@x>', subject: 'Re: Bond' });
    expect(mail.references).toMatch(/<o@x>\s+<m@x>/);
    expect(mail.headers.find((header) => header.key === 'date')!.value).toBe(
      'Wed, 25 Nov 2026 08:42:00 +0545',
    );
    expect(mail.text).toContain('> Line one\n> Line two');
  });

  it('is the same each time, and greets by name', async () => {
    const [first, again] = [
      await composeAnswer(wekesa!, source, at),
      await composeAnswer(wekesa!, source, at),
    ];
    const text = (await PostalMime.parse(first!.bytes)).text;
    expect(text).toContain('Dear Tamsin');
    expect((await PostalMime.parse(again!.bytes)).messageId).toBe(
      (await PostalMime.parse(first!.bytes)).messageId,
    );
  });
});

it('keeps mail and answers across a restart', () => {
  const path = `${tempDir()}/postoffice.db`;
  const store = new PostOfficeStore(path);
  const source = Buffer.from('Subject: x\r\n\r\ny');
  const boxes = ['a@x.example', 'b@x.example'].map((address) => ({ address, envelope: '' }));
  store.keep(1000, boxes, source, [{ kind: 'answer', address: 'a@x.example', due: 5000, asked: null }]);
  store.close();
  const again = new PostOfficeStore(path);
  expect(again.messages('b@x.example')).toMatchObject([{ at: 1000, direction: 'received' }]);
  expect(again.nextAnswer(4999)).toBeUndefined();
  const answer = again.nextAnswer(5000)!;
  again.answered(answer, 5000, source);
  expect(again.nextDue()).toBeNull();
  expect(again.messages('a@x.example').map((message) => message.direction)).toEqual(['written', 'received']);
  again.close();
});

it('has a clock that stops at its limit and never before what it was told', () => {
  const clock = new PostOfficeClock();
  clock.set({ now: 1_000_000, rate: 0, limit: null });
  expect(clock.now()).toBe(1_000_000);
  clock.set({ now: 1_000_000, rate: 1e9, limit: 1_000_500 });
  expect(clock.now()).toBeLessThanOrEqual(1_000_500);
  clock.set({ now: 1_000_000, rate: 0, limit: 900_000 });
  expect(clock.now()).toBe(1_000_000);
});

describe('reports', () => {
  const source = Buffer.from(
    'From: t@x.example\r\nSubject: Bond – €\r\nMessage-ID: <m@x>\r\nDisposition-Notification-To: <t@x.example>\r\n\r\nbody\r\n',
  );
  const asked = { sender: 't@x.example', envelopeId: 'E1', originalRecipient: null, back: 'HDRS' as const };
  const parts = async (bytes: Buffer) =>
    (await PostalMime.parse(bytes)).attachments.map(({ mimeType, content }) => [
      mimeType,
      typeof content === 'string' ? content : new TextDecoder().decode(content),
    ]);

  it('say to whom it was delivered, with the headers of the message', async () => {
    const [status, original] = await parts(await composeDelivered('p@y.example', source, asked, 1000));
    expect(status![0]).toBe('message/delivery-status');
    expect(status![1]).toMatch(
      /Original-Envelope-Id: E1\r?\n\r?\nFinal-Recipient: rfc822; p@y\.example\r?\nAction: delivered/,
    );
    expect(original![0]).toBe('text/rfc822-headers');
    expect(original![1]).toContain('Message-ID: <m@x>');
    expect(original![1]).not.toContain('body');
  });

  it('say that it was seen, only where that was asked', async () => {
    const [reader] = correspondents;
    const seen = (await composeSeen(reader!, source, 1000))!;
    expect(seen.to).toBe('t@x.example');
    const [fields] = await parts(seen.bytes);
    expect(fields![1]).toMatch(
      /Original-Message-ID: <m@x>\r?\nDisposition: manual-action\/MDN-sent-manually; displayed/,
    );
    expect(await composeSeen(reader!, Buffer.from('From: t@x.example\r\n\r\nx'), 1000)).toBeUndefined();
  });
});
