/** Times of day without a zone, in a message to somebody whose clock shows another. */
import { Temporal } from 'temporal-polyfill';
import { placesNamed } from '../phrase/places';
import { readTypedDate, readTypedTime } from '../time/typed';
import { offsetMinutes, toInstant, toLocal } from '../time/wallClock';
import { dayWords, timeWords } from '../time/words';
import type { CheckContext, Finding } from './finding';
import { ownParts } from '../text/ownParts';

/** `16:00`, `9h30`, `4 pm`, `4:30pm`; not parts of longer numbers, prices or ratios. */
const TIME =
  /(?<![\d.,:/€$£×+-])(\d{1,2}[:.h]\d{2}(?:\s?[ap]m)?|\d{1,2}\s?[ap]m|\d{1,2}h)(?![\d:/%]|[.,]\d)/gi;
/** True where a line names a time of day. */
export const namesTime = (line: string): boolean => line.match(TIME) !== null;
/** A dot is also a decimal point: then only with words before it that announce a time. */
const ANNOUNCED = /\b(?:at|by|before|after|until|till|from|to|around|um|às|bis)\s*$/i;
/** What may follow a time and says whose it is. */
const OWNED =
  /^\s*(?:\(\s*)?(?:your|my|our|their|his|her|local)\s+(?:local\s+)?time|^\s*\(?(?:UTC|GMT|[CEW]ES?T|[ECMP][SD]T|BST|IST|JST|AE[SD]T|NPT|Z)\b|^\s*(?:o'clock\s+)?(?:there|here|where you are)\b/i;
/** Words looked at after a time for the name of a place. */
const PLACE_WORDS = 3;

function namesPlace(after: string): boolean {
  const words = after
    .replace(/^[\s(]*(?:in\s+|at\s+)?/i, '')
    .split(/[^\p{L}’'.-]+/u)
    .filter(Boolean)
    .slice(0, PLACE_WORDS);
  return words.some((_, index) => placesNamed(words.slice(0, index + 1).join(' ')).length > 0);
}

/** A second time of a span (“16:00 to 18:00”) shares the zone named after it. */
const SPAN = /^\s*(?:to|until|–|-)\s*(?:\d{1,2}[:.h]?\d{0,2}\s?(?:[ap]m)?)/i;

const DATE =
  /\b(?:(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?,?\s+)?(?:the\s+)?(\d{1,2}(?:st|nd|rd|th)?\s+(?:of\s+)?[A-Za-z]{3,9}|[A-Za-z]{3,9}\s+\d{1,2})\b/gi;
const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];

/** Days named by how far they are from the one it is written on. */
const RELATIVE: [RegExp, number][] = [
  [/\bday after tomorrow\b/i, 2],
  [/\btomorrow\b/i, 1],
  [/\b(?:today|tonight|this (?:morning|afternoon|evening))\b/i, 0],
  [/\byesterday\b/i, -1],
];

/**
 * The day a time in this line is on: a date, or a weekday, named there, reckoned from the day it is written; else the day
 * it lands.
 */
function dayOf(line: string, landed: string, written: string): string {
  for (const [, words] of line.matchAll(DATE)) {
    const date = readTypedDate(words!.replace(/\bof\s+/i, ''), written);
    if (date) return date;
  }
  const index = WEEKDAYS.findIndex((name) => new RegExp(`\\b${name}\\b`, 'i').test(line));
  const from = Temporal.PlainDate.from(written);
  const days = RELATIVE.find(([pattern]) => pattern.test(line))?.[1];
  if (days !== undefined) return from.add({ days }).toString();
  if (index < 0) return landed;
  return from.add({ days: (index + 1 - from.dayOfWeek + 7) % 7 }).toString();
}

export function zonelessTimes(text: string, context: CheckContext): Finding[] {
  const { landings, zone, place, now } = context;
  const [first] = landings;
  if (!first) return [];
  const written = toLocal(now, zone).slice(0, 10);
  return ownParts(text).flatMap((part) => {
    const times = [...part.text.matchAll(TIME)];
    // Most lines name no time: of those nothing more is asked.
    if (times.length === 0) return [];
    const date = dayOf(part.text, first.local.slice(0, 10), written);
    return times.flatMap((match): Finding[] => {
      const words = match[1]!;
      const before = part.text.slice(0, match.index);
      const after = part.text.slice(match.index + words.length);
      const time = readTypedTime(words);
      if (!time || (/\./.test(words) && !/[ap]m/i.test(words) && !ANNOUNCED.test(before))) return [];
      const rest = after.replace(SPAN, '');
      if (OWNED.test(rest) || namesPlace(rest)) return [];
      const { at } = toInstant(`${date}T${time}`, zone);
      const others = landings.filter((land) => offsetMinutes(at, land.zone) !== offsetMinutes(at, zone));
      if (others.length === 0) return [];
      const zones = new Set(others.map((land) => land.zone));
      const theirs = toLocal(at, others[0]!.zone);
      const day = theirs.slice(0, 10) === date ? '' : `${dayWords(theirs).split(' ')[0]} `;
      const alone = zones.size === 1 && landings.length === others.length;
      const both = alone ? [`${words} ${place} (${day}${timeWords(theirs)} your time)`] : [];
      return [
        {
          check: 'zoneless',
          severity: 'ask',
          field: 'text',
          from: part.from + match.index,
          to: part.from + match.index + words.length,
          words,
          why: 'has no zone',
          fixes: [...both, `${words} ${place}`, ...(alone ? [`${words} your time`] : [])],
        },
      ];
    });
  });
}
