/** The calendar, in the interface: put in by phrase, moved by hand and by keys, taken out; what leaves before an event follows. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import type {
  DepartureJson,
  EventDetailJson,
  EventJson,
  EventsJson,
  MessageJson,
  DeparturePageJson,
  MailboxJson,
  MessageCalendarJson,
  MessagePageJson,
} from '#api/types';
import { axe, chord, fill, press, sees, textOf, valueNamed } from '../support/browser';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const events = async (): Promise<EventJson[]> =>
  (await product.api<EventsJson>('GET', '/events?from=2026-11-20T00:00:00Z&until=2026-12-20T00:00:00Z')).body
    .events;
const called = async (summary: string) => (await events()).filter((each) => each.summary === summary);
async function put(summary: string, start: string, more: object = {}): Promise<EventDetailJson> {
  const { body } = await product.api<EventDetailJson>('POST', '/events', {
    summary,
    start,
    zone: 'Europe/Lisbon',
    ...more,
  });
  return body;
}
/** A message that leaves before an event. */
async function before(event: EventDetailJson, offset: string): Promise<DepartureJson> {
  const { body: message } = await product.api<MessageJson>('POST', '/messages', {
    to: ['bela@wrenfield.example'],
    subject: `Before ${event.summary}`,
    text: 'Papers.',
  });
  const { body } = await product.api<{ departures: DepartureJson[] }>(
    'POST',
    `/messages/${message.id}/schedule`,
    {
      plan: {
        kind: 'before-event',
        event: event.id,
        offset,
        ...(event.occurrence && { occurrence: event.occurrence }),
      },
    },
  );
  return body.departures[0]!;
}
const departure = async ({ id }: { id: string }) =>
  (await product.api<DepartureJson>('GET', `/departures/${id}`)).body;
const leavesAt = async (seen: DepartureJson) => (await departure(seen)).at.slice(0, 16);
/** The link of an event in the bands, by its name. */
const inBands = (page: Page, summary: string) =>
  until(`“${summary}” in the bands`, async () => {
    for (const link of await page.$$('[data-day] a'))
      if ((await link.evaluate((each) => each.textContent)).includes(summary)) return link;
    return undefined;
  });
/** Chooses how much of one that recurs is meant, by the words beside it. */
async function choose(page: Page, words: string): Promise<void> {
  const label = await until(words, async () => {
    for (const each of await page.$$('label'))
      if ((await each.evaluate((own) => own.textContent)).trim() === words) return each;
    return undefined;
  });
  await label.click();
}
const inFocus = (page: Page) => page.evaluate(() => document.activeElement?.textContent ?? '');
const URL_ON = '/calendar?on=2026-12-01';

describe('an event', () => {
  it('is put in by phrase, by keys alone, and the focus is on it', async () => {
    const page = await open('/inbox');
    await sees(page, 'Came back');
    await chord(page, 'Alt+Shift+4');
    await sees(page, 'Mon 23 Nov to Sun 29 Nov');
    await fill(page, 'textbox', 'Put in', 'fri 10-10:45, call about the lanterns with Haruki, their time');
    await sees(
      page,
      /call about the lanterns with Haruki Fri 27 Nov 10:00–10:45 in Tokyo, Fri 27 Nov 01:00–01:45 your time/,
    );
    await page.keyboard.press('Enter');
    await until(
      'it to be in the calendar',
      async () => (await called('call about the lanterns with Haruki')).length === 1,
    );
    await sees(page, '10:00–10:45 in Tokyo', '[aria-labelledby="event-name"]');
    await until('the focus', async () => (await inFocus(page)).includes('call about the lanterns'));
    // Closed, the focus is on it where it stands.
    await page.keyboard.press('Escape');
    await until('the focus in the bands', async () => (await inFocus(page)).includes('01:00–01:45'));
    await press(page, 'button', 'Undo');
    await until(
      'it to be gone',
      async () => (await called('call about the lanterns with Haruki')).length === 0,
    );
  });

  it('says what is in the way, and what it does not understand', async () => {
    await put('Lacquer talk', '2026-12-01T09:00');
    const page = await open(URL_ON);
    await fill(page, 'textbox', 'Put in', '1 dec 9:30-10, crates');
    await sees(page, 'during “Lacquer talk”');
    await fill(page, 'textbox', 'Put in', 'crates');
    await sees(page, 'Say when it is and what it is called');
    await page.keyboard.press('Enter');
    expect(await called('crates')).toEqual([]);
  });

  it('is moved by keys and by hand, and what leaves before it moves along; undone, all is as before', async () => {
    const event = await put('Hanging of the lamps', '2026-12-01T11:00', { end: '2026-12-01T12:00' });
    const leaves = await before(event, '-PT40M');
    const page = await open(URL_ON);
    const link = await inBands(page, 'Hanging of the lamps');
    await link.focus();
    for (let steps = 2; steps > 0; steps--) await chord(page, 'Shift+ArrowRight');
    await until('it to have moved', async () => (await leavesAt(leaves)) === '2026-12-01T10:50');
    await sees(page, 'One message moves with it.');
    await chord(page, 'Shift+ArrowDown');
    await until('the day after', async () => (await leavesAt(leaves)) === '2026-12-02T10:50');
    await until('the focus to have gone along', async () =>
      (await inFocus(page)).includes('Hanging of the lamps'),
    );
    await press(page, 'button', 'Undo');
    await until('the day before', async () => (await leavesAt(leaves)) === '2026-12-01T10:50');
    // By hand, a day on and an hour.
    await sees(page, '11:30–12:30 Hanging of the lamps', '[data-day="2026-12-01"]');
    const there = await inBands(page, 'Hanging of the lamps');
    const box = (await there.boundingBox())!;
    const rows = await page.$$eval('[data-day]', (all) =>
      all.map((each) => each.getBoundingClientRect().top),
    );
    const hour = await page.evaluate(() => {
      const [first, second] = [...document.querySelectorAll<HTMLElement>('[data-day] > i')].filter(
        (each) => getComputedStyle(each).width === '1px',
      );
      return parseFloat(second!.style.left) - parseFloat(first!.style.left);
    });
    await page.mouse.move(box.x + 20, box.y + 10);
    await page.mouse.down();
    await page.mouse.move(box.x + 40, box.y + 14, { steps: 3 });
    await page.mouse.move(box.x + 20 + hour, box.y + 10 + rows[2]! - rows[1]!, { steps: 6 });
    await page.mouse.up();
    await until('it to be dropped', async () => (await leavesAt(leaves)) === '2026-12-02T11:50');
    // What was dragged was not opened.
    expect(page.url()).not.toContain('event=');
  });

  it('is moved by phrase, as long as before or as is said, on its own clock', async () => {
    const event = await put('Talk with Osaka', '2026-12-02T17:00', {
      end: '2026-12-02T17:30',
      zone: 'Asia/Tokyo',
    });
    const page = await open(`/calendar?on=2026-12-02&event=${event.id}`);
    await fill(page, 'textbox', 'Move to', '3 dec 9:00');
    await page.keyboard.press('Enter');
    const is = async () => {
      const [{ start, end }] = (await called('Talk with Osaka')) as [EventJson];
      return `${start} ${end}`;
    };
    await until('it to have moved', async () => (await is()) === '2026-12-03T18:00 2026-12-03T18:30');
    await sees(page, 'Thu 3 Dec 09:00–09:30', '[aria-labelledby="event-name"]');
    await fill(page, 'textbox', 'Move to', '4 dec 10-12 in Osaka');
    await page.keyboard.press('Enter');
    await until('it to be longer', async () => (await is()) === '2026-12-04T10:00 2026-12-04T12:00');
    await fill(page, 'textbox', 'Move to', 'when it suits');
    await page.keyboard.press('Enter');
    await sees(page, 'Say when:', '[aria-labelledby="event-name"]');
  });

  it('taken out, what leaves before it asks; brought back, it leaves', async () => {
    const event = await put('Quay meeting', '2026-12-03T11:00');
    const leaves = await before(event, '-P1D');
    const page = await open(`/calendar?on=2026-12-03&event=${event.id}`);
    await sees(page, 'Before Quay meeting', '[aria-labelledby="event-leaves"]');
    await press(page, 'button', 'Take out');
    await until('it to ask', async () => (await departure(leaves)).state === 'paused');
    const other = await open('/departures');
    await sees(other, '“Quay meeting” is cancelled.');
    await page.bringToFront();
    await press(page, 'button', 'Undo');
    await until('it to leave again', async () => (await departure(leaves)).state === 'scheduled');
    expect(await leavesAt(leaves)).toBe('2026-12-02T11:00');
  });

  it('that recurs is changed once, from then on, and as a whole', async () => {
    await put('Weekly look', '2026-12-01T15:00', { rrule: 'FREQ=WEEKLY;COUNT=3' });
    const [, second] = await called('Weekly look');
    const path = `/calendar?on=2026-12-08&event=${second!.id}&at=${encodeURIComponent(second!.occurrence!)}`;
    const page = await open(path);
    await sees(page, 'repeats every Tuesday');
    await press(page, 'button', 'Change');
    await fill(page, 'textbox', 'Name', 'Long look');
    await chord(page, 'Control+Enter');
    await sees(page, 'this time otherwise', '[aria-labelledby="event-name"]');
    expect((await called('Weekly look')).map(({ start }) => start)).toEqual([
      '2026-12-01T15:00',
      '2026-12-15T15:00',
    ]);
    await press(page, 'button', 'Change');
    await fill(page, 'textbox', 'Where', 'Room 9');
    await choose(page, 'all of it');
    await press(page, 'button', 'Save');
    await until('all to be there', async () =>
      (await called('Weekly look')).every(({ location }) => location === 'Room 9'),
    );
    expect((await called('Long look')).map(({ start }) => start)).toEqual(['2026-12-08T15:00']);
    await press(page, 'button', 'Take out');
    await choose(page, 'from this on');
    await press(page, 'button', 'Take that out');
    await until(
      'what follows to be gone',
      async () => (await events()).filter(({ summary }) => summary.endsWith(' look')).length === 1,
    );
  });

  it('changed in another window is seen here at once, and not overwritten', async () => {
    const event = await put('Two windows', '2026-12-04T09:00');
    const page = await open(`/calendar?on=2026-12-04&event=${event.id}`);
    await press(page, 'button', 'Change');
    await fill(page, 'textbox', 'Name', 'Mine');
    await product.api('PATCH', `/events/${event.id}`, { summary: 'Theirs' });
    await sees(page, 'Theirs', '[data-day="2026-12-04"]');
    await chord(page, 'Control+Enter');
    await sees(page, 'The event has been changed meanwhile.');
    expect(await called('Mine')).toEqual([]);
    // What was typed is still there, and counts where it is said once more.
    expect(await valueNamed(page, 'Name')).toBe('Mine');
    await sees(page, 'Save once more');
    await product.api('PATCH', `/events/${event.id}`, { location: 'Theirs too' });
    await sees(page, 'Theirs', '[data-day="2026-12-04"]');
    await until('it to be mine', async () => {
      await chord(page, 'Control+Enter');
      return (await called('Mine')).length === 1;
    });
    expect((await called('Mine'))[0]!.location).toBe('Theirs too');
  });

  it('half changed while another is looked at, or the page is loaded anew, is gone on with', async () => {
    const [first, second] = [
      await put('Begun', '2026-12-04T09:00'),
      await put('Looked at', '2026-12-04T14:00'),
    ];
    const page = await open(`/calendar?on=2026-12-04&event=${first.id}`);
    await press(page, 'button', 'Change');
    await fill(page, 'textbox', 'Where', 'Bay 4');
    await (await inBands(page, 'Looked at')).click();
    await sees(page, 'Looked at', '#event-name');
    await sees(page, 'What you have changed of “Begun” is not saved', '[aria-label="Notice"]');
    await page.reload();
    await sees(page, 'Looked at', '#event-name');
    await (await inBands(page, 'Begun')).focus();
    await page.keyboard.press('Enter');
    await until('what was begun', async () => (await valueNamed(page, 'Where')) === 'Bay 4');
    await chord(page, 'Control+Enter');
    await until('it to be kept', async () => (await called('Begun'))[0]!.location === 'Bay 4');
    await sees(page, 'Begun', '#event-name');
    // Kept or left, there is nothing to go on with.
    await press(page, 'button', 'Change');
    await fill(page, 'textbox', 'Where', 'Nowhere');
    await press(page, 'button', 'Leave it');
    await (await inBands(page, 'Looked at')).click();
    await (await inBands(page, 'Begun')).click();
    await sees(page, 'Begun', '#event-name');
    expect((await called('Begun'))[0]!.location).toBe('Bay 4');
    expect((await called('Looked at'))[0]!.id).toBe(second.id);
  });

  it('comes from a calendar file and goes into one, undone as one', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'oak-ics-')), 'week.ics');
    const lines = ['BEGIN:VCALENDAR', 'VERSION:2.0'];
    for (const day of ['01', '02', '03'])
      lines.push(
        'BEGIN:VEVENT',
        `UID:${day}@x.example`,
        `SUMMARY:Taken in ${day}`,
        `DTSTART;TZID=W. Europe Standard Time:202612${day}T100000`,
        'DURATION:PT1H',
        'END:VEVENT',
      );
    writeFileSync(path, [...lines, 'END:VCALENDAR', ''].join('\r\n'));
    const page = await open(URL_ON);
    const chooser = await until('the field', () => page.$('input[type="file"]' as 'input'));
    await chooser.uploadFile(path);
    await sees(page, '3 events put in.');
    await inBands(page, 'Taken in 01');
    expect((await called('Taken in 02'))[0]).toMatchObject({
      zone: 'Europe/Berlin',
      at: '2026-12-02T09:00:00.000Z',
    });
    const file = await fetch(`${product.origin}/api/v1/events/export`);
    expect(file.headers.get('content-type')).toContain('text/calendar');
    expect(await file.text()).toContain('SUMMARY:Taken in 03');
    await press(page, 'button', 'Undo');
    await until('all to be gone', async () =>
      (await events()).every(({ summary }) => !summary.startsWith('Taken in')),
    );
    writeFileSync(path, 'no calendar');
    await chooser.uploadFile(path);
    await sees(page, 'This is no iCalendar file.');
  });
});

describe('in Write', () => {
  it('an hour before an event, by phrase and by keys; its moment is where the event is by then', async () => {
    const event = await put('Insurers of the lamps', '2026-12-10T10:00');
    const page = await open('/write');
    await fill(page, 'combobox', 'To', 'bela@wrenfield.example');
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'Subject', 'For the insurers');
    await fill(page, 'textbox', 'Text', 'Numbers.');
    const phrase = await until('the phrase field', () => page.$('input[placeholder*="wed 9:10"]'));
    await phrase.focus();
    await page.keyboard.type('an hour before the insurers of the lamps');
    await sees(page, '1 hour before “Insurers of the lamps”');
    await page.keyboard.press('Enter');
    await sees(page, 'Leaves Thu 10 Dec 2026 at 09:00 your time');
    await product.api('PATCH', `/events/${event.id}`, { start: '2026-12-11T12:00' });
    await sees(page, 'Leaves Fri 11 Dec 2026 at 11:00 your time');
    await chord(page, 'Control+Enter');
    const left = await until('it to be scheduled', async () => {
      const { body } = await product.api<EventDetailJson>('GET', `/events/${event.id}`);
      return body.departures[0];
    });
    expect(left).toMatchObject({ at: '2026-12-11T11:00:00.000Z', state: 'scheduled' });
    expect((await departure(left)).whyThen).toBe('1 hour before “Insurers of the lamps”');
  });

  it('it leaves on the second, and lands before the event begins', async () => {
    const event = await put('Customs desk', '2026-11-24T16:00');
    const leaves = await before(event, '-PT40M');
    await advance({ set: '2026-11-24T15:20:00Z' });
    await until('it to have left', async () => (await departure(leaves)).state === 'sent');
    expect((await departure(leaves)).leftAt).toBe('2026-11-24T15:20:00.000Z');
    const { body } = await product.api<EventDetailJson>('GET', `/events/${event.id}`);
    expect(body.departures.map(({ state }) => state)).toEqual(['sent']);
    const page = await open(`/calendar?event=${event.id}`);
    await sees(page, 'Sent', '[aria-labelledby="event-leaves"]');
    expect(await textOf(page, '[aria-labelledby="event-leaves"]')).toContain('40 minutes before');
  });
});

describe('times in a message', () => {
  /** The demo's message that proposes two times. */
  const proposing = async () => {
    const { body } = await product.api<MessagePageJson>('GET', '/inbox?limit=50');
    return body.messages.find(({ subject }) => subject === 'Lacquer panels')!.id;
  };

  it('stand below it on both clocks; by keys one is put in and undone, one is answered', async () => {
    const id = await proposing();
    const page = await open(`/inbox/${id}`);
    const section = '[aria-label="Times in this message"]';
    await sees(page, 'Thu 26 Nov 10:30', section);
    await sees(page, 'Thu 26 Nov 19:30 in Osaka', section);
    await sees(page, 'during “Loans committee”', section);
    await sees(page, 'Mon 30 Nov 09:00', section);
    // Nothing of it stands in the message itself.
    expect(
      await page.$$eval('[data-read="true"] mark, [data-read="true"] [class*="found"]', (all) => all.length),
    ).toBe(0);
    expect(await axe(page)).toEqual([]);
    const second = `${section} li:nth-child(2)`;
    const button = async (name: string) =>
      until(name, async () => {
        for (const each of await page.$$(`${second} button`))
          if ((await each.evaluate((own) => own.textContent)) === name) return each;
        return undefined;
      });
    await (await button('Put into the calendar')).focus();
    await page.keyboard.press('Enter');
    await sees(page, '“Lacquer panels” is in the calendar.');
    await sees(page, 'in your calendar: “Lacquer panels”', second);
    const [made] = await called('Lacquer panels');
    expect(made).toMatchObject({ at: '2026-11-30T09:00:00.000Z', zone: 'Asia/Tokyo' });
    expect(made!.attendees.map(({ address }) => address)).toEqual(['h.anzai@lacquer-osaka.example']);
    await chord(page, 'Control+z');
    await sees(page, 'free', second);
    expect(await called('Lacquer panels')).toEqual([]);
    await (await button('Answer yes')).focus();
    await page.keyboard.press('Enter');
    await until('Write', () => page.url().includes('/write'));
    await until('its words', async () =>
      (await textOf(page, '[aria-label="Text"]')).startsWith(
        'Yes, Monday 30 November at 18:00 your time (09:00 my time) suits me.',
      ),
    );
    expect(await textOf(page, '[aria-label="Text"]')).toContain('Haruki Anzai wrote on');
  });

  it('know what is put into the calendar meanwhile, in another window', async () => {
    const id = await proposing();
    const page = await open(`/inbox/${id}`);
    const second = '[aria-label="Times in this message"] li:nth-child(2)';
    await sees(page, 'free', second);
    const event = await put('Framers', '2026-11-30T09:30');
    await sees(page, 'during “Framers”', second);
    await product.api('DELETE', `/events/${event.id}`);
    await sees(page, 'free', second);
  });
});

describe('an invitation', () => {
  const panel = '[aria-label="Invitation"]';
  const invited = async () => {
    const { body } = await product.api<MessagePageJson>('GET', '/inbox?limit=50');
    return body.messages.find(({ subject }) => subject === 'Delivery window, gallery 3')!.id;
  };
  const asked = async (id: string) =>
    (await product.api<MessageCalendarJson>('GET', `/messages/${id}/calendar`)).body.invitation!;

  it('by keys: answered, taken back, answered otherwise; it leaves as any message, and is in the calendar', async () => {
    const id = await invited();
    const page = await open(`/inbox/${id}`);
    await sees(page, 'Thu 26 Nov 05:30–07:30', panel);
    await sees(page, 'Thu 26 Nov 16:00–18:00 in Adelaide', panel);
    await sees(page, 'free, but 05:30 for you, at night', panel);
    expect(await axe(page)).toEqual([]);
    const answer = async (name: string) => {
      const button = await until(name, async () => {
        for (const each of await page.$$(`${panel} button`))
          if ((await each.evaluate((own) => own.textContent)).trim() === name) return each;
        return undefined;
      });
      await button.focus();
      await page.keyboard.press('Enter');
    };
    await answer('Perhaps');
    await sees(page, 'You come perhaps: your answer has not left yet.', panel);
    expect((await called('Unpacking, gallery 3'))[0]).toMatchObject({ status: 'tentative' });
    const [held] = (await product.api<DeparturePageJson>('GET', '/departures?state=held')).body.departures;
    expect(held!.subject).toBe('Perhaps: Unpacking, gallery 3');
    await product.api('POST', `/departures/${held!.id}/take-back`);
    await sees(page, 'your answer is a draft: they do not know', panel);
    await page.reload();
    await answer('Come');
    await sees(page, 'You come: your answer has not left yet.', panel);
    const { answer: given } = await asked(id);
    const other = await open(`/write/${given!.messageId}`);
    await sees(
      other,
      'With it goes, for calendar programs, your answer to the invitation to Unpacking, gallery 3.',
    );
    await other.close();
    const carrying = (await product.api<MessageJson>('GET', `/messages/${given!.messageId}`)).body;
    await product.api('POST', `/departures/${carrying.departures.at(-1)!.id}/release`);
    await sees(page, 'You come: answered.', panel);
    expect((await called('Unpacking, gallery 3'))[0]).toMatchObject({
      status: 'confirmed',
      at: '2026-11-26T05:30:00.000Z',
    });
    const box = await until('it in Ewan’s mailbox', async () => {
      const { body } = await product.api<MailboxJson>(
        'GET',
        '/postoffice/mailboxes/ewan@gallery-three.example',
      );
      return body.messages.find(({ subject }) => subject === 'Accepted: Unpacking, gallery 3');
    });
    expect(box.text).toContain('I will come: Unpacking, gallery 3');
  });

  it('to others: asked from the event, and told of what has changed since', async () => {
    const event = await put('Seals of the crates', '2026-12-11T11:00', {
      attendees: ['bela@wrenfield.example'],
    });
    const page = await open(`/calendar?event=${event.id}&on=2026-12-11`);
    await sees(page, 'They have not been asked yet.');
    await press(page, 'button', 'Ask them…');
    await until('Write', () => page.url().includes('/write/'));
    await sees(page, 'With it goes, for calendar programs, an invitation to Seals of the crates.');
    const id = page.url().split('/').at(-1)!;
    await product.api('POST', `/messages/${id}/schedule`, {
      plan: { kind: 'now' },
      inSpiteOfQuiet: 'for the test',
    });
    const carrying = (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
    await product.api('POST', `/departures/${carrying.departures.at(-1)!.id}/release`);
    const told = async () => (await product.api<EventDetailJson>('GET', `/events/${event.id}`)).body.told;
    await until('all to be told', async () => (await told()) === 'all');
    await page.goto(`${product.origin}/calendar?event=${event.id}&on=2026-12-11`);
    await sees(page, 'They have been told.');
    await advance({ advance: 'PT1M' });
    await product.api('PATCH', `/events/${event.id}`, { start: '2026-12-11T12:00' });
    await sees(page, 'They do not know what has changed since.');
    await press(page, 'button', 'Tell them…');
    await until('Write', () => page.url().includes('/write/'));
    expect(
      (await product.api<MessageJson>('GET', `/messages/${page.url().split('/').at(-1)}`)).body.subject,
    ).toBe('Changed: Seals of the crates');
  });
});
