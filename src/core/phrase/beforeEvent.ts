/** “an hour before the broker call”, “at 9:00 theirs, the working day before the board meeting”. */
import { readOffset, type Offset } from '../occasion/offset';
import { plain } from './tokens';

/** An event a phrase may name. */
export interface NamedEvent {
  id: string;
  occurrence: string | null;
  summary: string;
}

export interface BeforeEventReading<E extends NamedEvent = NamedEvent> {
  event: E;
  offset: Offset;
  edge: 'start' | 'end';
  /** Each time of one that recurs is meant. */
  each: boolean;
}

/** What stands between the length and the event, in each language, and which way it goes. */
const SIDES: readonly (readonly [pattern: RegExp, side: 'before' | 'after'])[] = [
  [/\bbefore\b/u, 'before'],
  [/\bafter\b/u, 'after'],
  [/\bantes (?:d[aoe]s?|del?)\b/u, 'before'],
  [/\b(?:depois|despues|apos) (?:d[aoe]s?|del?)\b/u, 'after'],
  [/\bvor\b/u, 'before'],
  [/\bnach\b/u, 'after'],
  [/\bavant\b/u, 'before'],
  [/\bapres\b/u, 'after'],
];

/** Lengths of other languages, in the words of English; marks and case are gone by then. */
const WORDS: readonly (readonly [pattern: RegExp, english: string])[] = [
  [/\b(?:einen? tag|um dia|un dia|un jour)\b/gu, '1 day'],
  [
    /\b(\d{1,3}) (?:dias? (?:uteis|util|habiles|habil|laborables?)|arbeitstage?|werktage?|jours? (?:ouvres?|ouvrables?))\b/gu,
    '$1 working days',
  ],
  [
    /\b(?:um dia util|un dia (?:habil|laborable)|einen? (?:arbeitstag|werktag)|un jour (?:ouvre|ouvrable))\b/gu,
    '1 working day',
  ],
  [/\b(?:uma hora|eine stunde|une heure|una hora)\b/gu, '1 hour'],
  [/\b(?:meia hora|eine halbe stunde|une demi-heure|media hora|half an hour)\b/gu, '30 minutes'],
  [/\b(\d{1,3}) ?(?:horas?|stunden?|heures?)\b/gu, '$1 hours'],
  [/\b(\d{1,3}) ?(?:minutos?|minuten?)\b/gu, '$1 minutes'],
  [/\b(\d{1,3}) ?(?:dias?|tage?n?|jours?)\b/gu, '$1 days'],
  [/\b(?:uma semana|eine woche|une semaine|una semana)\b/gu, '1 week'],
  [/\b(\d{1,3}) (?:semanas?|wochen?|semaines?)\b/gu, '$1 weeks'],
  [/\b(?:the|their) (?:previous )?working day\b/gu, '1 working day'],
];

const ARTICLE =
  /^(?:the|my|our|o|a|os|as|el|la|los|las|le|l'|les|der|die|das|dem|den|des|start of|beginning of|inicio de|debut de)\s*/u;
const EACH = /^(?:each|every|cada|todas? as?|todos? os?|jede[mnrs]?|chaque)\s+/u;
const END =
  /^(?:the )?end of\s+|^(?:o )?(?:fim|final) d[aoe]s?\s+|^(?:la |el )?fin(?:al)? del?\s+|^(?:la )?fin d(?:e la|u|e)\s+|^(?:dem )?ende (?:der|des|von)\s+/u;
/** Said first: “at 9:00 theirs, the working day before …”. */
const TIME_FIRST =
  /^at (\d{1,2}(?:[:.]\d{2})?\s?(?:am|pm)?(?: (?:theirs|their time|mine|my time|there))?),?\s+/u;
const MOST_LENGTH = 200;

const keyOf = (text: string) =>
  plain(text)
    .replace(/[^\p{L}\p{N}\s]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** How well a name is meant: all its words are there, and the more of the event’s own the better; 0 where it is not. */
function fit(name: string, summary: string): number {
  const [asked, own] = [name.split(' ').filter(Boolean), summary.split(' ').filter(Boolean)];
  if (asked.length === 0 || own.length === 0) return 0;
  const all = asked.every((word) =>
    own.some((each) => each === word || (word.length > 3 && each.startsWith(word))),
  );
  return all ? asked.length / own.length : 0;
}

/**
 * @param events coming ones, the soonest first
 * @returns the likeliest first; none where it says nothing of the kind, or names no event
 */
export function readBeforeEvent<E extends NamedEvent>(
  text: string,
  events: readonly E[],
): BeforeEventReading<E>[] {
  if (text.length > MOST_LENGTH) return [];
  let said = plain(text).trim().replace(/\s+/g, ' ');
  const first = TIME_FIRST.exec(said);
  if (first) said = said.slice(first[0].length);
  for (const [pattern, side] of SIDES) {
    const match = pattern.exec(said);
    if (!match) continue;
    const head = WORDS.reduce(
      (words, [from, to]) => words.replace(from, to),
      said.slice(0, match.index).trim(),
    );
    const rest = said.slice(match.index + match[0].length).trim();
    const atEnd = END.test(rest);
    const bare = rest.replace(END, '');
    const each = EACH.test(bare);
    const [name, ...tail] = bare
      .replace(EACH, '')
      .replace(ARTICLE, '')
      .split(/,| (?=at \d)/u)
      .map((part) => part.trim());
    const offset = readOffset(
      [head, side, ...tail, first?.[1] && `at ${first[1]}`].filter(Boolean).join(' '),
    );
    if (!offset || !name) continue;
    const key = keyOf(name);
    const fitting = events
      .map((event) => ({ event, score: fit(key, keyOf(event.summary)) }))
      .filter(({ score }) => score > 0)
      .sort((a, b) => b.score - a.score);
    const best = fitting[0]?.score;
    const meant = fitting.filter(({ score }) => score === best);
    return meant.map(({ event }) => ({ event, offset, edge: atEnd ? 'end' : 'start', each }));
  }
  return [];
}
