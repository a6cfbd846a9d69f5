/** Labelled phrases, by language (test/data/phrases): what each means on Tuesday 24 November 2026, 14:24 in Lisbon. */
import { readFileSync } from 'node:fs';
import { defaultWeek, type Working } from '#core/time/dayParts';
import type { Language } from '#core/text/language';
import { readPhrase, type PhraseContext } from '#core/phrase/read';

/** Office hours on working days, minutes after midnight. */
export const office = (from: number, to: number): Working => ({
  week: { ...defaultWeek, work: defaultWeek.work.map((spans) => spans.map(() => ({ from, to }))) },
});

export const me = {
  zone: 'Europe/Lisbon',
  place: 'Lisbon',
  working: {
    ...office(540, 1020),
    holidays: { '2026-12-01': 'Restoration of Independence', '2026-12-08': 'Immaculate Conception' },
  },
};

export const haruki = {
  name: 'Haruki Anzai',
  zone: 'Asia/Tokyo',
  place: 'Osaka',
  working: office(510, 1050),
};

const CONTEXT: PhraseContext = { now: Date.parse('2026-11-24T14:24:00Z'), me, readers: [haruki] };

export interface Labelled {
  phrase: string;
  /** `25.11 09:00`, with the first letter of the place where it is not mine; empty where it is to be refused. */
  readings: string[];
}

/** @param half of the set: those the rules were written by, or those that were kept aside */
export function labelled(language: Language, half: 'written by' | 'kept aside'): Labelled[] {
  const lines = readFileSync(`test/data/phrases/${language}.txt`, 'utf8').trim();
  return lines
    .split('\n')
    .filter((_, index) => index % 2 === (half === 'written by' ? 0 : 1))
    .map((line) => {
      const [phrase, label] = line.split(' => ') as [string, string];
      return { phrase, readings: label === '✗' ? [] : label.split('; ') };
    });
}

const PLACES: Record<string, string> = { 'Europe/Lisbon': '', 'Europe/London': ' L' };

/** What a phrase is read as, in the words of the labels; `now` alone for now. */
export function readAs(phrase: string, languages: readonly Language[]): string[] {
  const result = readPhrase(phrase, { ...CONTEXT, languages });
  if (result.kind !== 'understood') return [];
  return result.readings.map(({ plan, words }) => {
    if (plan.kind !== 'at') return plan.kind;
    const [year, month, day] = plan.local.slice(0, 10).split('-').map(Number);
    // Tokyo and Osaka keep one clock: they differ by what was named.
    const place = PLACES[plan.zone] ?? ` ${/ in (\p{Lu})/u.exec(words)?.[1]}`;
    return `${day}.${month}${year === 2026 ? '' : `.${year}`} ${plan.local.slice(11)}${place}`;
  });
}
