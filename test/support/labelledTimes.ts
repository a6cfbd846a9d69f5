/** Labelled sentences with times in them (test/data/times), by language, each written on Tuesday 24 November 2026, 13:00 UTC. */
import { readFileSync } from 'node:fs';
import { findTimes, type FoundTime } from '#core/found/find';
import type { Language } from '#core/text/language';

/** Who writes in which language; I read in Lisbon. */
export const WRITERS: Readonly<Record<Language, string>> = {
  en: 'Asia/Tokyo',
  pt: 'America/Sao_Paulo',
  de: 'Europe/Berlin',
  fr: 'America/Toronto',
  es: 'America/Argentina/Buenos_Aires',
};
const READER = 'Europe/Lisbon';
const WRITTEN = Date.parse('2026-11-24T13:00:00Z');

export interface LabelledTimes {
  language: Language;
  sentence: string;
  /** `26.11 10:00-11:00 R`: on the writer's clock where no other is named; `R` on mine, `@Europe/Paris` on another. */
  times: string[];
  /** Something of it is to be said not to be clear. */
  unclear: boolean;
}

const read = (file: string) => readFileSync(`test/data/times/${file}.txt`, 'utf8').trim().split('\n');

function labelled(line: string, language: Language): LabelledTimes {
  const [sentence, label] = line.split(' => ') as [string, string];
  const times = label.replace(/ \?$/, '').replaceAll(' R', ` @${READER}`).split('; ');
  return { language, sentence, times: label === '✗' ? [] : times, unclear: label.endsWith(' ?') };
}

/** @param half of the set: those the rules were written by, or those that were kept aside */
export const labelledTimes = (language: Language, half: 'written by' | 'kept aside'): LabelledTimes[] =>
  read(language)
    .filter((_, index) => index % 2 === (half === 'written by' ? 0 : 1))
    .map((line) => labelled(line, language));

/** Those written after all of the rules. */
export const freshTimes = (): LabelledTimes[] =>
  read('fresh').map((line) => {
    const [language, rest] = line.split(' | ') as [Language, string];
    return labelled(rest, language);
  });

function label({ start, end, zone }: FoundTime, writer: string): string {
  const day = `${Number(start.slice(8, 10))}.${start.slice(5, 7)}`;
  if (start.length === 10) return day;
  const on = zone === writer ? '' : ` @${zone}`;
  return `${day} ${start.slice(11)}${end ? `-${end.slice(11)}` : ''}${on}`;
}

export const found = ({ sentence, language }: Pick<LabelledTimes, 'sentence' | 'language'>): FoundTime[] =>
  findTimes(sentence, { at: WRITTEN, writer: WRITERS[language], reader: READER });

export interface Judged {
  right: number;
  /** What was found and is not meant; what is meant and was not found. */
  wrong: string[];
  missed: string[];
  /** Said not to be clear, or not said so, against its label. */
  unclear: string[];
}

export function judgeTimes(all: readonly LabelledTimes[]): Judged {
  const judged: Judged = { right: 0, wrong: [], missed: [], unclear: [] };
  for (const each of all) {
    const times = found(each);
    const labels = times.map((time) => label(time, WRITERS[each.language]));
    for (const one of labels) {
      if (each.times.includes(one)) judged.right++;
      else judged.wrong.push(`${each.sentence} => ${one}`);
    }
    for (const one of each.times) if (!labels.includes(one)) judged.missed.push(`${each.sentence} => ${one}`);
    const doubts = times.some(({ unclear, start }) => unclear.length > 0 && start.length > 10);
    if (times.length > 0 && doubts !== each.unclear)
      judged.unclear.push(`${each.sentence} => ${times.flatMap((t) => t.unclear).join(' ')}`);
  }
  return judged;
}

export const precisionOf = ({ right, wrong }: Judged): number => right / (right + wrong.length);
export const recallOf = ({ right, missed }: Judged): number => right / (right + missed.length);
