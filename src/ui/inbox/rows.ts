/** The rows of the list: threads below the headings of their groups, or what was found. */
import type { MessageSummaryJson, SearchHitJson, ThreadJson } from '#api/types';

export type Row =
  | { kind: 'group'; id: string; name: string; /** Of the first message in it. */ firstId: string }
  | { kind: 'thread'; id: string; message: ThreadJson }
  | { kind: 'hit'; id: string; message: MessageSummaryJson; why: SearchHitJson['why'] };

export type MessageRow = Exclude<Row, { kind: 'group' }>;

/** What I wrote, and did not put off: it is read where it was written. */
export const isElsewhere = ({ direction, place }: Pick<MessageSummaryJson, 'direction' | 'place'>): boolean =>
  direction === 'out' && place === null;

/** Something of it is new. */
export const isFresh = (message: MessageSummaryJson | ThreadJson): boolean =>
  'fresh' in message ? message.fresh : message.unseen;

export const threadRows = (threads: readonly ThreadJson[]): MessageRow[] =>
  // A thread stays the same row when something new comes in it.
  threads.map((message) => ({ kind: 'thread', id: message.threadId, message }));

export const hitRows = (hits: readonly SearchHitJson[]): MessageRow[] =>
  hits.map(({ message, why }) => ({ kind: 'hit', id: message.id, message, why }));

/** With a heading before the first of each group. */
export function withHeadings(rows: readonly MessageRow[]): Row[] {
  const all: Row[] = [];
  let group: string | null = null;
  for (const row of rows) {
    const own = row.kind === 'thread' ? row.message.group : null;
    if (own !== null && own !== group)
      // While changes wait to be shown, a group may stand in two places.
      all.push({ kind: 'group', id: `group ${own} ${row.id}`, name: own, firstId: row.message.id });
    group = own;
    all.push(row);
  }
  return all;
}
