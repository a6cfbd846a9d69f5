/** One text, many readers: checked, mended, scheduled, changed together, and never one’s row in another’s message. */
import fc from 'fast-check';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { countRows, tempDesk, tempDir } from '#test/support/desk';
import { draftMessages, findMessage, recipientsOf } from '#store/messages';
import { departuresOf } from '#store/departures';
import { frozenOf } from '#store/frozen';
import { linksOf } from '#store/linkedFiles';
import { changeSettings } from './changeSettings';
import {
  addBatchRow,
  beginBatch,
  changeBatch,
  changeBatchRow,
  deleteBatch,
  forgetBatches,
  removeBatchRow,
  restoreBatch,
} from './batches/batches';
import { readBatch, readBatchRows } from './batches/batchView';
import { checkRows } from './batches/checkBatch';
import { scheduleBatch } from './batches/scheduleBatch';
import { takeBackRows } from './batches/takeBackRows';
import { testBatch } from './batches/testBatch';
import { bulk } from './departures/bulk';
import { listDepartures } from './departures/departureView';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import { Refused } from './errors';
import { editMessage } from './messages/editMessage';
import { addCorrespondent } from './people/correspondents';
import { saveGroup } from './people/groups';
import { claimDeparture } from './release/claimDeparture';
import { addText } from './texts/keepText';

let desk: Desk;
let text: string;
beforeEach(() => {
  ({ desk } = tempDesk());
  changeSettings(desk, {
    me: { name: 'Tamsin', address: 'tamsin@wrenfield.example' },
    zone: 'Europe/Lisbon',
  });
  addCorrespondent(desk, { name: 'Haruki Anzai', addresses: ['haruki@north.example'], zone: 'Asia/Tokyo' });
  addCorrespondent(desk, {
    name: 'Luísa Brandão',
    addresses: ['luisa@sul.example'],
    zone: 'America/Sao_Paulo',
  });
  ({ id: text } = addText(desk, {
    name: 'Loan',
    subject: 'Loan {{loan}}',
    text: 'Dear {{first name | friend}}, room {{room}}.',
  }));
});

const TABLE = [
  'email\tname\tloan\troom\twhen',
  'haruki@north.example\tHaruki Anzai\tA-1\t1\twed 9:10, theirs',
  'luisa@sul.example\tLuísa Brandão\tA-2\t2\twed 9:10, theirs',
  'bo@x.example\tBo Lind\tA-3\t3\t2 dec 10:00',
].join('\n');

const begin = (table = TABLE) => beginBatch(desk, { text, table }).id;
const rowsOf = (id: string) => readBatchRows(desk, id);
const bodies = (id: string) =>
  rowsOf(id).map(({ messageId }) => findMessage(desk.store.db, messageId!)!.text);
const found = async (id: string) =>
  (await checkRows(desk, id, 1, 1000)).rows.map(({ findings }) =>
    findings.map(({ what, words }) => `${what}: ${words}`),
  );

describe('checking', () => {
  it('says to whom, what and when of each row', async () => {
    const { rows, next } = await checkRows(desk, begin(), 1, 2);
    expect(next).toBe(3);
    expect(rows).toMatchObject([
      {
        position: 1,
        name: 'Haruki Anzai',
        subject: 'Loan A-1',
        text: 'Dear Haruki, room 1.',
        zone: 'Asia/Tokyo',
        local: '2026-11-25T09:10',
        findings: [],
      },
      { position: 2, local: '2026-11-25T09:10', findings: [] },
    ]);
  });

  it('names what is wrong, where, and is content once that is mended', async () => {
    const id = begin(
      [
        'email\tloan\troom\twhen\tfile',
        'haruki@north.example\tA-1\t\t\t',
        'nobody\tA-2\t2\t\t',
        '\tA-3\t3\t\t',
        'bo@x.example\tA-4\t4\twhenever it suits\t',
        'BO@x.example\tA-5\t5\tyesterday 9:00\t../secret.csv',
      ].join('\n'),
    );
    const [room, wrong, none, when, past] = await found(id);
    expect(room).toEqual(['field: “room” has no value for Haruki Anzai.']);
    expect(wrong).toEqual([expect.stringContaining('“nobody” is no address')]);
    expect(none).toEqual(['address: This row has no address.']);
    expect(when!.join()).toMatch(/twice: .*row 5.*when: “whenever it suits”/);
    expect(past!.join()).toMatch(/twice: .*row 4.*when: .*file: /);
    changeBatchRow(desk, id, 1, ['haruki@north.example', 'A-1', '1', '', '']);
    removeBatchRow(desk, id, 2);
    changeBatchRow(desk, id, 3, ['third@x.example', 'A-3', '3']);
    removeBatchRow(desk, id, 4);
    changeBatchRow(desk, id, 5, ['bo@x.example', 'A-5', '5', 'tomorrow 9:00', '']);
    expect((await found(id)).flat()).toEqual([]);
    // Taken out by mistake: put back in its place.
    addBatchRow(desk, id, ['b2@x.example', 'A', '9', '', ''], 4);
    addBatchRow(desk, id, ['b3@x.example']);
    expect(rowsOf(id).map(({ position }) => position)).toEqual([1, 3, 4, 5, 6]);
    expect(() => addBatchRow(desk, id, [], 4)).toThrow(/in this place/);
  });

  it('finds files of rows in allowed folders, by name or path, and nothing else', async () => {
    const folder = tempDir();
    writeFileSync(join(folder, 'a.csv'), 'a');
    changeSettings(desk, { fileFolders: [folder] });
    const table = `email\tloan\troom\tfile\na@x.example\t1\t1\ta.csv\nb@x.example\t1\t1\t${folder}/a.csv\nc@x.example\t1\t1\t/etc/passwd\nd@x.example\t1\t1\tb.csv`;
    const id = begin(table);
    const [a, b, c, d] = await found(id);
    expect([a, b]).toEqual([[], []]);
    expect(c![0]).toMatch(/file: “\/etc\/passwd” is not in a folder/);
    expect(d![0]).toMatch(/file: “b.csv” is not there/);
    const { scheduled } = await scheduleBatch(desk, id, { allOrNone: false });
    expect(scheduled).toEqual([1, 2]);
    const [first] = rowsOf(id);
    expect(linksOf(desk.store.db, first!.messageId!)).toMatchObject([{ path: join(folder, 'a.csv') }]);
    // A change of the text leaves a row its own file.
    changeBatch(desk, id, { subject: 'Other {{loan}}' });
    expect(linksOf(desk.store.db, first!.messageId!)).toHaveLength(1);
  });

  it('takes a group, and columns as they are said to be', async () => {
    const people = ['a@x.example', 'b@x.example'].map(
      (address) => addCorrespondent(desk, { name: 'P', addresses: [address] }).id,
    );
    const { id: group } = saveGroup(desk, { name: 'Lenders', members: people });
    const { id } = beginBatch(desk, { group, name: 'All lenders' });
    expect(readBatch(desk, id)).toMatchObject({
      name: 'All lenders',
      headings: ['name', 'email'],
      counts: { rows: 2, unmade: 2 },
    });
    changeBatch(desk, id, { subject: 's', text: 'Dear {{name}}' });
    expect((await found(id)).flat()).toEqual([]);
    const columns = [
      { role: 'address' as const, field: '' },
      { role: 'address' as const, field: '' },
    ];
    expect(() => changeBatch(desk, id, { columns })).toThrow(/Only one/);
    expect(() => beginBatch(desk, { table: 'x' })).toThrow(/no row/);
  });
});

describe('scheduling', () => {
  it('is for all or none on request; else what is wrong is left and goes later', async () => {
    const id = begin(`${TABLE}\nbad\tX\tA-4\t4\t`);
    await expect(scheduleBatch(desk, id, { allOrNone: true })).rejects.toThrow(/1 of 4 rows. Row 4/);
    expect(countRows(desk, 'departures')).toBe(0);
    const { scheduled, left } = await scheduleBatch(desk, id, { allOrNone: false });
    expect(scheduled).toEqual([1, 2, 3]);
    expect(left).toMatchObject([{ position: 4, why: expect.stringContaining('no address') as string }]);
    expect(readBatch(desk, id)).toMatchObject({
      state: 'scheduled',
      counts: { rows: 4, unmade: 1, pending: 3 },
    });
    changeBatchRow(desk, id, 4, ['good@x.example', 'X', 'A-4', '4', '']);
    expect(() => changeBatchRow(desk, id, 1, [])).toThrow(/already/);
    expect((await scheduleBatch(desk, id, { allOrNone: true })).scheduled).toEqual([4]);
    await expect(scheduleBatch(desk, id, { allOrNone: false })).rejects.toThrow(/No row/);
    expect(countRows(desk, 'departures')).toBe(4);
    expect(draftMessages(desk.store.db, 10)).toEqual([]);
  });

  it('that is stopped on the way goes on where it was, each row once', async () => {
    const table = `email\tloan\troom\n${Array.from({ length: 60 }, (_, n) => `p${n}@x.example\t${n}\t${n}`).join('\n')}`;
    const id = begin(table);
    changeBatch(desk, id, { when: 'tomorrow 9:00' });
    const stopping = new AbortController();
    const stopped = scheduleBatch(desk, id, { allOrNone: false, signal: stopping.signal });
    // Once the first are there.
    while (countRows(desk, 'departures') === 0) await new Promise((resolve) => setImmediate(resolve));
    stopping.abort();
    const some = (await stopped).scheduled.length;
    expect(some).toBeGreaterThan(0);
    expect(some).toBeLessThan(60);
    expect(readBatch(desk, id)).toMatchObject({ counts: { pending: some, unmade: 60 - some } });
    // Two windows at once: neither makes a row twice.
    const both = await Promise.all([1, 2].map(() => scheduleBatch(desk, id, { allOrNone: false })));
    expect(both.flatMap(({ scheduled }) => scheduled)).toHaveLength(60 - some);
    expect(countRows(desk, 'departures')).toBe(60);
    const addresses = rowsOf(id).map(
      ({ messageId }) => recipientsOf(desk.store.db, [messageId!])[0]!.address,
    );
    expect(new Set(addresses).size).toBe(60);
  });

  it('leaves no more in a minute than is said, and spreads the rest over their mornings', async () => {
    const table = `email\tloan\troom\n${Array.from({ length: 9 }, (_, n) => `p${n}@x.example\t${n}\t${n}`).join('\n')}`;
    const id = begin(table);
    changeBatch(desk, id, { when: 'tomorrow 9:00', perMinute: 4 });
    await scheduleBatch(desk, id, { allOrNone: true });
    const dues = rowsOf(id).map(({ due }) => new Date(due!).toISOString().slice(11, 16));
    expect(dues).toEqual(['09:00', '09:00', '09:00', '09:00', '09:01', '09:01', '09:01', '09:01', '09:02']);
    expect(() => changeBatch(desk, id, { perMinute: 2 })).toThrow(/scheduled/);
    const other = begin(`${table}\nharuki@north.example\tx\ty`);
    changeBatch(desk, other, { spread: true });
    await scheduleBatch(desk, other, { allOrNone: true });
    const [first, second] = rowsOf(other);
    expect(second!.due! - first!.due!).toBe(10 * 60_000);
    expect(new Date(rowsOf(other).at(-1)!.due!).toISOString()).toBe('2026-11-25T00:00:00.000Z');
  });

  it('is taken back as rows that can be mended and go again; what was edited by hand is a draft, what left stays', async () => {
    const id = begin();
    await scheduleBatch(desk, id, { allOrNone: true });
    const [first, second, third] = rowsOf(id);
    editMessage(desk, second!.messageId!, { text: 'By hand.' });
    desk.store.write((tx) =>
      tx.run(`update departures set due = ${desk.now()} where id = '${third!.departureId!}'`),
    );
    await claimDeparture(desk, third!.departureId!);
    expect(takeBackRows(desk, id)).toEqual({ rows: [1], drafts: [2], gone: [3] });
    expect(draftMessages(desk.store.db, 10).map(({ text: words }) => words)).toEqual(['By hand.']);
    expect(findMessage(desk.store.db, first!.messageId!)!.deletedAt).not.toBeNull();
    changeBatchRow(desk, id, 1, ['haruki@north.example', 'H', 'A-9', '9', 'wed 9:10, theirs']);
    expect((await scheduleBatch(desk, id, { allOrNone: true })).scheduled).toEqual([1]);
    expect(bodies(id)[0]).toContain('{{room}}');
    expect(() => takeBackRows(desk, id, [3])).toThrow(/left/);
    // Wholly taken back, all about it can be changed again.
    const other = begin();
    await scheduleBatch(desk, other, { allOrNone: true });
    takeBackRows(desk, other);
    changeBatch(desk, other, { perMinute: 1 });
    const again = await scheduleBatch(desk, other, { allOrNone: true, positions: [2, 3] });
    expect(again.scheduled).toEqual([2, 3]);
    expect(readBatch(desk, other).counts).toMatchObject({ pending: 2, unmade: 1 });
  });

  it('moves, pauses and takes back all of it or one of it', async () => {
    const id = begin();
    await scheduleBatch(desk, id, { allOrNone: true });
    const ids = rowsOf(id).map(({ departureId }) => departureId!);
    const before = rowsOf(id).map(({ due }) => due!);
    bulk(desk, ids, { action: 'shift', days: 1, minutes: 0 });
    expect(rowsOf(id).map(({ due }, n) => due! - before[n]!)).toEqual([86_400_000, 86_400_000, 86_400_000]);
    bulk(desk, ids, { action: 'pause' });
    takeBack(desk, ids[1]!);
    expect(readBatch(desk, id).counts).toMatchObject({ paused: 2, takenBack: 1, pending: 0, unmade: 0 });
    bulk(desk, [ids[0]!], { action: 'resume' });
    expect(readBatch(desk, id).counts).toMatchObject({ paused: 1, pending: 1 });
    // What waits by my own choice stands with its batch, not among the rest.
    const apart = { states: ['scheduled' as const, 'paused' as const], limit: 10 };
    expect(listDepartures(desk, apart).departures).toHaveLength(2);
    expect(listDepartures(desk, { ...apart, batchesApart: true }).departures).toHaveLength(0);
  });
});

describe('a change of the text', () => {
  it('goes for all that have not left, but for those edited by hand', async () => {
    const id = begin();
    await scheduleBatch(desk, id, { allOrNone: true });
    const [first, second, third] = rowsOf(id);
    editMessage(desk, second!.messageId!, { text: 'By hand.' });
    desk.store.write((tx) =>
      tx.run(`update departures set due = ${desk.now()} where id = '${third!.departureId!}'`),
    );
    expect(await claimDeparture(desk, third!.departureId!)).toBeDefined();
    changeBatch(desk, id, { text: 'Now {{room}}.' });
    expect(bodies(id)).toEqual(['Now {{room}}.', 'By hand.', 'Dear {{first name | friend}}, room {{room}}.']);
    expect(readBatch(desk, id).counts.differ).toBe(1);
    expect(departuresOf(desk.store.db, first!.messageId!)[0]).toMatchObject({ state: 'scheduled' });
    // One that would lack a value is not changed to; nothing is, then.
    expect(() => changeBatch(desk, id, { text: '{{what is missing}}' })).toThrow(/what is missing/);
    expect(bodies(id)[0]).toBe('Now {{room}}.');
  });
});

describe('a test', () => {
  it('is to myself, filled as the row is, and counts for nothing', async () => {
    const id = begin();
    const [departure] = await testBatch(desk, id, 'first');
    const message = findMessage(desk.store.db, departure!.messageId)!;
    expect(message).toMatchObject({ subject: 'Test: Loan A-1', text: 'Dear Haruki, room 1.' });
    expect(recipientsOf(desk.store.db, [message.id]).map(({ address }) => address)).toEqual([
      'tamsin@wrenfield.example',
    ]);
    expect(await testBatch(desk, id, 'three')).toHaveLength(3);
    expect(readBatch(desk, id).counts).toMatchObject({ unmade: 3 });
  });
});

describe('a batch', () => {
  it('is deleted and there again; once forgotten what left of it stays', async () => {
    const id = begin();
    await scheduleBatch(desk, id, { allOrNone: true });
    deleteBatch(desk, id);
    expect(() => readBatch(desk, id)).toThrow(/no such/);
    restoreBatch(desk, id);
    expect(readBatch(desk, id).counts.pending).toBe(3);
    deleteBatch(desk, id);
    forgetBatches(desk, desk.now() + 1);
    expect(() => restoreBatch(desk, id)).toThrow(/no such/);
    expect(countRows(desk, "(SELECT 1 FROM departures WHERE state = 'scheduled')")).toBe(3);
  });

  it('puts no row’s values into another’s message, whatever they are', async () => {
    const value = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 20 }),
      fc.constantFrom('{{room}}', '{{name}}', 'x\r\nBcc: all@x.example', '<script>', '=cmd()', '"', "'"),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(value, { minLength: 2, maxLength: 6 }), async (values) => {
        const marks = values.map((each, n) => `mark${n}n ${each.replace(/[\t"]/g, ' ')}`);
        const table = `email\tloan\troom\n${marks.map((mark, n) => `p${n}@x.example\t"${mark}"\t"${mark}"`).join('\n')}`;
        const id = begin(table);
        // Where a value has braces of its own nothing of that row leaves.
        await scheduleBatch(desk, id, { allOrNone: false }).catch((error: unknown) => {
          expect(marks.every((mark) => mark.includes('{{'))).toBe(true);
          expect(error).toBeInstanceOf(Refused);
        });
        for (const { departureId, position } of rowsOf(id)) {
          if (!departureId) continue;
          desk.store.write((tx) =>
            tx.run(`update departures set due = ${desk.now()} where id = '${departureId}'`),
          );
          if (!(await claimDeparture(desk, departureId))) continue;
          const bytes = frozenOf(desk.store.db, departureId)!.bytes.toString();
          const [head] = bytes.split('\r\n\r\n');
          expect(head).not.toMatch(/^Bcc:/m);
          expect(bytes).toContain(`p${position - 1}@x.example`);
          marks.forEach((_, n) => {
            if (n !== position - 1) expect(bytes).not.toMatch(new RegExp(`mark${n}n|p${n}@x`));
          });
        }
      }),
      { numRuns: 25 },
    );
  });
});
