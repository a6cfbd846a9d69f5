/** Readers given what nobody would write: pieces of real things, put together, cut, doubled and changed. */
import fc from 'fast-check';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { greedyFiles, greedyMail } from '#test/support/greedy';
import { hostileMail } from '#test/support/hostile';
import { mailOf } from '#test/support/mail';
import { readCsv } from '#core/formats/csv';
import { HolidayFileError, readHolidayFile } from '#core/formats/holidayFile';
import { BEFORE, beginsIn, splitMbox } from '#core/formats/mbox';
import { readTodoFile, TodoFileError } from '#core/formats/todoFile';
import { readVcards } from '#core/formats/vcard';
import { READING } from '#core/limits';
import { htmlBody, layoutOf } from '#mail/htmlBody';
import { readFiled, readHead, readMail } from '#mail/readMail';
import { hitsOf } from '#test/support/hits';

const SMALL = 600;

// A library says there what it does about headings of the same name.
beforeAll(() => void vi.spyOn(console, 'warn').mockImplementation(() => {}));

/** One of a corpus after a few changes to its bytes. */
function changed(corpus: readonly Buffer[]): fc.Arbitrary<Buffer> {
  const place = fc.double({ min: 0, max: 1, noNaN: true });
  const change = fc.oneof(
    fc.record({ what: fc.constant('byte' as const), at: place, byte: fc.integer({ min: 0, max: 255 }) }),
    fc.record({ what: fc.constant('cut' as const), at: place, to: place }),
    fc.record({
      what: fc.constant('twice' as const),
      at: place,
      to: place,
      times: fc.integer({ min: 2, max: 6 }),
    }),
    fc.record({ what: fc.constant('other' as const), at: place, other: fc.nat(corpus.length - 1) }),
  );
  return fc.tuple(fc.nat(corpus.length - 1), fc.array(change, { maxLength: 6 })).map(([first, changes]) =>
    changes.reduce((bytes, each) => {
      const at = Math.floor(each.at * bytes.length);
      if (each.what === 'byte') {
        const copy = Buffer.from(bytes);
        if (copy.length > 0) copy[Math.min(at, copy.length - 1)] = each.byte;
        return copy;
      }
      if (each.what === 'other') return Buffer.concat([bytes.subarray(0, at), corpus[each.other]!]);
      const to = Math.floor(each.to * bytes.length);
      const [from, until] = at < to ? [at, to] : [to, at];
      const part = bytes.subarray(from, until);
      const parts = each.what === 'cut' ? [] : Array<Buffer>(each.times).fill(part);
      return Buffer.concat([bytes.subarray(0, from), ...parts, bytes.subarray(until)]);
    }, corpus[first]!),
  );
}

const mail = [
  mailOf({ id: 'a', subject: 'Crates', date: 'Tue, 24 Nov 2026 14:24:00 +0545' }),
  ...hostileMail('http://far.example').map(({ bytes }) => bytes.subarray(0, 4000)),
  ...greedyMail.map(({ make }) => make(SMALL)),
];
const files = (...ways: string[]) =>
  greedyFiles.filter(({ way }) => ways.includes(way)).map(({ make }) => make(SMALL));

describe('whatever the bytes are', () => {
  it('a message is read, within every limit, or said to be too strange', async () => {
    await fc.assert(
      fc.asyncProperty(changed(mail), async (bytes) => {
        const { mail: read, digest } = await readMail(bytes);
        expect(digest).toHaveLength(43);
        expect(read.text.length).toBeLessThanOrEqual(READING.text);
        expect(read.subject.length).toBeLessThanOrEqual(READING.line);
        expect(read.attachments.length).toBeLessThanOrEqual(READING.parts);
        expect(read.to.length + read.cc.length + read.replyTo.length).toBeLessThanOrEqual(READING.recipients);
        // What it says of itself can be stored and shown as it is.
        expect(JSON.parse(JSON.stringify(read.from))).toEqual(read.from);
        const head = await readHead(bytes, 'time');
        expect([head.strange, head.text]).toEqual(['time', '']);
        const [filed] = await readFiled([bytes]);
        expect('read' in filed! || filed!.reason.length > 0).toBe(true);
      }),
      { numRuns: 400 },
    );
  });

  it('its HTML is shown with nothing in it that runs, fetches or sends', async () => {
    await fc.assert(
      fc.asyncProperty(changed(mail), async (bytes) => {
        const { html } = (await readMail(bytes)).mail;
        if (html === null) return;
        layoutOf(html);
        expect(hitsOf(htmlBody(html, [], false))).toEqual([]);
      }),
      { numRuns: 400 },
    );
  });

  it('a file of people, days or to-dos is read, or refused in words', () => {
    fc.assert(
      fc.property(changed(files('vcard', 'csv', 'holidays', 'todos')), (bytes) => {
        const text = bytes.toString('latin1');
        const inWords = (read: () => unknown) => {
          try {
            read();
          } catch (error) {
            // Any other error is a library's, and its words are for programmers.
            expect(error instanceof HolidayFileError || error instanceof TodoFileError, String(error)).toBe(
              true,
            );
          }
        };
        for (const entry of [...readVcards(text), ...readCsv(text)])
          expect('problem' in entry || 'person' in entry || 'group' in entry).toBe(true);
        inWords(() => readHolidayFile(text, 2025, 2031));
        inWords(() => readTodoFile(text, 'Europe/Lisbon', 0));
      }),
      { numRuns: 300 },
    );
  });

  it('a mailbox comes apart the same in pieces of any length, and none of its messages is overlooked', () => {
    const pieces = fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(changed(files('mbox')), pieces, (bytes, lengths) => {
        const whole = splitMbox(bytes, true).messages.map((each) => Buffer.from(each).toString('latin1'));
        const found: string[] = [];
        let rest: Uint8Array = new Uint8Array();
        for (let at = 0, n = 0; at < bytes.length; n++) {
          const piece = bytes.subarray(at, (at += lengths[n % lengths.length]!));
          const last = at >= bytes.length;
          const before = rest.length > 0 ? rest.subarray(-BEFORE) : new Uint8Array();
          const joined = Buffer.concat([rest, piece]);
          if (rest.length > 0 && !last && !beginsIn(before, piece)) {
            rest = joined;
            continue;
          }
          const split = splitMbox(joined, last);
          found.push(...split.messages.map((each) => Buffer.from(each).toString('latin1')));
          rest = split.rest;
        }
        expect(found).toEqual(bytes.length > 0 ? whole : []);
      }),
      { numRuns: 300 },
    );
  });
});
