/** Finding messages by what is typed, with why each was found. */
import { folded } from '../../core/text/folded';
import { isEmptyQuery, readQuery, SEARCH_KEYS, type SearchTerm } from '../../core/search/query';
import { toInstant, toLocal } from '../../core/time/wallClock';
import { attachmentsOf } from '../../store/attachments';
import { findMessage, recipientsOf } from '../../store/messages';
import { searchMet } from '../../store/metAddresses';
import { indexWords, searchMessages, wordsLike, wordsWait } from '../../store/search';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
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

function place(field: Why['field'], text: string, { words, exact }: SearchTerm): Why | null {
  const escaped = plain(words)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .join('[^\\p{L}\\p{N}]+');
  if (!escaped) return null;
  const match = new RegExp(`(?<![\\p{L}\\p{N}])${escaped}${exact ? '(?![\\p{L}\\p{N}])' : ''}`, 'u').exec(
    plain(text),
  );
  if (!match) return null;
  const start = Math.max(0, match.index - AROUND);
  const end = Math.min(text.length, match.index + match[0].length + AROUND);
  const before = start > 0 ? '…' : '';
  const around = `${before}${text.slice(start, end).replace(/\s/g, ' ')}${end < text.length ? '…' : ''}`;
  const from = match.index - start + before.length;
  return { field, words: around, from, to: from + match[0].length };
}

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
  for (const term of terms.filter(({ not }) => !not))
    for (const [field, text] of fields) {
      const asked = term.field === 'anywhere' || term.field === field;
      const why = asked ? place(field, text, term) : null;
      if (why) return why;
    }
  return null;
}

/** @throws Invalid for a cursor that is none */
export function search(desk: Desk, text: string, limit: number, cursor?: string): SearchResult {
  const { zone } = desk.settings();
  const query = readQuery(text, toLocal(desk.now(), zone).slice(0, 10));
  const below = cursor === undefined ? undefined : Number(cursor);
  if (below !== undefined && !Number.isSafeInteger(below))
    throw new Invalid('This is no cursor of ours.', 'cursor');
  if (isEmptyQuery(query)) return { hits: [], cursor: null, problems: query.problems };
  if (wordsWait(desk.store.db)) desk.store.write((tx) => indexWords(tx));
  const midnight = (date: string | null) => (date === null ? undefined : toInstant(`${date}T00:00`, zone).at);
  const { terms, state, withFile } = query;
  const found = searchMessages(desk.store.db, {
    ...{ terms, state, withFile, below, limit: limit + 1 },
    ...{ since: midnight(query.since), before: midnight(query.before) },
  });
  const shown = found.slice(0, limit);
  const messages = summariesOf(
    desk,
    shown.map(({ id }) => id),
  );
  return {
    hits: messages.map((message) => ({ message, why: whyFound(desk, message.id, terms) })),
    cursor: found.length > limit ? String(shown.at(-1)!.row) : null,
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
    words.length > 1 && ['', 'from:', 'to:', 'cc:'].includes(key)
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
