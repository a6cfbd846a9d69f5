/** A message's own words, sentence by sentence. */
import { CALENDAR } from '../text/calendarNames';
import { ownParts } from '../text/ownParts';
import { withoutQuotes } from '../text/quotes';

export interface Sentence {
  /** Where it begins in the text. */
  from: number;
  text: string;
}

/** Programs break lines about here: what goes on below belongs to the line above. */
const WRAPPED = 55;
const ITEM = /^\s*(?:[-*•–]|\d{1,2}[.)])\s/;
const MONTHS = new Set(
  Object.values(CALENDAR).flatMap(({ months }) => months.flat().map((name) => name.toLowerCase())),
);
/** After these a full stop ends no sentence. */
const SHORTENED =
  /(?:^|[\s(])(?:\p{L}|hrs?|ca|bzw|approx|nr|no|dr|mr|mrs|ms|prof|sr|sra|mme|st|mon|tues?|wed|thurs?|fri|sat|sun|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec|a\.m|p\.m)$/iu;

/** @yields where each sentence of a line ends */
function* ends(line: string): Generator<number> {
  for (const match of line.matchAll(/[.!?…]["”’)]*\s+(?=[\p{Lu}¿¡“"(])|;\s+/gu)) {
    const before = line.slice(0, match.index);
    const next = /^[\p{L}]+/u.exec(line.slice(match.index + match[0].length))?.[0].toLowerCase();
    // “2. Dezember”, “approx. 10”
    if (
      match[0].startsWith('.') &&
      ((/\d$/.test(before) && next && MONTHS.has(next)) || SHORTENED.test(before))
    )
      continue;
    yield match.index + match[0].length;
  }
}

/** The writer's own sentences: nothing that is quoted, or that stands in a signature. */
export function ownSentences(text: string): Sentence[] {
  const own = new Map<string, number>();
  for (const line of withoutQuotes(text).split('\n'))
    own.set(line.trimEnd(), (own.get(line.trimEnd()) ?? 0) + 1);
  const parts = ownParts(text).filter((part) => {
    const left = own.get(part.text.trimEnd()) ?? 0;
    own.set(part.text.trimEnd(), left - 1);
    return left > 0;
  });
  const paragraphs: Sentence[] = [];
  let wide = false;
  for (const part of parts) {
    const last = paragraphs.at(-1);
    const goesOn =
      last !== undefined && wide && part.from === last.from + last.text.length + 1 && !ITEM.test(part.text);
    if (goesOn) last.text += ` ${part.text}`;
    else paragraphs.push({ ...part });
    wide = part.text.length >= WRAPPED;
  }
  return paragraphs.flatMap(({ from, text: paragraph }) => {
    const cuts = [0, ...ends(paragraph), paragraph.length];
    return cuts.slice(1).flatMap((end, at) => {
      const begin = cuts[at]!;
      return paragraph.slice(begin, end).trim() === ''
        ? []
        : [{ from: from + begin, text: paragraph.slice(begin, end) }];
    });
  });
}
