/** How well times are found in sentences, by language, and what it costs to look for them in a long letter. */
import { LANGUAGES } from '#core/text/language';
import { findTimes } from '#core/found/find';
import {
  freshTimes,
  judgeTimes,
  labelledTimes,
  precisionOf,
  recallOf,
  type LabelledTimes,
} from '#test/support/labelledTimes';
import { median, milliseconds, type Row } from './support';

const RUNS = 30;
const share = (value: number) => value.toFixed(3);

function judged(what: string, all: readonly LabelledTimes[], own: readonly LabelledTimes[]): Row {
  const [of, by] = [judgeTimes(all), judgeTimes(own)];
  return [
    `times found in ${all.length} sentences, ${what}`,
    `precision ${share(precisionOf(of))}, recall ${share(recallOf(of))}`,
    `those the rules were written by: ${share(precisionOf(by))}, ${share(recallOf(by))}`,
    share(recallOf(of) / recallOf(by)),
  ];
}

export function times(): Row[] {
  const own = LANGUAGES.flatMap((language) => labelledTimes(language, 'written by'));
  const rows = LANGUAGES.map((language) =>
    judged(
      `${language}, kept aside`,
      labelledTimes(language, 'kept aside'),
      labelledTimes(language, 'written by'),
    ),
  );
  const aside = LANGUAGES.flatMap((language) => labelledTimes(language, 'kept aside'));
  rows.push(
    judged('all that were kept aside', aside, own),
    judged('written after the rules', freshTimes(), own),
  );
  const written = { at: Date.parse('2026-11-24T13:00:00Z'), writer: 'Asia/Tokyo', reader: 'Europe/Lisbon' };
  const letter = own.filter(({ language }) => language === 'en').map(({ sentence }) => sentence);
  const short = letter.join('\n');
  const long = Array.from({ length: 10 }, () => short).join('\n');
  const cost = (text: string) =>
    median(Array.from({ length: RUNS }, () => milliseconds(() => findTimes(text, written))));
  const [ten, one] = [cost(long), cost(short)];
  rows.push([
    `looking for times in ${long.length} letters`,
    `${ten.toFixed(1)} ms`,
    `in ${short.length}: ${one.toFixed(1)} ms`,
    (ten / one).toFixed(2),
  ]);
  return rows;
}
