/** The times of day a sentence names. */
import { lexiconOf } from '../phrase/grammar';
import type { Language } from '../text/language';
import { longest, overlaps, type DayItem, type PartItem, type Place, type TimeItem } from './items';
import { expression, SPEECH, standing, word, type Speech } from './speech';

const HALF_DAY = 720;
const DAY = 1440;
/** A bare hour before this is in the afternoon. */
const MORNING_FROM = 7;

/** What is counted, and is no time, after a number. */
const COUNTED = String.raw`(?!\s*(?:[%€$£°]|(?:percent|per cent|prozent|por cento|pour cent|por ciento|weeks?|days?|months?|years?|minutes?|hours|min|wochen?|tagen?|monaten?|jahren?|minuten|stunden?|semanas?|dias|días|meses|anos|años|minutos?|semaines?|jours?|mois|ans|km|kg|m|cm|mm|euros?|eur|pounds?|crates?|pages?|seiten?|kisten?|caixas?|caisses?|cajas?|lamps?|people|personen|pessoas|personnes|personas)(?!\p{L})))`;

const END = String.raw`(?![\p{L}\d])(?!\s?[:/]\s?\d)(?![.,]\d)`;
const BEGIN = String.raw`(?<![\p{L}\d.,:/€$£#×+])(?<!(?:^|[\s(])-)`;

/** Hours in words, by value. */
function hourWords(language: Language): Map<string, number> {
  const { numbers } = lexiconOf(language);
  const words = new Map<string, number>();
  for (const [value, forms] of Object.entries(numbers)) {
    const hour = Number(value);
    if (Number.isInteger(hour) && hour >= 1 && hour <= 24)
      for (const form of forms.split(' ').filter(Boolean)) words.set(form.toLowerCase(), hour);
  }
  return words;
}

const known = new Map<Language, { words: Map<string, number>; source: string }>();
function hoursOf(language: Language) {
  let found = known.get(language);
  if (!found) {
    const words = hourWords(language);
    const source = [...words.keys()].sort((a, b) => b.length - a.length).join('|');
    known.set(language, (found = { words, source }));
  }
  return found;
}

interface Said {
  match: RegExpMatchArray;
  hour: number;
  minute: number;
  weight: TimeItem['weight'];
  half?: string;
  /** It is counted to 24, or written as programs do. */
  counted?: boolean;
  midnight?: boolean;
  /** “half past two” is said of the hours people are awake in. */
  spoken?: boolean;
}

function itemOf({ match, hour, minute, weight, half, counted, midnight, spoken }: Said): TimeItem[] {
  if (hour > 24 || minute > 59 || (half && (hour < 1 || hour > 12))) return [];
  const place: Place = { from: match.index!, to: match.index! + match[0].trimEnd().length };
  const at = (minutes: number, certain: boolean): TimeItem[] => [
    { kind: 'time', ...place, start: minutes, end: null, certain, weight, ...(midnight && { midnight }) },
  ];
  if (half) return at((hour % 12) * 60 + minute + (/^p/i.test(half) ? HALF_DAY : 0), true);
  const minutes = hour * 60 + minute;
  if (counted || hour > 12 || hour === 0) return at(minutes, true);
  // “at 4”, “half past two”: in the afternoon, unless somebody says otherwise.
  return at(hour < MORNING_FROM ? minutes + HALF_DAY : minutes, spoken === true || hour >= MORNING_FROM);
}

function written(text: string, language: Language, speech: Speech): Said[] {
  const { words, source: wordHours } = hoursOf(language);
  const half = String.raw`(?:\s?(?<half>[ap])\.?\s?m\b\.?)`;
  const said: Said[] = [];
  const each = (
    source: string,
    use: (match: RegExpMatchArray, groups: Record<string, string | undefined>) => Said | undefined,
  ) => {
    for (const match of text.matchAll(expression(source, 'giu'))) {
      const found = use(match, match.groups as Record<string, string | undefined>);
      if (found) said.push(found);
    }
  };
  const number = (hour: string) => words.get(hour.toLowerCase()) ?? Number(hour);
  // 14:30, 14h30, 2:30 pm
  each(
    `${BEGIN}(?<hour>\\d{1,2})(?<sign>[:h])(?<minute>\\d{2})(?:${half}|\\s?(?:${speech.hours}))?${END}`,
    (match, { hour, minute, half: h, sign }) => ({
      match,
      hour: Number(hour),
      minute: Number(minute),
      half: h,
      weight: 'signed',
      counted: language !== 'en' || hour!.startsWith('0') || sign === 'h' || Number(hour) >= MORNING_FROM,
    }),
  );
  // 14.30: a number with a fraction, unless something says that it is a time
  each(
    `(?<before>(?:^|[^\\p{L}])(?:${speech.at}|${speech.from})\\s+)?${BEGIN}(?<hour>\\d{1,2})\\.(?<minute>[0-5]\\d)(?<after>${half}|\\s?(?:${speech.hours})(?!\\p{L}))?${END}`,
    (match, { hour, minute, half: h, before, after }) => {
      const shift = before?.length ?? 0;
      const own = Object.assign([...match] as RegExpMatchArray, { index: match.index! + shift });
      own[0] = match[0].slice(shift);
      return {
        match: own,
        hour: Number(hour),
        minute: Number(minute),
        half: h,
        weight: after ? 'signed' : before ? 'announced' : 'bare',
        counted: true,
      };
    },
  );
  // 3pm
  each(`${BEGIN}(?<hour>\\d{1,2})${half}${END}`, (match, { hour, half: h }) => ({
    match,
    hour: Number(hour),
    minute: 0,
    half: h,
    weight: 'signed',
  }));
  // 14 h, 10 Uhr 30, zehn Uhr, dix heures
  each(
    `${BEGIN}(?<hour>\\d{1,2}|${wordHours})\\s?(?:${speech.hours})(?:\\s?(?<minute>[0-5]\\d))?${END}`,
    (match, { hour, minute }) => ({
      match,
      hour: number(hour!),
      minute: Number(minute ?? 0),
      weight: 'signed',
      counted: /^\d/.test(hour!) && language !== 'en',
    }),
  );
  for (const [source, minutes] of speech.spoken)
    each(word(source.replaceAll('#', `(\\d{1,2}|${wordHours})`)), (match) => {
      const hour = match.slice(1, 3).find((one) => one !== undefined);
      if (hour === undefined) return undefined;
      const value = number(hour) * 60 + minutes;
      return {
        match,
        hour: Math.floor(value / 60),
        minute: value % 60,
        weight: 'signed',
        spoken: !/^\d/.test(hour),
      };
    });
  each(word(`(?:${speech.noon})(?<half> (?:et demie?|e meia|y media))?`), (match, { half: and }) => ({
    match,
    hour: 12,
    minute: and ? 30 : 0,
    weight: 'signed',
    counted: true,
  }));
  each(word(speech.midnight), (match) => ({
    match,
    hour: 0,
    minute: 0,
    weight: 'signed',
    counted: true,
    midnight: true,
  }));
  // at 10; what else is a bare number only where others make it a time
  each(
    `(?<before>(?:^|[^\\p{L}\\d])(?:${speech.at})\\s+)?(?<![\\p{L}\\d.,:/€$£#×+])(?<hour>\\d{1,2}|${wordHours})${END}${COUNTED}`,
    (match, { hour, before }) => {
      const shift = before?.length ?? 0;
      const own = Object.assign([...match] as RegExpMatchArray, { index: match.index! + shift });
      own[0] = match[0].slice(shift);
      return {
        match: own,
        hour: number(hour!),
        minute: 0,
        weight: before ? 'announced' : 'bare',
        counted: /^(?:0\d|1[3-9]|2\d)$/.test(hour!),
      };
    },
  );
  return said;
}

const glueOf = (source: string) => expression(`^[\\s,(]*(?:(?:${source})\\s*)?$`);

/** Two that are the ends of one. */
function ranges(
  items: readonly TimeItem[],
  text: string,
  speech: Speech,
  days: readonly DayItem[],
): TimeItem[] {
  const to = expression(`^\\s*(?:-|–|—|(?:${speech.to})(?:\\s+(?:${speech.at}))?)\\s*$`);
  const dash = /^\s*[-–—]\s*$/;
  const all: TimeItem[] = [];
  for (let at = 0; at < items.length; at++) {
    const [first, second] = [items[at]!, items[at + 1]];
    const gap = second ? text.slice(first.to, second.from) : '';
    const before = text.slice(Math.max(0, first.from - 30), first.from);
    const opened = expression(`(?:^|[^\\p{L}])(?:${speech.from})\\s*$`).test(before);
    const onDay = days.some(
      ({ to: end }) => end <= first.from && glueOf(speech.glue).test(text.slice(end, first.from)),
    );
    const bare = first.weight === 'bare' && second?.weight !== 'signed';
    // “10 and 11”, “9 e 11”: two times, unless “between” was said.
    const joins =
      second &&
      to.test(gap) &&
      (dash.test(gap) || opened || !expression(`^\\s*(?:${speech.or})\\s*`).test(gap));
    if (!joins || (bare && !opened && !onDay) || second.end !== null) {
      all.push(first);
      continue;
    }
    all.push(spanOf(first, second));
    at++;
  }
  return all;
}

function spanOf(first: TimeItem, second: TimeItem): TimeItem {
  let { start } = first;
  let end = second.start;
  if (!first.certain && second.certain) {
    // “1 to 2pm”: the half that is said is that of both; “11 to 1pm” begins in the morning.
    const other = start >= HALF_DAY ? start - HALF_DAY : start + HALF_DAY;
    if (start >= end && other < end) start = other;
  } else if (second.certain && first.weight === 'bare' && start + HALF_DAY < end && end - start > HALF_DAY)
    start += HALF_DAY;
  if (!second.certain && first.certain && end <= start && end + HALF_DAY > start) end += HALF_DAY;
  if (end <= start) end += end + HALF_DAY > start && end < HALF_DAY ? HALF_DAY : DAY;
  const certain = first.certain || second.certain || (start >= MORNING_FROM * 60 && start < HALF_DAY);
  return { ...first, to: second.to, start, end, certain, weight: 'signed' };
}

/** Bare numbers stay where they stand in a row with what is a time; a day right before makes them none. */
function sureOnes(items: readonly TimeItem[], text: string, speech: Speech): TimeItem[] {
  const row = expression(`^\\s*(?:,|/|(?:,\\s*)?(?:${speech.or}))\\s*(?:(?:${speech.at})\\s+)?$`);
  const sure = items.map(({ weight }) => weight !== 'bare');
  for (let changed = true; changed;) {
    changed = false;
    for (const [at, item] of items.entries()) {
      if (sure[at]) continue;
      const [before, after] = [items[at - 1], items[at + 1]];
      const inRow =
        (before && sure[at - 1] && row.test(text.slice(before.to, item.from))) ||
        (after && sure[at + 1] && row.test(text.slice(item.to, after.from)));
      if (inRow) changed = sure[at] = true;
    }
  }
  return items.filter((_, at) => sure[at]);
}

/** “at 4 Main Street”: a name behind a bare number says what it counts. */
const beforeName = (item: TimeItem, text: string, known: readonly Place[]) =>
  item.weight === 'announced' &&
  /^\s+\p{Lu}\p{L}/u.test(text.slice(item.to)) &&
  !known.some(({ from }) => from >= item.to && from <= item.to + 2);

/**
 * The times of day in a sentence, in their order.
 * @param days what a number in them says is no hour
 * @param others what else is known to stand there
 */
export function timesNamed(
  text: string,
  language: Language,
  days: readonly DayItem[],
  others: readonly Place[],
): TimeItem[] {
  const speech = SPEECH[language];
  const all = written(text, language, speech)
    .filter(
      ({ match }) =>
        !days.some((day) => overlaps(day, { from: match.index!, to: match.index! + match[0].length })),
    )
    .flatMap(itemOf);
  // “après-midi” is no “midi”.
  const alone = all.filter((item) => !others.some((other) => overlaps(item, other)));
  const single = longest(alone).filter(
    (item) => language === 'de' || !beforeName(item, text, [...days, ...others]),
  );
  return sureOnes(ranges(single, text, speech, days), text, speech);
}

/** Parts of the day. */
export const partsNamed = (text: string, language: Language): PartItem[] =>
  longest(
    SPEECH[language].parts.flatMap(([source, part]) =>
      standing(source, text).map((match): PartItem => ({
        kind: 'part',
        from: match.index,
        to: match.index + match[0].length,
        part,
      })),
    ),
  );
