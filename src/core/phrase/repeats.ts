/**
 * Phrases that repeat, “every second monday 9:10, theirs, until easter”: how often and until when are read here, the time and
 * whose clock it is on as in any other phrase.
 */
import type { SeriesPlan } from '../plan/kinds/series/plan';
import { seriesWords } from '../plan/kinds/series/words';
import { wallOf } from '../plan/kinds/registry';
import { seriesOccurrences } from '../recurrence/series';
import { CALENDAR } from '../text/calendarNames';
import { folded } from '../text/folded';
import type { Language } from '../text/language';
import type { Reading } from './parts';
import { readPhrase, type PhraseContext, type PhraseResult } from './read';
import { REPEAT_WORDS, type RepeatWords } from './repeatWords';

const CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const WORKDAYS = 'MO,TU,WE,TH,FR';
/** Working hours begin then, where no time is said. */
const USUAL_TIME = '9:00';

/** What was read of how often, and the words that are left. */
interface Often {
  freq: string;
  interval: number;
  days?: string;
  monthDay?: string;
  setPos?: number;
  rest: string;
}

/** What is left without some of it, and without the commas and spaces that stood around that. */
const cut = (text: string, { index = 0, 0: found }: RegExpExecArray | RegExpMatchArray) =>
  `${text.slice(0, index)} ${text.slice(index + found.length)}`.split(/[\s,]/).filter(Boolean).join(' ');

/** Weekdays as they are named in a language, the longest first; in some of them with an s for several. */
function weekdayPattern(language: Language): { pattern: string; of: (name: string) => number } {
  const names = CALENDAR[language].weekdays.map((forms) => forms.map(folded));
  const all = names.flat().sort((a, b) => b.length - a.length);
  const pattern = all.map((name) => `${name.replace('.', '\\.')}s?`).join('|');
  const of = (name: string) =>
    names.findIndex((forms) => forms.some((form) => form === name || `${form}s` === name));
  return { pattern, of };
}

const FREQS = { hour: 'HOURLY', day: 'DAILY', week: 'WEEKLY', month: 'MONTHLY', year: 'YEARLY' } as const;
type Unit = keyof typeof FREQS;
const UNITS = Object.keys(FREQS) as Unit[];

/** “last working day of every month”, “2nd tuesday of every second month” */
function nthOfMonth(text: string, words: RepeatWords, language: Language): Often | undefined {
  const { pattern, of } = weekdayPattern(language);
  const ordinals = Object.keys(words.ordinals)
    .sort((a, b) => b.length - a.length)
    .join('|');
  const found = new RegExp(
    `\\b(${ordinals}) (?:(${words.workday})|(${pattern})|(${words.day}))(?: (?:${words.of}))?(?: (?:${words.every}))(?: (${words.second}|\\d{1,2}))? (?:${words.month})\\b`,
  ).exec(text);
  if (!found) return undefined;
  const place = words.ordinals[found[1]!]!;
  const interval = intervalOf(found[5], words);
  const base = { freq: 'MONTHLY', interval, rest: cut(text, found) };
  if (found[2]) return { ...base, days: WORKDAYS, setPos: place };
  if (found[3]) return { ...base, days: `${place}${CODES[of(found[3])]}` };
  return { ...base, monthDay: String(place) };
}

const intervalOf = (said: string | undefined, words: RepeatWords): number =>
  said === undefined ? 1 : new RegExp(`^(?:${words.second})$`).test(said) ? 2 : Number(said);

function everyUnit(text: string, words: RepeatWords, language: Language): Often | undefined {
  const { pattern, of } = weekdayPattern(language);
  const often = `(?:${words.every})(?: (${words.second}|\\d{1,3}))?`;
  const workdays = new RegExp(`\\b(?:${words.every}) (?:${words.workday})\\b`).exec(text);
  if (workdays) return { freq: 'WEEKLY', interval: 1, days: WORKDAYS, rest: cut(text, workdays) };
  const list = `(?:${pattern})(?:(?:\\s*(?:${words.and})\\s*|\\s+)(?:${pattern}))*`;
  const onDays = new RegExp(`\\b${often} (${list})(?![\\p{L}])`, 'u').exec(text);
  if (onDays) {
    const named = [...onDays[2]!.matchAll(new RegExp(`(?:${pattern})(?![\\p{L}])`, 'gu'))].map(([name]) =>
      of(name),
    );
    const days = [...new Set(named)]
      .sort()
      .map((day) => CODES[day])
      .join();
    return { freq: 'WEEKLY', interval: intervalOf(onDays[1], words), days, rest: cut(text, onDays) };
  }
  for (const unit of UNITS) {
    const found = new RegExp(`\\b${often} (?:${words[unit]})(?![\\p{L}])`, 'u').exec(text);
    if (found) return { freq: FREQS[unit], interval: intervalOf(found[1], words), rest: cut(text, found) };
    const single = words.single[unit];
    const alone = single && new RegExp(`\\b(?:${single})\\b`).exec(text);
    if (alone) return { freq: FREQS[unit], interval: 1, rest: cut(text, alone) };
  }
  return undefined;
}

/** “on the 5th” of a month, in what is left; of weeks their days. */
function withDays(often: Often, words: RepeatWords, language: Language): Often {
  if (often.freq === 'MONTHLY' && !often.days && !often.monthDay) {
    const date = new RegExp(
      `\\b(?:${words.on}) (\\d{1,2})(?:st|nd|rd|th|\\.|er|º)?(?![:\\d\\p{L}])`,
      'u',
    ).exec(often.rest);
    if (date && Number(date[1]) >= 1 && Number(date[1]) <= 31)
      return { ...often, monthDay: date[1]!, rest: cut(often.rest, date) };
  }
  if (often.freq === 'WEEKLY' && !often.days) {
    const { pattern, of } = weekdayPattern(language);
    const day = new RegExp(`\\b(?:${words.on}) (${pattern})(?![\\p{L}])`, 'u').exec(often.rest);
    if (day) return { ...often, days: CODES[of(day[1]!)], rest: cut(often.rest, day) };
  }
  return often;
}

interface End {
  part: string;
  rest: string;
}

/** Its end, “10 times” or “until easter”, and the words before it. */
function endOf(text: string, words: RepeatWords, context: PhraseContext): End | PhraseResult {
  const times = new RegExp(`\\b(\\d{1,4}) (?:${words.times})\\b`).exec(text);
  if (times) return { part: `;COUNT=${Math.max(1, Number(times[1]))}`, rest: cut(text, times) };
  const until = new RegExp(`\\b(?:${words.until}) (.+)$`).exec(text);
  if (!until) return { part: '', rest: text };
  const read = readPhrase(until[1]!, context);
  if (read.kind !== 'understood') return read;
  const day = wallOf(read.readings[0]!.plan)?.local.slice(0, 10).replaceAll('-', '');
  return { part: day ? `;UNTIL=${day}` : '', rest: cut(text, until) };
}

const ruleText = ({ freq, interval, days, monthDay, setPos }: Often): string =>
  [
    `FREQ=${freq}`,
    interval > 1 && `INTERVAL=${interval}`,
    days && `BYDAY=${days}`,
    monthDay && `BYMONTHDAY=${monthDay}`,
    setPos && `BYSETPOS=${setPos}`,
  ]
    .filter(Boolean)
    .join(';');

/** From its first day on: every second Monday begins with the next one. */
function begun(plan: SeriesPlan, often: Often): SeriesPlan {
  const each = { start: plan.start, rrule: ruleText({ ...often, interval: 1 }) };
  const first = seriesOccurrences(each, 'UTC').next();
  return first.done ? plan : { ...plan, start: first.value.id.slice(0, 16) };
}

function readIn(text: string, context: PhraseContext, language: Language): PhraseResult | undefined {
  const words = REPEAT_WORDS[language];
  const found = nthOfMonth(text, words, language) ?? everyUnit(text, words, language);
  if (!found || found.interval < 1) return undefined;
  const end = endOf(found.rest, words, context);
  if ('kind' in end) return end;
  const often = withDays({ ...found, rest: end.rest }, words, language);
  const tries = often.rest === '' ? [USUAL_TIME] : [often.rest, `${often.rest} ${USUAL_TIME}`];
  const results = tries.map((each) => readPhrase(each, context));
  const read = results.find(({ kind }) => kind === 'understood') ?? results[0]!;
  if (read.kind !== 'understood') return read;
  const readings = new Map<string, Reading>();
  for (const { plan } of read.readings) {
    const wall = wallOf(plan);
    if (!wall) continue;
    const begins: SeriesPlan = {
      kind: 'series',
      start: wall.local.slice(0, 16),
      zone: wall.zone ?? 'each',
      rrule: ruleText(often) + end.part,
    };
    const whole = begun(begins, often);
    const said = seriesWords(whole, context.me.zone, context.hourCycle);
    readings.set(said, { plan: whole, words: said });
  }
  return readings.size > 0 ? { kind: 'understood', readings: [...readings.values()] } : undefined;
}

/** @returns undefined where it does not say that it repeats, in any of the languages; never throws */
export function readRepeats(text: string, context: PhraseContext): PhraseResult | undefined {
  const plain = folded(text).replace(/\s+/g, ' ').trim();
  let problem: PhraseResult | undefined;
  for (const language of context.languages ?? ['en']) {
    try {
      const read = readIn(plain, context, language);
      if (read?.kind === 'understood') return read;
      problem ??= read;
    } catch {
      // A rule that cannot be, such as the 31st of February: the phrase is read as any other.
    }
  }
  return problem;
}
