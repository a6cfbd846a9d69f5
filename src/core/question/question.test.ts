import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aheadWords, countAnswers, countWords, standingAnswers, tallyWords } from './count';
import { mailtoOf } from './mailto';
import {
  answerKey,
  keptQuestion,
  whyNoQuestion,
  type AnswerStatus,
  type DecidedWhen,
  type Given,
} from './question';
import { commentOn, LEAVE_IT, ownWords, readReply, WHY } from './reply';
import { answerPath, answerToken, readToken, tokenLine, tokensIn, type Token } from './token';

const DAYS = ['Tuesday 1 December', 'Friday', 'Neither, sorry'];
const token: Token = { departureId: 'aB3-_x9K2mN4pQ', answer: 2, digest: 'A'.repeat(22) };
const asked = ['ana', 'ben', 'cy'].map((name) => ({ address: `${name}@x.example`, name }));
const count = (given: Given[], decidedWhen: DecidedWhen = 'everyone') =>
  countAnswers(DAYS.length, decidedWhen, asked, given);
const given = (who: string, answer: number | null, status: AnswerStatus = 'counts'): Given => ({
  reader: `${who}@x.example`,
  answer,
  status,
});

describe('a question', () => {
  const question = { words: 'Which day?', answers: DAYS, decidedWhen: 'everyone', mayComment: true } as const;
  it.each([
    [{}, undefined],
    [{ words: '' }, 'words'],
    [{ words: 'Which {{day}}?' }, 'words'],
    [{ answers: ['yes'] }, 'answers'],
    [{ answers: ['a', 'b', 'c', 'd', 'e', 'f', 'g'] }, 'answers'],
    [{ answers: ['yes', '!?'] }, 'answers.1'],
    [{ answers: ['Sim', 'não', 'NAO.'] }, 'answers.2'],
  ])('%j can be asked, or names what is wrong', (patch, field) => {
    expect(whyNoQuestion({ ...question, ...patch })?.field).toBe(field);
  });

  it('stands on one line, whatever was pasted', () => {
    const kept = keptQuestion({ ...question, words: 'Which\r\nday?', answers: ['a\u2028b', 'c\u0085d\t'] });
    expect(kept.words).toBe('Which day?');
    expect(kept.answers).toEqual(['a b', 'c d']);
  });
});

describe('a proof', () => {
  it('is read from its line and from its path, and from nothing that only looks like one', () => {
    expect(tokensIn(`Friday\n\n${tokenLine(token)} ${LEAVE_IT}`)).toEqual([token]);
    expect(tokensIn(`[answer\n${tokenLine(token).slice(8)}`)).toEqual([token]);
    expect(answerToken(answerPath(token))).toEqual(token);
    for (const text of [
      '',
      'aB3.2.x',
      `${'a'.repeat(40)}.1.${'A'.repeat(22)}`,
      `abcdefgh.17.${'A'.repeat(22)}`,
    ])
      expect(readToken(text)).toBeUndefined();
    expect(answerToken(`${answerPath(token)}/x`)).toBeUndefined();
    expect(answerToken('/answer/')).toBeUndefined();
  });

  it('is looked at so many times at most', () => {
    const many = Array.from({ length: 500 }, (_, n) =>
      tokenLine({ ...token, departureId: `departure${n}` }),
    ).join(' ');
    expect(tokensIn(many)).toHaveLength(20);
  });

  it('survives any mail program that opens its address', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 60 }),
        fc.string({ maxLength: 60 }),
        (subject, answer) => {
          const url = new URL(
            mailtoOf({
              to: ['tamsin+x@wrenfield.example'],
              subject,
              headerId: '<a&b=c@x.example>',
              answer,
              mayComment: true,
              token,
            }),
          );
          expect(decodeURIComponent(url.pathname)).toBe('tamsin+x@wrenfield.example');
          // As RFC 6068 §5 has it: "+" is no space there.
          const fields = new Map(
            url.search
              .slice(1)
              .split('&')
              .map((pair) => pair.split('=').map(decodeURIComponent) as [string, string]),
          );
          expect([...fields.keys()]).toEqual(['subject', 'in-reply-to', 'body']);
          expect(fields.get('in-reply-to')).toBe('<a&b=c@x.example>');
          expect(fields.get('body')!.startsWith(answer)).toBe(true);
          expect(tokensIn(ownWords(fields.get('body')!))).toEqual([token]);
        },
      ),
    );
  });
});

describe('a reply', () => {
  it.each([
    ['Friday', 1],
    ['friday!', 1],
    ['  “Friday.”  \n\nHaruki', 1],
    ['2', 1],
    ['2.', 1],
    ['2) Friday', 1],
    ['Dear Tamsin,\n\nFriday\n\nBest wishes', 1],
    ['Olá Tamsin\n3', 2],
    ['NEITHER, SORRY', 2],
    ['tuesday 1 december', 0],
    ['Friday\n\nOn Tue, 24 Nov 2026 at 10:00, Tamsin wrote:\n> Which day?\n> 1. Tuesday 1 December', 1],
    // Not guessed at:
    ['Friday would do, I think', undefined],
    ['Not Friday', undefined],
    ['Friday\nTuesday 1 December', undefined],
    ['4', undefined],
    ['2. Tuesday 1 December', undefined],
    ['What is it about?', undefined],
    ['> Friday', undefined],
    ['-- \nFriday', undefined],
    ['', undefined],
  ])('%j says %s', (text, answer) => {
    expect(readReply(ownWords(text), DAYS).answer).toBe(answer);
  });

  it.each([
    ['Friday would do, I think', 1],
    ['Not Friday', undefined],
    ['I can’t do Friday', undefined],
    ['Neither, sorry. The boat is full.', 2],
    ['Fridays are bad', undefined],
    ['Friday, or else Tuesday 1 December', undefined],
    ['What is it about?', undefined],
  ])('%j names only %s, which is proposed', (text, proposed) => {
    expect(readReply(text, DAYS).proposed).toBe(proposed);
  });

  it('reads numbers as words where they are answers', () => {
    expect(readReply('2', ['2', '1']).answer).toBe(0);
    expect(readReply('3', ['2', '1']).answer).toBeUndefined();
  });

  it('keeps what it says besides', () => {
    const body = [
      'Friday',
      '',
      `${WHY} the boat is full`,
      'before that.',
      '',
      `${tokenLine(token)} ${LEAVE_IT}`,
    ];
    expect(commentOn(ownWords(body.join('\r\n')), DAYS, 1)).toBe('the boat is full\nbefore that.');
    expect(commentOn(ownWords(['Friday', '', `${WHY} `, '', tokenLine(token)].join('\n')), DAYS, 1)).toBe('');
    expect(readReply('Friday\n\nthe boat is full', DAYS)).toEqual({ answer: 1, comment: 'the boat is full' });
  });

  it('takes no long time over long lines', () => {
    const long = `${'.'.repeat(20_000)}x${' -'.repeat(10_000)}`;
    expect(readReply(long, DAYS).answer).toBeUndefined();
    expect(answerKey(long)).toBe('x');
  });

  it('is clear only where its first line is an answer', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const { answer } = readReply(text, DAYS);
        if (answer === undefined) return;
        const [first] = text.split('\n').filter((line) => answerKey(line) !== '' || line.trim() !== '');
        expect(
          [answerKey(DAYS[answer]!), String(answer + 1)].some((key) => answerKey(first!).includes(key)),
        ).toBe(true);
      }),
    );
  });
});

describe('a count', () => {
  it('takes the last that counts of each reader, and keeps the others', () => {
    const all = [
      given('ana', 0),
      given('ben', 1),
      given('ana', 1),
      given('ana', 2, 'late'),
      given('cy', 0, 'unclear'),
    ];
    const told = count(all);
    expect(told.given.map((readers) => readers.map(({ name }) => name))).toEqual([[], ['ana', 'ben'], []]);
    expect(told.missing.map(({ name }) => name)).toEqual(['cy']);
    expect(told).toMatchObject({ answered: 2, of: 3, unclear: 1, decided: false, ahead: [1] });
    expect(countWords(told, DAYS)).toBe('2 of 3 have answered: Friday (2); missing: cy');
    expect(aheadWords(told, DAYS)).toBe('Friday');
  });

  it.each<[DecidedWhen, Given[], boolean]>([
    ['everyone', [given('ana', 0), given('ben', 1)], false],
    ['everyone', [given('ana', 0), given('ben', 1), given('cy', 0)], true],
    ['majority', [given('ana', 0)], false],
    ['majority', [given('ana', 0), given('ben', 1)], false],
    ['majority', [given('ana', 0), given('ben', 0)], true],
    ['first', [], false],
    ['first', [given('ana', 2)], true],
    ['first', [given('ana', 2, 'late')], false],
    ['first', [given('stranger', 2)], false],
  ])('is decided by %s: %j %s', (when, all, decided) => {
    expect(count(all, when).decided).toBe(decided);
  });

  it('says what is level, and that nobody has answered', () => {
    expect(aheadWords(count([given('ana', 0), given('ben', 1)]), DAYS)).toBe(
      'Tuesday 1 December and Friday are level',
    );
    expect(tallyWords(count([]), DAYS)).toBe('nobody of 3 has answered');
    expect(tallyWords(countAnswers(2, 'everyone', [], []), ['a', 'b'])).toBe('it has reached nobody yet');
    expect(countAnswers(2, 'everyone', [], []).decided).toBe(false);
  });

  it('counts each reader once, whatever comes in whatever order', () => {
    const one = fc.record({
      reader: fc.constantFrom(...asked.map(({ address }) => address), 'else@x.example', null),
      answer: fc.constantFrom(0, 1, 2, null),
      status: fc.constantFrom<AnswerStatus>('counts', 'unclear', 'late', 'somebody-else', 'refused', 'none'),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 30 }), (all) => {
        const told = count(all);
        const named = [...told.given.flat(), ...told.missing].map(({ address }) => address).sort();
        expect(named).toEqual(asked.map(({ address }) => address).sort());
        for (const { address } of asked) {
          const last = all.findLast(
            ({ reader, answer, status }) => reader === address && status === 'counts' && answer !== null,
          );
          expect(standingAnswers(all).get(address)).toBe(last?.answer ?? undefined);
        }
      }),
    );
  });
});
