import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mboxEntry, splitMbox } from './mbox';

const bytes = (text: string) => new TextEncoder().encode(text);
const text = (some: Uint8Array) => new TextDecoder().decode(some);
const split = (whole: string) => splitMbox(bytes(whole), true).messages.map(text);

describe('a mailbox file', () => {
  it('is taken apart at its From lines, and only there', () => {
    const file =
      'From a@x Tue Nov 24 14:24:00 2026\nSubject: A\n\nHello\nFrom here on it is text\n>From there\n\n' +
      'From b@x Tue Nov 24 14:24:01 2026\nSubject: B\n\nBye\n';
    expect(split(file)).toEqual([
      'Subject: A\n\nHello\nFrom here on it is text\nFrom there\n',
      'Subject: B\n\nBye\n',
    ]);
  });

  it('may end lines with CR LF, or not end its last', () => {
    expect(split('From a\r\nSubject: A\r\n\r\nx\r\n\r\nFrom b\r\nSubject: B\r\n\r\ny')).toEqual([
      'Subject: A\r\n\r\nx\r\n',
      'Subject: B\r\n\r\ny',
    ]);
  });

  it('keeps what stands before the first From line as one piece, to be looked at', () => {
    expect(split('rubbish\n\nFrom a\nSubject: A\n\nx\n')).toEqual(['rubbish\n', 'Subject: A\n\nx\n']);
  });

  const line = fc.oneof(
    fc.constantFrom('', 'From me to you', '>From me', '>>From x', '> quote', 'From', ' From x'),
    fc.string({ unit: 'grapheme', maxLength: 20 }).map((each) => each.replace(/[\r\n]/g, '')),
  );
  const body = fc.array(line, { minLength: 1, maxLength: 8 }).map((lines) => `S: 1\n\n${lines.join('\n')}\n`);

  it('gives back what was put in, however it is cut into pieces', () => {
    fc.assert(
      fc.property(
        fc.array(body, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 60 }),
        (all, size) => {
          const file = all.map((each) => text(mboxEntry(bytes(each), 'a@x.example', 0))).join('');
          const found: string[] = [];
          let rest = new Uint8Array();
          const whole = bytes(file);
          for (let from = 0; from < whole.length; from += size) {
            const piece = whole.subarray(from, from + size);
            const joined = new Uint8Array(rest.length + piece.length);
            joined.set(rest);
            joined.set(piece, rest.length);
            const part = splitMbox(joined, from + size >= whole.length);
            found.push(...part.messages.map(text));
            rest = Uint8Array.from(part.rest);
          }
          expect(rest.length).toBe(0);
          expect(found).toEqual(all);
        },
      ),
    );
  });

  it('says when and from whom, in UTC, whatever the address holds', () => {
    const entry = text(mboxEntry(bytes('S: 1\r\n\r\nx'), 'a b\n@x', Date.parse('2026-11-04T04:05:06Z')));
    expect(entry).toBe('From ab@x Wed Nov  4 04:05:06 2026\nS: 1\n\nx\n\n');
  });
});
