/** Finding messages by what is typed, with why each was found. */
import { folded } from '#core/text/folded';
import { spaced } from '#core/text/spaced';
import {
  isEmptyQuery,
  readQuery,
  SEARCH_KEYS,
  type SearchField,
  type SearchQuery,
  type SearchTerm,
} from '#core/search/query';
import { toInstant, toLocal } from '#core/time/wallClock';
import { attachmentsOf } from '#store/attachments';
import { findMessage, recipientsOf } from '#store/messages';
import { searchMet } from '#store/metAddresses';
import { hasParts, searchMessages, wordsLike } from '#store/search';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { indexSome } from './indexByAndBy';
import { summariesOf, type MessageSummary } from '../messages/summaries';

/** Where a message fits what was asked. */
export interface Why {
  field: 'from' | 'to' | 'subject' | 'body' | 'file';
  /** The words around it. */
  words: string;
  /** Where in them it is. */
  from: number;
  to: number;
}

export interface SearchHit {
  message: MessageSummary;
  why: Why | null;
}

export interface SearchResult {
  hits: SearchHit[];
  cursor: string | null;
  /** What of the question was not understood. */
  problems: { part: string; why: string }[];
}

const AROUND = 60;

/** Letters as the index compares them: without case and marks, one for one. */
const plain = (text: string) =>
  [...text]
    .map((each) => {
      const bare = folded(each);
      return bare.length === each.length ? bare : each;
    })
    .join('');

const escaped = (words: string) => words.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** Where a text has a word or its beginning; with `inside` also where it has a part of one. */
function place(field: Why['field'], text: string, { words, exact }: SearchTerm, inside: boolean): Why | null {
  const looked = plain(words)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map(escaped)
    .join('[^\\p{L}\\p{N}]+');
  if (!looked) return null;
  // Between letters that are written without spaces a word may begin anywhere.
  const begins = inside || spaced(words) !== words ? '' : '(?<![\\p{L}\\p{N}])';
  const ends = exact && spaced(words) === words ? '(?![\\p{L}\\p{N}])' : '';
  const match = new RegExp(`${begins}${looked}${ends}`, 'u').exec(plain(text));
  if (!match) return null;
  const start = Math.max(0, match.index - AROUND);
  const end = Math.min(text.length, match.index + match[0].length + AROUND);
  const before = start > 0 ? '…' : '';
  const around = `${before}${text.slice(start, end).replace(/\s/g, ' ')}${end < text.length ? '…' : ''}`;
  const from = match.index - start + before.length;
  return { field, words: around, from, to: from + match[0].length };
}

/** The fields of a message a term may be in. */
const FIELDS_OF: Record<SearchField, readonly Why['field'][]> = {
  anywhere: ['body', 'file', 'to', 'subject', 'from'],
  from: ['from'],
  to: ['to'],
  cc: ['to'],
  bcc: ['to'],
  subject: ['subject'],
  body: ['body'],
  file: ['file'],
};

/** Why a message was found; what its row shows anyway, its subject and writer, comes last. */
function whyFound(desk: Desk, id: string, terms: readonly SearchTerm[]): Why | null {
  if (terms.every(({ not }) => not)) return null;
  const { db } = desk.store;
  const message = findMessage(db, id)!;
  const readers = recipientsOf(db, [id])
    .map(({ name, address }) => `${name} ${address}`.trim())
    .join(', ');
  const files = attachmentsOf(db, id)
    .map(({ name }) => name)
    .join(', ');
  const fields: [Why['field'], string][] = [
    ['body', message.text],
    ['file', files],
    ['to', readers],
    ['subject', message.subject],
    ['from', `${message.fromName} ${message.fromAddress}`],
  ];
  for (const inside of [false, true])
    for (const term of terms.filter((each) => !each.not && !(inside && each.exact)))
      for (const [field, text] of fields) {
        const why = FIELDS_OF[term.field].includes(field) ? place(field, text, term, inside) : null;
        if (why) return why;
      }
  return null;
}

/** Whoever searches waits so long for the index at most, ms; the rest is done by and by. */
const INDEXING_MS = 40;

/** Brings the index up to date, the latest changes first, as far as that is quickly done. */
export function indexWhatWaits(desk: Desk): void {
  const end = performance.now() + INDEXING_MS;
  while (indexSome(desk) && performance.now() < end);
}

/** What is typed, as a question of today. */
export const queryOf = (desk: Desk, text: string): SearchQuery =>
  readQuery(text, toLocal(desk.now(), desk.settings().zone).slice(0, 10));

/** `12`: below that row, by words; `i12`: below it, by parts of words; `i`: those from their first. */
function readCursor(cursor: string | undefined): { inside: boolean; below?: number } {
  if (cursor === undefined) return { inside: false };
  const [, inside, row] = /^(i?)(\d*)$/.exec(cursor) ?? [];
  const below = row ? Number(row) : undefined;
  if (inside === undefined || (inside === '' && !row) || !Number.isSafeInteger(below ?? 0))
    throw new Invalid('This is no cursor of ours.', 'cursor');
  return { inside: inside === 'i', below };
}

/**
 * Messages that fit: first those in which the words stand, or what begins so, the newest first; then those in which they
 * are part of a word.
 * @throws Invalid for a cursor that is none
 */
export function search(desk: Desk, text: string, limit: number, cursor?: string): SearchResult {
  const { zone } = desk.settings();
  const query = queryOf(desk, text);
  const from = readCursor(cursor);
  if (isEmptyQuery(query)) return { hits: [], cursor: null, problems: query.problems };
  indexWhatWaits(desk);
  const midnight = (date: string | null) => (date === null ? undefined : toInstant(`${date}T00:00`, zone).at);
  const { groups, state, withFile } = query;
  const page = (inside: boolean, below: number | undefined, most: number) =>
    searchMessages(desk.store.db, {
      groups,
      state,
      withFile,
      below,
      inside,
      limit: most,
      since: midnight(query.since),
      before: midnight(query.before),
    }).map((each) => ({ ...each, inside }));
  const found = page(from.inside, from.below, limit + 1);
  if (!from.inside && found.length <= limit && hasParts(groups))
    found.push(...page(true, undefined, limit + 1 - found.length));
  const shown = found.slice(0, limit);
  const messages = summariesOf(
    desk,
    shown.map(({ id }) => id),
  );
  const last = shown.at(-1);
  return {
    hits: messages.map((message) => ({ message, why: whyFound(desk, message.id, groups.flat()) })),
    cursor: found.length > limit && last ? `${last.inside ? 'i' : ''}${last.row}` : null,
    problems: query.problems,
  };
}

/** Something to go on with in the search field. */
export interface SearchSuggestion {
  /** What the last word becomes. */
  text: string;
  /** What that does. */
  words: string;
}

const MOST = 8;
const quoted = (words: string) => (/\s/.test(words) ? `"${words}"` : words);

/** @param typed the whole field; what is suggested replaces its last word */
export function suggestSearch(desk: Desk, typed: string): SearchSuggestion[] {
  const last = /(?:^|\s)(-?)((?:[a-z]+:)?)("?[^\s"]*)$/i.exec(typed);
  if (!last) return [];
  const [, minus = '', rawKey = '', beginning = ''] = last;
  const key = rawKey.toLowerCase();
  const words = beginning.replace(/"/g, '').toLowerCase();
  const keys = SEARCH_KEYS.filter((each) => `${key}${words}` !== '' && each.key.startsWith(key + words)).map(
    (each) => ({ text: minus + each.key, words: each.words }),
  );
  const people =
    words.length > 1 && ['', 'from:', 'to:', 'cc:', 'bcc:'].includes(key)
      ? searchMet(desk.store.db, words, 4).map(({ name, spelled }) => ({
          text: `${minus}${key || 'from:'}${quoted(name || spelled)}`,
          words: name ? spelled : 'written with before',
        }))
      : [];
  const others =
    words.length > 1 && ['', 'subject:', 'body:', 'text:'].includes(key)
      ? wordsLike(desk.store.db, words, 4).map((term) => ({
          text: `${minus}${key}${term}`,
          words: 'a word of your mail',
        }))
      : [];
  return [...keys, ...people, ...others].slice(0, MOST);
}
