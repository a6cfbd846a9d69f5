/** The times a message speaks of, in five languages: read on its writer's clock, relative to when it was written. */
import { instantOf } from '../calendar/occurrences';
import { LANGUAGES, type Language } from '../text/language';
import { languageOf } from '../checks/language';
import { DEADLINE } from '../text/dueDates';
import { dateOfDay, dayNumberOf } from '../time/dayNumber';
import { offsetMinutes, toInstant, toLocal } from '../time/wallClock';
import { timeWords } from '../time/words';
import { clocksNamed } from './whose';
import { daysNamed, sayDay } from './days';
import { partsNamed, timesNamed } from './clocks';
import type { Clock, ClockItem, DayItem, PartItem, Place, TimeItem } from './items';
import { ownSentences, type Sentence } from './sentences';
import { expression, says, SPEECH, type PartName, type Speech } from './speech';

export interface FoundTime {
  /** As they stand there, from the first to the last that says something of it. */
  words: string;
  /** Offsets of the words in the text. */
  from: number;
  to: number;
  /** `2026-11-26T10:00` on the clock of `zone`; `2026-11-26` for a whole day. */
  start: string;
  /** Null where nothing is said of its end; of a whole day the day after it. */
  end: string | null;
  /** IANA name. */
  zone: string;
  whose: Clock['whose'];
  /** What is not clear, a sentence each. */
  unclear: string[];
}

export interface Written {
  /** Epoch ms. */
  at: number;
  /** IANA name of the writer's clock. */
  writer: string;
  /** Of who reads it. */
  reader: string;
}

/** Hours a part of the day is taken for, where no hour is said. */
const PARTS: Readonly<Record<PartName, readonly [number, number]>> = {
  morning: [9 * 60, 12 * 60],
  noon: [12 * 60, 12 * 60],
  afternoon: [14 * 60, 18 * 60],
  evening: [19 * 60, 21 * 60],
};
const HALF_DAY = 720;
const DAY = 1440;
/** So many are found in one message, and so much of it is read. */
const MOST_FOUND = 20;
const MOST_READ = 20_000;
/** What belongs together stands so near, letters; a sentence is read so far. */
const WIDEST_GAP = 60;
const LONGEST_SENTENCE = 1000;
/** So short a text may be taken for another language than its own. */
const SHORT = 200;

interface When {
  day: DayItem;
  time: TimeItem | null;
  part: PartName | null;
  clock: ClockItem | undefined;
  sentence: Sentence;
}

const clean = (gap: string, glue: string) =>
  gap.length <= WIDEST_GAP &&
  expression(`^[\\s,;:()/–—-]*(?:(?:${glue})(?![\\p{L}])[\\s,;:()/–—-]*)*$`).test(gap);

/** What of a sentence is not spoken of as something to come. */
function toCome(
  days: readonly DayItem[],
  text: string,
  speech: Speech,
  written: number,
  happened: boolean,
): DayItem[] {
  const left = days.filter(
    (day) =>
      day.date >= written &&
      !(happened && day.byWeekday && day.part === null) &&
      !DEADLINE.test(text.slice(Math.max(0, day.from - WIDEST_GAP), day.from)),
  );
  const moves = says(speech.moves, text);
  // “from Thursday to Friday”: moved it is the second; else they are the ends of a time that nobody is asked to.
  return left.filter((day, at) => {
    const [next, before] = [left[at + 1], left[at - 1]];
    const spans = (a: DayItem | undefined, b: DayItem | undefined) =>
      a !== undefined &&
      b !== undefined &&
      expression(
        `^\\s*(?:-|–|—|to|till|until|through|auf|bis|para|a|à|al|até|au)\\s*(?:[ao]|el|la)?\\s*$`,
      ).test(text.slice(a.to, b.from));
    if (spans(day, next)) return false;
    return moves || !spans(before, day);
  });
}

/** Which days a time is on: those it stands beside, else the last that was named. */
function daysOf(
  time: TimeItem,
  days: readonly DayItem[],
  times: readonly TimeItem[],
  text: string,
  speech: Speech,
): DayItem[] {
  const gapBefore = (day: DayItem) => text.slice(day.to, time.from);
  const before = days.filter(({ to }) => to <= time.from);
  const after = days.filter(({ from }) => from >= time.to);
  const free = (from: number, to: number) =>
    !times.some((other) => other !== time && other.from >= from && other.to <= to);
  const near = before.findLast((day) =>
    clean(gapBefore(day).replace(expression(besideWords(speech), 'giu'), ' '), speech.glue),
  );
  const next = after[0];
  const ahead =
    next &&
    free(time.to, next.from) &&
    clean(text.slice(time.to, next.from).replace(expression(besideWords(speech), 'giu'), ' '), speech.glue)
      ? next
      : undefined;
  const chosen = near ?? ahead ?? before.at(-1) ?? (next && free(time.to, next.from) ? next : undefined);
  if (!chosen) return [];
  // “Wednesday or Thursday at 2”: both, where the first has no time of its own.
  const list: DayItem[] = [chosen];
  const row = expression(`^\\s*(?:,|/|(?:,\\s*)?(?:${speech.or}))\\s*(?:(?:${speech.glue})\\s+)*$`);
  for (let at = days.indexOf(chosen) - 1; at >= 0 && row.test(text.slice(days[at]!.to, list[0]!.from)); at--)
    list.unshift(days[at]!);
  return list;
}

const partWords = new Map<Speech, string>();
function besideWords(speech: Speech): string {
  let known = partWords.get(speech);
  if (known === undefined)
    partWords.set(
      speech,
      (known = String.raw`(?<!\p{L})(?:${[...speech.parts.map(([source]) => source), speech.yours, speech.ours].join('|')})(?!\p{L})`),
    );
  return known;
}

/** The part of the day that is said right beside a day or a time. */
const partBeside = (item: Place, parts: readonly PartItem[], text: string, glue: string): PartName | null =>
  parts.find(({ from, to }) => {
    const gap = to <= item.from ? text.slice(to, item.from) : text.slice(item.to, from);
    return gap.length <= 12 && clean(gap, glue);
  })?.part ?? null;

/** What follows says the same once more. */
const THAT_IS =
  /(?<!\p{L})(?:that is|that['’]s|which is|i\.e\.|d\.\s?h\.|das (?:ist|sind|heißt)|also|ou seja|isto é|c['’]est-à-dire|soit|es decir|o sea)(?!\p{L})|=/giu;

/** The day of a time that has none, where somebody is to be ready at it: “I call you at 16:00”. */
function dayless(time: TimeItem, today: number, text: string, speech: Speech): DayItem[] {
  const before = text.slice(Math.max(0, time.from - 20), time.from + 1);
  const isSo =
    time.weight === 'signed' &&
    time.end === null &&
    expression(`(?:^|[^\\p{L}])(?:${speech.readyAt})\\s*[\\p{L}\\d]$`).test(before);
  if (!isSo) return [];
  return [
    {
      kind: 'day',
      from: time.from,
      to: time.from,
      date: today,
      doubt: null,
      byWeekday: false,
      part: null,
      assumed: true,
    },
  ];
}

/** “(10:30 your time)”, “that is 10:30 your time”: what is said in brackets beside a time of their own is said of that alone. */
function isAside(at: number, times: readonly TimeItem[], text: string): boolean {
  const bracket = text.lastIndexOf('(', at);
  const open = bracket > text.lastIndexOf(')', at) ? bracket : -1;
  const [said] = [...text.slice(0, at).matchAll(THAT_IS)].slice(-1);
  const begins = Math.max(open, said ? said.index : -1);
  return begins >= 0 && times.some(({ from, to }) => from > begins && to <= at);
}

function inSentence(
  sentence: Sentence,
  language: Language,
  written: Written,
  carried: readonly DayItem[],
): { found: When[]; days: DayItem[] } {
  const text = sentence.text.slice(0, LONGEST_SENTENCE);
  const speech = SPEECH[language];
  const today = dayNumberOf(toLocal(written.at, written.writer).slice(0, 10));
  const parts = partsNamed(text, language);
  const all = daysNamed(text, language, today, parts);
  if (says(speech.always, text)) return { found: [], days: [] };
  const named = clocksNamed(text, language, written.writer, written.at);
  const times = timesNamed(text, language, all, [...named.filter(({ beside }) => !beside), ...parts]);
  const clocks = named.filter(
    ({ beside, from }) =>
      !beside || times.some(({ to }) => to <= from && /^[\s,(]*$/.test(text.slice(to, from))),
  );
  const happened = says(speech.past, text);
  const days = toCome(all, text, speech, today, happened);
  const due = says(speech.deadline, text);
  if (due || (all.length > 0 && days.length === 0)) return { found: [], days: [] };
  const taken = new Set<DayItem>();
  const clockOf = (time: TimeItem) => {
    const next = times.find(({ from }) => from > time.from && from >= time.to);
    const ofAll = clocks.filter(({ beside, from }) => !beside && !isAside(from, times, text));
    return (
      clocks.find(({ from }) => from >= time.to && (next === undefined || from < next.from)) ??
      (ofAll.length === 1 ? ofAll[0] : ofAll.findLast(({ to }) => to <= time.from))
    );
  };
  const found = times.flatMap((time): When[] => {
    const own = daysOf(time, days, times, text, speech);
    for (const day of own) taken.add(day);
    // One that was named before stands in another sentence: here it stands with the time.
    const before = carried.slice(-1).map((day) => ({ ...day, from: time.from, to: time.to }));
    const spoken = own.length > 0 ? own : all.length === 0 ? before : [];
    const on =
      spoken.length === 0 && all.length === 0 && !happened ? dayless(time, today, text, speech) : spoken;
    const clock = clockOf(time);
    return on.map((day) => {
      const part =
        partBeside(time, parts, text, speech.glue) ?? day.part ?? partBeside(day, parts, text, speech.glue);
      return { day, time, part, clock, sentence };
    });
  });
  for (const day of days) {
    if (taken.has(day)) continue;
    const part = day.part ?? partBeside(day, parts, text, speech.glue);
    found.push({ day, time: null, part, clock: undefined, sentence });
  }
  return { found, days: days.length > 0 ? days : all.length === 0 ? [...carried] : [] };
}

const clockText = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
const onDay = (date: number, minutes: number) =>
  `${dateOfDay(date + Math.floor(minutes / DAY))}T${clockText(minutes % DAY)}`;

/** A time in the half of the day that its part says. */
function inPart(
  time: TimeItem,
  part: PartName | null,
): { start: number; end: number | null; certain: boolean } {
  const { start, end, certain, weight } = time;
  if (part === null) return { start, end, certain };
  if (part === 'morning') {
    const back = start >= HALF_DAY && !certain ? HALF_DAY : 0;
    return { start: start - back, end: end === null ? null : end - back, certain: true };
  }
  // “at 8 in the evening”; what is counted past noon stays.
  const ahead =
    start < HALF_DAY &&
    (part !== 'noon' || start < 6 * 60) &&
    (weight !== 'signed' || !certain || start < 9 * 60)
      ? HALF_DAY
      : 0;
  return { start: start + ahead, end: end === null ? null : end + ahead, certain: true };
}

function foundOf({ day, time, part, clock, sentence }: When, written: Written): FoundTime {
  const items = [day, ...(time ? [time] : []), ...(clock && time ? [clock] : [])];
  const from = Math.min(...items.map((item) => item.from));
  const to = Math.max(...items.map((item) => item.to));
  const named = clock?.clock ?? { whose: 'theirs' as const };
  const zone =
    named.whose === 'mine' ? written.reader : named.whose === 'named' ? named.zone : written.writer;
  const unclear: string[] = [];
  if (day.doubt) unclear.push(`${day.doubt}.`);
  if (day.assumed) unclear.push('No day is said: taken for the day it was written.');
  if (named.whose === 'named' && named.doubt)
    unclear.push(`${named.doubt[0]!.toUpperCase()}${named.doubt.slice(1)}.`);
  const base = {
    words: sentence.text.slice(from, to),
    from: sentence.from + from,
    to: sentence.from + to,
    zone,
    whose: named.whose,
  };
  if (time === null) {
    const span = part && PARTS[part];
    if (!span)
      return {
        ...base,
        start: dateOfDay(day.date),
        end: dateOfDay(day.date + 1),
        unclear: [...unclear, 'No hour is said.'],
      };
    const [start, end] = span;
    return {
      ...base,
      start: onDay(day.date, start),
      end: start === end ? null : onDay(day.date, end),
      unclear: start === end ? unclear : [...unclear, 'No hour is said.'],
    };
  }
  const { start, end, certain } = inPart(time, part);
  // The midnight of a day ends it.
  const at = time.midnight ? DAY : start;
  const today = onDay(day.date - 7, at);
  if (named.whose === 'named' && named.shows) {
    const { name, offset } = named.shows;
    if (offsetMinutes(toInstant(onDay(day.date, at), zone).at, zone) !== offset)
      unclear.push(`Clocks there do not show ${name} then.`);
  }
  if (day.orToday && toInstant(today, zone).at > written.at)
    unclear.push(`${sayDay(day.date - 7)} may be meant.`);
  if (!certain) {
    const other = (start + HALF_DAY) % DAY;
    unclear.push(`${timeWords(`2026-01-01T${clockText(other)}`)} may be meant.`);
  }
  return { ...base, start: onDay(day.date, at), end: end === null ? null : onDay(day.date, end), unclear };
}

function inLanguage(sentences: readonly Sentence[], language: Language, written: Written): FoundTime[] {
  const all: FoundTime[] = [];
  const known = new Set<string>();
  let carried: readonly DayItem[] = [];
  for (const sentence of sentences) {
    if (all.length >= MOST_FOUND) break;
    const { found, days } = inSentence(sentence, language, written, carried);
    carried = days;
    for (const when of found) {
      const time = foundOf(when, written);
      const at = instantOf(time.start, time.zone);
      // What is over by the time it was written is told, and not proposed; of a day, the day may still go on.
      if (time.start.length === 10 ? at + DAY * 60_000 <= written.at : at <= written.at) continue;
      const key = `${at} ${time.end ?? ''}`;
      if (known.has(key) || (time.end === null && [...known].some((one) => one.startsWith(`${at} `))))
        continue;
      known.add(key);
      all.push(time);
    }
  }
  return all.slice(0, MOST_FOUND);
}

/** A time of day counts for more than a day, which languages share. */
const saysMore = (found: readonly FoundTime[]) =>
  found.reduce((sum, { start }) => sum + (start.length > 10 ? 2 : 1), 0);

/**
 * The times the text itself names, and not what it quotes or is signed with, in their order: those to come, each once. Those
 * that always are, that are over, or by which something is due, are none.
 * @param text plain
 */
export function findTimes(text: string, written: Written): FoundTime[] {
  const sentences = ownSentences(text.slice(0, MOST_READ)).filter(({ text: words }) =>
    /\d|\p{L}/u.test(words),
  );
  const own = sentences.map(({ text: words }) => words).join(' ');
  const told = languageOf(own);
  const found = told ? inLanguage(sentences, told, written) : [];
  if (found.length > 0 || own.length > SHORT) return found;
  // Too short to tell for sure: as what says most in it.
  return LANGUAGES.map((language) => inLanguage(sentences, language, written)).reduce((best, each) =>
    saysMore(each) > saysMore(best) ? each : best,
  );
}
