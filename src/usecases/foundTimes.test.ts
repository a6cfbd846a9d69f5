/** Times found in messages that came in, against what is in the calendar. */
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { changeSettings } from './changeSettings';
import type { Desk } from './desk';
import { foundTimes } from './events/foundTimes';
import { createEvent } from './events/writeEvent';
import { receiveMail } from './incoming/receiveMail';
import { createDraft } from './messages/createDraft';
import { addCorrespondent } from './people/correspondents';

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
  changeSettings(desk, { zone: 'Europe/Lisbon' });
  addCorrespondent(desk, {
    name: 'Haruki Anzai',
    addresses: ['h@x.example'],
    zone: 'Asia/Tokyo',
    place: 'Osaka',
  });
});

interface Mail {
  from?: string;
  date?: string;
  text: string;
  html?: boolean;
  headers?: string[];
}
async function came({
  from = 'Haruki Anzai <h@x.example>',
  date = 'Tue, 24 Nov 2026 17:15:00 +0900',
  text,
  html,
  headers = [],
}: Mail) {
  const { id } = await receiveMail(
    desk,
    Buffer.from(
      [
        `From: ${from}`,
        'To: registrar@wrenfield.example',
        'Subject: Re: AW: The rail',
        `Date: ${date}`,
        `Message-ID: <${Math.random()}@x.example>`,
        ...headers,
        'MIME-Version: 1.0',
        `Content-Type: text/${html ? 'html' : 'plain'}; charset=utf-8`,
        '',
        text,
      ].join('\r\n'),
    ),
  );
  return foundTimes(desk, id);
}

describe('a time in a message', () => {
  it('stands on both clocks, with what I have then', async () => {
    createEvent(desk, {
      summary: 'Loans committee',
      start: '2026-11-26T10:00',
      end: '2026-11-26T11:30',
      zone: 'Europe/Lisbon',
    });
    createEvent(desk, { summary: 'Fair', start: '2026-11-26', end: '2026-11-27' });
    createEvent(desk, {
      summary: 'Perhaps',
      start: '2026-11-26T10:00',
      zone: 'Europe/Lisbon',
      transparent: true,
    });
    const found = await came({ text: 'Thursday at 19:30, or Monday 30 November at 18:00?' });
    expect(found).toMatchObject({ name: 'Haruki Anzai', place: 'Osaka', assumed: null, summary: 'The rail' });
    const [thursday, monday] = found.times;
    expect(thursday).toMatchObject({
      here: 'Thu 26 Nov 10:30',
      there: 'Thu 26 Nov 19:30 in Osaka',
      verdict: 'during “Loans committee”',
      good: false,
      end: '2026-11-26T20:30',
      yes: 'Yes, Thursday 26 November at 19:30 your time (10:30 my time) suits me.',
    });
    expect(monday).toMatchObject({ verdict: 'free', good: true, here: 'Mon 30 Nov 09:00' });
    createEvent(desk, { summary: 'Call', start: '2026-11-30T18:00', zone: 'Asia/Tokyo' });
    const again = await came({ text: 'Thursday at 19:30, or Monday 30 November at 18:00?' });
    expect(again.times[1]).toMatchObject({ verdict: 'in your calendar: “Call”', event: { summary: 'Call' } });
  });

  it.each([
    ['Thursday at 9:00', 'free, but 00:00 for you, at night'],
    ['Saturday at 19:00', 'free, but 10:00 for you, on a day off'],
    ['1 December at 19:00', /^free, but 10:00 for you, on a public holiday/],
    ['Thursday', 'nothing in your calendar that day'],
    ['Sunday', 'on a day off'],
    ['Monday', 'nothing in your calendar that day'],
    ['today at 18:00', 'over'],
    ['today', 'nothing in your calendar that day'],
  ])('%s: %s', async (text, verdict) => {
    changeSettings(desk, { country: 'PT' });
    const { times } = await came({ text });
    expect(times.map((each) => each.verdict)).toEqual([
      typeof verdict === 'string' ? verdict : (expect.stringMatching(verdict) as string),
    ]);
  });

  it('of a stranger is read by the clock the message was written on, and it is said', async () => {
    const found = await came({
      from: 'Someone New <new@y.example>',
      date: 'Tue, 24 Nov 2026 18:55:00 +0545',
      text: 'Friday at 10:00?',
    });
    expect(found.assumed).toBe(
      'Where Someone is, is not known: read on the clock the message was written by.',
    );
    expect(found.times[0]).toMatchObject({ zone: 'Asia/Kathmandu', here: 'Fri 27 Nov 04:15' });
  });

  it('is read from the words of an HTML message, and never from what it quotes', async () => {
    const { times } = await came({
      html: true,
      text: '<p>Friday at 19:00?</p><p>On Mon, 23 Nov 2026 at 10:00, Tamsin wrote:</p><blockquote>Thursday at 9:00?</blockquote>',
    });
    expect(times.map(({ start }) => start)).toEqual(['2026-11-27T19:00']);
  });

  it('is not looked for where somebody is only away', async () => {
    const headers = ['Auto-Submitted: auto-replied'];
    expect((await came({ headers, text: 'I am back on Monday at 9:00.' })).times).toEqual([]);
  });

  it('is not looked for in what I wrote, nor in what does not exist', () => {
    const { id } = createDraft(desk, { to: ['h@x.example'], text: 'Thursday at 10:00?' });
    expect(foundTimes(desk, id).times).toEqual([]);
    expect(() => foundTimes(desk, 'nothing')).toThrow('There is no such message.');
  });
});
