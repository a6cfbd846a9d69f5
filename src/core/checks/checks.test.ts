import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toInstant, toLocal } from '../time/wallClock';
import { agingWords } from './agingWords';
import { withFix, type CheckContext, type Landed } from './finding';
import { zonelessTimes } from './zonelessTimes';

/** Written Tuesday 24 November 2026, 20:00 in Lisbon. */
const now = toInstant('2026-11-24T20:00', 'Europe/Lisbon').at;
const lands = (local: string, zone = 'Asia/Tokyo', place = 'Osaka'): Landed => ({
  zone,
  place,
  local: `${local}:00`,
});
const context = (...landings: Landed[]): CheckContext => ({
  now,
  zone: 'Europe/Lisbon',
  place: 'Lisbon',
  landings,
});
const morning = context(lands('2026-11-25T08:30'));

describe('words that age', () => {
  const said = (text: string, where = morning) =>
    agingWords(text, where).map(({ words, why, fixes }) => `${words} ${why}: ${fixes.join(' | ')}`);

  it.each<[string, string[]]>([
    ['Good evening,', ['Good evening lands at 08:30: Good morning']],
    ['good morning Haruki', []],
    ['Boa noite Luísa', ['Boa noite lands at 08:30: Bom dia']],
    ['Guten Abend', ['Guten Abend lands at 08:30: Guten morgen']],
    ['Bonsoir', ['Bonsoir lands at 08:30: Bonjour']],
    ['I send it today.', ['today is read on Wednesday 25 November: on Tuesday 24 November | yesterday']],
    ['Tomorrow we pack.', ['Tomorrow is read on Wednesday 25 November: On Wednesday 25 November | Today']],
    [
      'the day after tomorrow',
      ['the day after tomorrow is read on Wednesday 25 November: on Thursday 26 November | tomorrow'],
    ],
    ['We met yesterday', ['yesterday is read on Wednesday 25 November: on Monday 23 November']],
    [
      'We spoke this morning',
      ['this morning is read on Wednesday 25 November: on Tuesday 24 November in the morning'],
    ],
    ['It goes tonight', ['tonight is read on Wednesday 25 November: on Tuesday 24 November in the evening']],
    ['We see each other this week', []],
    ['Todayish, goodevening', []],
  ])('%s', (text, findings) => expect(said(text)).toEqual(findings));

  it('count weeks only where the week is another', () => {
    const later = context(lands('2026-12-01T08:30'));
    expect(said('It arrives this week', later)).toEqual([
      'this week is read on Tuesday 1 December: in the week of 23 November',
    ]);
    expect(said('It arrives next week', later)).toEqual([
      'next week is read on Tuesday 1 December: in the week of 30 November',
    ]);
  });

  it('leave alone what others wrote and the signature', () => {
    expect(
      said(
        'Hello\n\nAna wrote on Mon 23 Nov at 10:00:\n> good evening, see you tomorrow\n-- \ntoday and tomorrow',
      ),
    ).toEqual([]);
  });

  it('find a greeting for readers of different hours', () => {
    const two = context(
      lands('2026-11-25T08:30'),
      lands('2026-11-25T19:30', 'America/St_Johns', 'St. John’s'),
    );
    expect(said('Good evening', two)).toEqual(['Good evening lands at 08:30 in Osaka: Hello']);
  });

  it('say nothing where it lands as it is written, or nobody’s clock is known', () => {
    expect(
      said('Good evening, see you tomorrow', context(lands('2026-11-24T20:01', 'Europe/Lisbon'))),
    ).toEqual([]);
    expect(said('Good evening, see you tomorrow', context())).toEqual([]);
  });
});

describe('times without a zone', () => {
  const said = (text: string, where = morning) =>
    zonelessTimes(text, where).map(({ words, fixes }) => `${words}: ${fixes.join(' | ')}`);

  it.each<[string, string[]]>([
    ['The call is at 16:00.', ['16:00: 16:00 Lisbon (Thu 01:00 your time) | 16:00 Lisbon | 16:00 your time']],
    [
      'On Friday 27 November at 9h30 we close',
      ['9h30: 9h30 Lisbon (18:30 your time) | 9h30 Lisbon | 9h30 your time'],
    ],
    ['On Friday at 4 pm', ['4 pm: 4 pm Lisbon (Sat 01:00 your time) | 4 pm Lisbon | 4 pm your time']],
    ['at 16:00 Lisbon time', []],
    ['at 16:00 (Lisbon)', []],
    ['at 16:00 your time', []],
    ['at 16:00 UTC', []],
    ['at 16:00 in São Paulo', []],
    ['16:00 to 18:00 Osaka time', []],
    ['by 16.30 please', ['16.30: 16.30 Lisbon (Thu 01:30 your time) | 16.30 Lisbon | 16.30 your time']],
    ['it weighs 16.30 kg and costs €9.50', []],
    ['1240:880 and 2026-11-25T16:00:00', []],
    ['version 1.12.20', []],
    ['> at 16:00 they said', []],
  ])('%s', (text, findings) => expect(said(text)).toEqual(findings));

  it('are clear to a reader who shares my clock', () => {
    expect(said('at 16:00', context(lands('2026-11-25T08:30', 'Europe/Lisbon', 'Lisbon')))).toEqual([]);
    // London's clocks go with Lisbon's.
    expect(said('at 16:00', context(lands('2026-11-25T08:30', 'Europe/London', 'London')))).toEqual([]);
  });

  it('name no reader’s time where there are several', () => {
    const two = context(lands('2026-11-25T08:30'), lands('2026-11-25T05:15', 'Asia/Kathmandu', 'Kathmandu'));
    expect(said('at 16:00', two)).toEqual(['16:00: 16:00 Lisbon']);
  });
});

it('whatever the text, a fix replaces just its words, and the finding is gone with the exact one', () => {
  const piece = fc.constantFrom(
    'good evening',
    'today',
    'at 16:00',
    'next week',
    '> quoted',
    '\n',
    'x',
    '16:00 UTC',
    'é',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
      const text = pieces.join(' ');
      const all = [...agingWords(text, morning), ...zonelessTimes(text, morning)];
      for (const finding of all) {
        expect(text.slice(finding.from, finding.to)).toBe(finding.words);
        const fixed = withFix(text, finding, finding.fixes[0]!);
        expect(fixed.startsWith(text.slice(0, finding.from))).toBe(true);
        expect(fixed.endsWith(text.slice(finding.to))).toBe(true);
        const again = [...agingWords(fixed, morning), ...zonelessTimes(fixed, morning)];
        expect(again.some(({ from, words }) => from === finding.from && words === finding.words)).toBe(false);
      }
    }),
  );
  expect(toLocal(now, 'Europe/Lisbon')).toBe('2026-11-24T20:00:00');
});
