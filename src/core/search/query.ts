/**
 * What is typed into the search field: words, and keys named as IMAP SEARCH names them (RFC 9051 §6.4.4); `with:`
 * and `state:` are our own.
 */
import { plusDays } from '../time/dayParts';
import { wordTable } from '../text/wordTable';
import { readTypedDate } from '../time/typed';

/** Where a word is looked for. */
export type SearchField = 'anywhere' | 'from' | 'to' | 'cc' | 'bcc' | 'subject' | 'body' | 'file';

export const SEARCH_STATES = [
  ...['inbox', 'returned', 'snoozed', 'archived', 'to-do', 'pending', 'draft', 'left'],
] as const;
export type SearchState = (typeof SEARCH_STATES)[number];

export interface SearchTerm {
  field: SearchField;
  /** One word, or several that follow one another. */
  words: string;
  /** As typed; otherwise what begins like that is found too. */
  exact: boolean;
  /** It is not to be there. */
  not: boolean;
}

export interface SearchQuery {
  /** Of each group one has to be there; one that is not to be there stands alone. */
  groups: SearchTerm[][];
  state: SearchState | null;
  /** Something is attached. */
  withFile: boolean;
  /** Days on my calendar, `2026-11-24`: from the first on, and before the second. */
  since: string | null;
  before: string | null;
  /** What could not be understood, and why. */
  problems: { part: string; why: string }[];
}

/** The keys, with what each does, for suggestions. */
export const SEARCH_KEYS = [
  { key: 'from:', words: 'who wrote it' },
  { key: 'to:', words: 'who it went to, in copy too' },
  { key: 'cc:', words: 'who got a copy' },
  { key: 'subject:', words: 'a word of the subject' },
  { key: 'body:', words: 'a word of the text' },
  { key: 'since:', words: 'that day or later' },
  { key: 'before:', words: 'before that day' },
  { key: 'on:', words: 'on that day' },
  { key: 'with:file', words: 'something is attached' },
  ...SEARCH_STATES.map((state) => ({ key: `state:${state}`, words: stateWords(state) })),
] as const;

function stateWords(state: SearchState): string {
  const words: Record<SearchState, string> = {
    inbox: 'in the inbox',
    returned: 'has come back',
    snoozed: 'put off',
    archived: 'archived',
    'to-do': 'with an open to-do',
    pending: 'waiting to leave',
    draft: 'not sent yet',
    left: 'has left',
  };
  return words[state];
}

const TOKEN = /(-?)(?:([a-z]{1,20}):)?(?:"([^"]*)"?|([^\s"]+))/giu;
const FIELDS = wordTable<SearchField>({
  from: 'from',
  to: 'to',
  cc: 'cc',
  bcc: 'bcc',
  subject: 'subject',
  body: 'body',
  text: 'anywhere',
  file: 'file',
});
const KEY_NAMES = 'from:, to:, cc:, bcc:, subject:, body:, file:, since:, before:, on:, with: and state:';
/** More would be no search but a text. */
const MOST_TERMS = 20;

/** A date without a year is the last one that was. */
function pastDate(typed: string, today: string): string | undefined {
  const named = { today: 0, yesterday: 1 }[typed.toLowerCase()];
  if (named !== undefined) return plusDays(today, -named);
  const date = readTypedDate(typed.replace(/_/g, ' '), today);
  if (!date || date <= today || typed.includes(date.slice(0, 4))) return date;
  return `${Number(date.slice(0, 4)) - 1}${date.slice(4)}`;
}

/** @param today `2026-11-24` on my calendar */
export function readQuery(text: string, today: string): SearchQuery {
  const query: SearchQuery = {
    groups: [],
    state: null,
    withFile: false,
    since: null,
    before: null,
    problems: [],
  };
  let not = false;
  /** An OR has been typed, and what comes next belongs to the group before it. */
  let or: string | null = null;
  const add = (part: string, term: SearchTerm) => {
    const last = query.groups.at(-1);
    if (or === null) query.groups.push([term]);
    else if (!last) query.problems.push({ part: or, why: 'OR stands between two words.' });
    else if (term.not || last[0]!.not)
      query.problems.push({ part: `OR ${part}`, why: 'What is not to be there cannot stand beside OR.' });
    else last.push(term);
    or = null;
  };
  for (const [part, minus, rawKey, quoted, bare] of text.matchAll(TOKEN)) {
    const key = rawKey?.toLowerCase();
    const value = quoted ?? bare ?? '';
    const wrong = (why: string) => query.problems.push({ part, why });
    // A key whose word has not been typed yet.
    if (!key && bare && bare.endsWith(':') && FIELDS[bare.slice(0, -1).toLowerCase()]) continue;
    if (!key && bare === 'OR') {
      or = part;
      continue;
    }
    if (
      or !== null &&
      (key === 'with' || key === 'state' || key === 'since' || key === 'before' || key === 'on')
    ) {
      wrong('OR joins words, not days and states.');
      or = null;
      continue;
    }
    if (!key && bare === 'NOT') {
      not = true;
      continue;
    }
    if (key === 'since' || key === 'before' || key === 'on') {
      const date = pastDate(value, today);
      if (!date) {
        wrong(`“${value}” is no date. Write it as 24 Nov or 2026-11-24.`);
        continue;
      }
      if (key !== 'before') query.since = date;
      if (key === 'before') query.before = date;
      if (key === 'on') query.before = plusDays(date, 1);
    } else if (key === 'with') {
      if (value === 'file') query.withFile = true;
      else wrong('After with: comes file.');
    } else if (key === 'state') {
      const state = SEARCH_STATES.find((each) => each === value.toLowerCase());
      if (state) query.state = state;
      else wrong(`There is no state “${value}”: ${SEARCH_STATES.join(', ')}.`);
    } else if (key && !FIELDS[key]) {
      // The beginning of an address is no key.
      if (!value.startsWith('//') && key !== 'mailto')
        wrong(`There is no key ${key}: and it is looked for as a word. Keys are ${KEY_NAMES}.`);
      add(part, { field: 'anywhere', words: `${key}:${value}`, exact: false, not: not || minus === '-' });
    } else if (value && query.groups.flat().length < MOST_TERMS) {
      const field = key ? FIELDS[key]! : 'anywhere';
      add(part, { field, words: value, exact: quoted !== undefined, not: not || minus === '-' });
    } else if (value) wrong(`More than ${MOST_TERMS} words are too many.`);
    not = false;
  }
  if (or !== null) query.problems.push({ part: or, why: 'After OR comes another word.' });
  return query;
}

/** True where nothing is asked for. */
export const isEmptyQuery = ({ groups, state, withFile, since, before }: SearchQuery): boolean =>
  groups.length === 0 && !state && !withFile && !since && !before;
