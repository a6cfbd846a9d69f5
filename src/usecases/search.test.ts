import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk, NOW } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import { listDepartures } from './departures/departureView';
import type { Desk } from './desk';
import { Invalid } from './errors';
import { archive } from './incoming/archive';
import { listThreads } from './incoming/inbox';
import { receiveMail } from './incoming/receiveMail';
import { snooze } from './incoming/snooze';
import { createDraft } from './messages/createDraft';
import { deleteMessage } from './messages/deleteMessage';
import { editMessage } from './messages/editMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent } from './people/correspondents';
import { search, suggestSearch } from './search/search';
import { addTodo } from './todos/todos';

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});
const receive = async (parts: MailParts) => (await receiveMail(desk, mailOf(parts))).id;
const subjects = (q: string) => search(desk, q, 50).hits.map(({ message }) => message.subject);

describe('search', () => {
  it('finds words wherever they stand, whatever their case and marks, and says where', async () => {
    await receive({
      subject: 'Crates',
      text: 'The lacquer panels need 50 % humidity.',
      from: 'Luísa <l@x.example>',
    });
    await receive({ subject: 'Lacquer', text: 'Nothing else' });
    expect(subjects('LACQUER')).toEqual(['Lacquer', 'Crates']);
    expect(subjects('luisa')).toEqual(['Crates']);
    expect(subjects('from:luísa humid')).toEqual(['Crates']);
    expect(subjects('subject:lacq')).toEqual(['Lacquer']);
    expect(subjects('body:lacq')).toEqual(['Crates']);
    expect(subjects('"panels need"')).toEqual(['Crates']);
    expect(subjects('"need panels"')).toEqual([]);
    expect(subjects('lacquer -humidity')).toEqual(['Lacquer']);
    expect(subjects('NOT humidity')).toEqual(['Lacquer']);
    const [hit] = search(desk, 'humid', 1).hits;
    const { field, words, from, to } = hit!.why!;
    expect([field, words.slice(from, to)]).toEqual(['body', 'humid']);
  });

  it('follows what is written, changed and deleted', () => {
    const { id } = createDraft(desk, { to: ['Mina <m@y.example>'], subject: 'Plan', text: 'first words' });
    expect(subjects('to:mina first')).toEqual(['Plan']);
    editMessage(desk, id, { text: 'second words', to: ['k@y.example'] });
    expect([subjects('first'), subjects('mina'), subjects('second to:k@y')]).toEqual([[], [], ['Plan']]);
    deleteMessage(desk, id);
    expect(subjects('second')).toEqual([]);
  });

  it('knows states, days and files', async () => {
    const put = await receive({ id: 'a', subject: 'Put off' });
    const done = await receive({ id: 'b', subject: 'Done with' });
    const todo = await receive({ id: 'c', subject: 'To check' });
    snooze(desk, put, { until: NOW + 3_600_000 });
    archive(desk, [done]);
    addTodo(desk, todo, { what: 'check' });
    const draft = createDraft(desk, { to: ['m@y.example'], subject: 'Leaves', text: 'x' });
    scheduleMessage(desk, draft.id, { kind: 'at', local: '2026-12-01T09:00', zone: 'Europe/Lisbon' });
    createDraft(desk, { subject: 'Unsent' });
    expect(subjects('state:snoozed')).toEqual(['Put off']);
    expect(subjects('state:snoozed put')).toEqual(['Put off']);
    expect(search(desk, 'put state:snoozed', 9).hits[0]!.message.snoozedUntil).toBe(NOW + 3_600_000);
    expect(subjects('state:archived')).toEqual(['Done with']);
    expect(subjects('state:to-do')).toEqual(['To check']);
    expect(subjects('state:pending')).toEqual(['Leaves']);
    expect(subjects('state:draft')).toEqual(['Unsent']);
    expect(subjects('state:inbox')).toEqual(['To check']);
    expect(subjects('since:tomorrow')).toEqual([]);
    expect(subjects('before:today state:archived')).toEqual([]);
    expect(subjects('on:today state:archived')).toEqual(['Done with']);
    expect(subjects('with:file')).toEqual([]);
  });

  it('goes through pages, none twice and none left out, also of one moment', async () => {
    for (let n = 0; n < 25; n++) await receive({ id: `m${n}`, subject: `Same ${n}` });
    const seen: string[] = [];
    for (let cursor: string | undefined; ;) {
      const page = search(desk, 'same', 7, cursor);
      seen.push(...page.hits.map(({ message }) => message.subject));
      if (!page.cursor) break;
      ({ cursor } = page as { cursor: string });
    }
    expect(seen).toHaveLength(25);
    expect(new Set(seen).size).toBe(25);
  });

  it('finds what stands inside runs without spaces, and parts of words after whole ones', async () => {
    await receive({ id: 'j', subject: '東京都庁への搬入', text: '明日、カタログを送ります。' });
    await receive({ id: 'o', subject: 'Overcrated', text: 'Übergrößenträger' });
    await receive({ id: 'c', subject: 'Crated', text: 'x' });
    for (const q of ['都庁', '京', 'カタログ', '"搬入"', 'body:明日'])
      expect(subjects(q), q).toEqual(['東京都庁への搬入']);
    expect(subjects('庁都')).toEqual([]);
    expect(subjects('crate')).toEqual(['Crated', 'Overcrated']);
    expect(subjects('"crated"')).toEqual(['Crated']);
    expect(subjects('grossen')).toEqual([]);
    expect(subjects('größen')).toEqual(['Overcrated']);
    expect(subjects('GRÖSS')).toEqual([]);
    // All of its letters, and not together.
    expect(subjects('rateover')).toEqual([]);
    expect(subjects('crate träger')).toEqual(['Overcrated']);
    expect(subjects('crate -subject:over')).toEqual(['Crated']);
    const [, part] = search(desk, 'crate', 9).hits;
    expect(part!.why!.words.slice(part!.why!.from, part!.why!.to)).toBe('crate');
  });

  it('finds one of several, and tells a copy from a recipient', async () => {
    const headers = ['Cc: Ana Barros <ana@y.example>'];
    await receive({ id: 'a', subject: 'Copy to Ana', headers });
    await receive({ id: 'b', subject: 'To Ana', to: 'Ana Barros <ana@y.example>' });
    await receive({ id: 'c', subject: 'Neither' });
    expect(subjects('cc:ana')).toEqual(['Copy to Ana']);
    expect(subjects('cc:barr')).toEqual(['Copy to Ana']);
    expect(subjects('to:ana').sort()).toEqual(['Copy to Ana', 'To Ana']);
    expect(subjects('cc:ana OR subject:neither').sort()).toEqual(['Copy to Ana', 'Neither']);
    expect(subjects('neither OR copy').sort()).toEqual(['Copy to Ana', 'Neither']);
    expect(subjects('-cc:ana').sort()).toEqual(['Neither', 'To Ana']);
    expect(subjects('ana -cc:ana')).toEqual(['To Ana']);
  });

  it('goes on to parts of words past the last whole one, none twice and none left out', async () => {
    for (let n = 0; n < 9; n++) {
      await receive({ id: `w${n}`, subject: `crate ${n}` });
      await receive({ id: `p${n}`, subject: `overcrated ${n}` });
    }
    for (const size of [1, 4, 9, 18]) {
      const seen: string[] = [];
      for (let cursor: string | undefined; ;) {
        const page = search(desk, 'crate', size, cursor);
        expect(page.hits.length).toBeLessThanOrEqual(size);
        seen.push(...page.hits.map(({ message }) => message.subject));
        if (!page.cursor) break;
        cursor = page.cursor;
      }
      expect(seen.length, String(size)).toBe(18);
      expect(new Set(seen).size).toBe(18);
      expect(seen.slice(0, 9).every((subject) => subject.startsWith('crate'))).toBe(true);
    }
    expect(() => search(desk, 'crate', 5, 'nonsense')).toThrow(Invalid);
  });

  it('finds departures in the same words', () => {
    const plan = (subject: string, to: string) => {
      const { id } = createDraft(desk, { to: [to], subject, text: 'x' });
      scheduleMessage(desk, id, { kind: 'at', local: '2026-12-01T09:00', zone: 'Europe/Lisbon' });
    };
    plan('Overcrated', 'mina@y.example');
    plan('Letter', 'ana@y.example');
    const found = (q: string) => {
      const { departures, problems } = listDepartures(desk, { search: q, limit: 9 });
      return [departures.map(({ subject }) => subject), problems.length];
    };
    expect(found('crate')).toEqual([['Overcrated'], 0]);
    expect(found('to:ana OR crate')[0]).toHaveLength(2);
    expect(found('crate -mina')).toEqual([[], 0]);
    expect(found('letter state:pending')).toEqual([['Letter'], 1]);
    expect(found('with:file')).toEqual([[], 0]);
  });

  it('takes anything for words, and harms nothing', async () => {
    await receive({ subject: 'Crates' });
    for (const q of [
      '"',
      '* AND (',
      'NEAR(a b)',
      "'; DROP TABLE messages; --",
      '{subject}: x',
      '-"',
      '%',
      '\u0000',
    ])
      expect(() => search(desk, q, 5), q).not.toThrow();
    expect(subjects('crates')).toEqual(['Crates']);
  });

  it('suggests keys, people and words', async () => {
    await receive({ subject: 'Humidity', from: 'Haruki Anzai <h@x.example>' });
    const texts = (typed: string) => suggestSearch(desk, typed).map(({ text }) => text);
    expect(texts('sta')).toContain('state:snoozed');
    expect(texts('crates state:sn')).toEqual(['state:snoozed']);
    expect(texts('from:har')).toEqual(['from:"Haruki Anzai"']);
    expect(texts('hum')).toEqual(['humidity']);
    expect(texts('')).toEqual([]);
  });
});

describe('the inbox', () => {
  it('is in groups by what an answer would do now, page by page the same as in one', async () => {
    const people = [
      ['Lisbon', 'Europe/Lisbon'],
      ['Osaka', 'Asia/Tokyo'],
      ['Nairobi', 'Africa/Nairobi'],
    ] as const;
    for (const [name, zone] of people)
      addCorrespondent(desk, { name, addresses: [`${name}@x.example`], zone });
    for (let n = 0; n < 12; n++) {
      const from = [...people.map(([name]) => name), 'Nowhere'][n % 4];
      await receive({ id: `m${n}`, subject: `${from} ${n}`, from: `${from}@x.example` });
    }
    const whole = listThreads(desk, { place: 'inbox', order: 'answer', limit: 100 });
    expect([...new Set(whole.messages.map(({ group }) => group))]).toEqual([
      'At their desk now',
      'Away from their desk, an answer lands later',
      'Where they are is not known',
    ]);
    // 17:24 in Nairobi: gone home.
    expect(whole.messages.filter(({ group }) => group === 'At their desk now')).toHaveLength(3);
    const paged: string[] = [];
    for (let cursor: string | undefined; ;) {
      const page = listThreads(desk, { place: 'inbox', order: 'answer', limit: 5, cursor });
      paged.push(...page.messages.map(({ id }) => id));
      if (!page.cursor) break;
      cursor = page.cursor;
    }
    expect(paged).toEqual(whole.messages.map(({ id }) => id));
  });

  it('has answers that name nothing we have in the thread of their subject and people', async () => {
    const a = await receive({ id: 'a', subject: 'Bond number', from: 'w@x.example' });
    await receive({ id: 'b', subject: 'RE: bond number', from: 'W@x.example' });
    await receive({ id: 'c', subject: 'Re: Bond number', from: 'stranger@y.example' });
    await receive({ id: 'd', subject: 'Bond number', from: 'w@x.example' });
    const threads = listThreads(desk, { place: 'inbox', order: 'time', limit: 9 }).messages;
    expect(threads.map(({ count }) => count).sort()).toEqual([1, 1, 2]);
    expect(threads.find(({ count }) => count === 2)!.threadId).toBe(
      (await import('./messages/readMessage')).readMessage(desk, a).threadId,
    );
  });
});
