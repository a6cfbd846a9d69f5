/** Batches: begun from a table or a group, changed, mended row by row, deleted. */
import { guessColumns, type Column } from '#core/batch/columns';
import { MOST_ROWS, readTable, type Table } from '#core/batch/table';
import { withPlainSignature } from '#core/message/signature';
import { escaped } from '#core/text/escaped';
import { plainText } from '#mail/plainText';
import { copyAttachments } from '#store/attachments';
import {
  batchesDeletedBefore,
  changeRow,
  countRows,
  dropBatch,
  dropRow,
  findBatch,
  findRow,
  insertBatch,
  insertRows,
  lastPosition,
  setBatchOf,
  swapBatch,
  type Batch,
  type BatchRowOf,
} from '#store/batches';
import { findCorrespondents } from '#store/correspondents';
import { forgetDeleted } from '#store/expired';
import { findGroup } from '#store/groups';
import { noteChange } from '#store/journal';
import { copyLinks } from '#store/linkedFiles';
import { findMessage, insertMessage, swapMessage, type Message } from '#store/messages';
import type { Reading, Tx } from '#store/store';
import { noteUse } from '#store/texts';
import { insertThread } from '#store/threads';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { oneLine } from '../messages/draftInput';
import { newId } from '../newId';
import { knownText } from '../texts/keepText';
import { followBatch } from './followBatch';

export interface NewBatch {
  name?: string;
  /** The kept text it begins with; without one it begins empty. */
  text?: string;
  /** Cells, as they were copied, or comma-separated values. */
  table?: string;
  /** In place of a table: a row for each member. */
  group?: string;
}

export interface BatchChange {
  name?: string;
  subject?: string;
  text?: string;
  html?: string | null;
  columns?: Column[];
  /** When those leave that say nothing of their own, in words. */
  when?: string;
  perMinute?: number | null;
  spread?: boolean;
}

/** @throws NotFound */
export function knownBatch(db: Reading, id: string, deletedToo = false): Batch {
  const batch = findBatch(db, id);
  if (!batch || (batch.deletedAt !== null && !deletedToo)) throw new NotFound('There is no such batch.');
  return batch;
}

function tableOfGroup(db: Reading, id: string): Table {
  const group = findGroup(db, id);
  if (!group) throw new Invalid('There is no such group.', 'group');
  const people = findCorrespondents(db, group.members).filter(({ addresses }) => addresses.length > 0);
  if (people.length === 0) throw new Invalid(`“${group.name}” has nobody with an address.`, 'group');
  return { headings: ['name', 'email'], rows: people.map(({ name, addresses }) => [name, addresses[0]!]) };
}

function tableOf(db: Reading, { table, group }: NewBatch): Table {
  if (group !== undefined) return tableOfGroup(db, group);
  try {
    return readTable(table ?? '');
  } catch (error) {
    throw new Invalid((error as Error).message, 'table');
  }
}

/** With my signature at its end, as an editor would put it there. */
function signed({ text, html }: { text: string; html: string | null }, signature: string) {
  const words = signature.trim();
  const lines = words.split('\n').map(escaped).join('<br>');
  return {
    text: withPlainSignature(text, words),
    html: html === null || !words ? html : `${html}<div data-part="signature"><p>${lines}</p></div>`,
  };
}

/** The message its rows are made from. */
function templateFor(desk: Desk, tx: Tx, now: number, from: Message | undefined, name: string): Message {
  const { me, writeAs, signature } = desk.settings(tx);
  const threadId = newId();
  insertThread(tx, threadId, name);
  const message = insertMessage(tx, {
    id: newId(),
    threadId,
    direction: 'out',
    references: [],
    fromName: me.name,
    fromAddress: me.address,
    subject: from?.subject ?? '',
    ...signed({ text: from?.text ?? '', html: from ? from.html : writeAs === 'rich' ? '' : null }, signature),
    at: now,
    createdAt: now,
  });
  if (from) {
    copyAttachments(tx, from.id, message.id, newId);
    copyLinks(tx, from.id, message.id, newId);
  }
  return message;
}

/** @throws Invalid, NotFound */
export const beginBatch = (desk: Desk, input: NewBatch): Batch =>
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const { headings, rows } = tableOf(tx, input);
    const text = input.text === undefined ? undefined : knownText(tx, input.text);
    const name = oneLine(input.name ?? '') || text?.name || 'A batch';
    const message = templateFor(desk, tx, now, text && findMessage(tx, text.messageId), name);
    const id = newId();
    const batch = insertBatch(tx, {
      id,
      name,
      messageId: message.id,
      textId: text?.id ?? null,
      headings,
      columns: guessColumns(headings, rows),
      createdAt: now,
    });
    setBatchOf(tx, message.id, id);
    insertRows(
      tx,
      id,
      rows.map((cells, n) => ({ position: n + 1, cells })),
    );
    if (text) noteUse(tx, text.id, now);
    noteChange(tx, 'batch', id);
    return batch;
  });

/** In one column only. */
const ALONE = ['address', 'name', 'when'] as const;

function checkedColumns({ headings }: Batch, columns: readonly Column[]): Column[] {
  if (columns.length !== headings.length)
    throw new Invalid(`There are ${headings.length} columns, and ${columns.length} were said.`, 'columns');
  for (const role of ALONE)
    if (columns.filter((each) => each.role === role).length > 1)
      throw new Invalid(`Only one column can be the ${role}.`, 'columns');
  return [...columns];
}

/**
 * What is changed about the text goes for all that have not left, but for those edited by hand.
 * @param revision as it was read; undefined takes any
 * @throws NotFound, Stale, Invalid; Refused for what cannot be changed once it is scheduled
 */
export const changeBatch = (desk: Desk, id: string, change: BatchChange, revision?: number): Batch =>
  desk.store.write((tx) => {
    const seen = knownBatch(tx, id);
    if (revision !== undefined && revision !== seen.revision) throw new Stale('batch');
    const now = desk.now(tx);
    const { name, columns, when, perMinute, spread, subject, text, html } = change;
    if (seen.state !== 'draft' && (columns ?? when ?? perMinute ?? spread) !== undefined)
      throw new Refused('It is scheduled: move its departures instead.');
    const patch: Partial<Batch> = {};
    if (name !== undefined) patch.name = oneLine(name) || seen.name;
    if (columns) patch.columns = checkedColumns(seen, columns);
    if (when !== undefined) patch.whenWords = oneLine(when);
    if (perMinute !== undefined) patch.perMinute = perMinute;
    if (spread !== undefined) patch.spread = spread;
    const next = swapBatch(tx, seen, patch);
    if (!next) throw new Stale('batch');
    const words: Partial<Message> = {};
    if (subject !== undefined) words.subject = oneLine(subject);
    if (text !== undefined) words.text = text;
    if (html !== undefined) words.html = html;
    if (html && text === undefined) words.text = plainText(html);
    if (Object.keys(words).length > 0) {
      if (!swapMessage(tx, findMessage(tx, seen.messageId)!, { ...words, at: now })) throw new Stale('batch');
      followBatch(desk, tx, id);
    }
    noteChange(tx, 'batch', id);
    return next;
  });

function unmade(tx: Tx, batchId: string, position: number): BatchRowOf {
  const row = findRow(tx, batchId, position);
  if (!row) throw new NotFound('There is no such row.');
  if (row.messageId !== null)
    throw new Refused('A message was made of this row already: change that, in Write.');
  return row;
}

const cellsFor = ({ headings }: Batch, cells: readonly string[]): string[] =>
  headings.map((_, n) => (cells[n] ?? '').trim());

/** @throws NotFound; Refused where a message was made of it */
export const changeBatchRow = (
  desk: Desk,
  id: string,
  position: number,
  cells: readonly string[],
): BatchRowOf =>
  desk.store.write((tx) => {
    const batch = knownBatch(tx, id);
    const row = unmade(tx, id, position);
    const next = cellsFor(batch, cells);
    changeRow(tx, row, { cells: next });
    noteChange(tx, 'batch', id);
    return { ...row, cells: next };
  });

/** @param position where one was taken out; without it, it comes last. @throws NotFound, Invalid, Refused */
export const addBatchRow = (
  desk: Desk,
  id: string,
  cells: readonly string[],
  position?: number,
): { position: number; cells: string[] } =>
  desk.store.write((tx) => {
    const batch = knownBatch(tx, id);
    if (countRows(tx, id) >= MOST_ROWS) throw new Refused(`A batch has ${MOST_ROWS} rows at most.`);
    const at = position ?? lastPosition(tx, id) + 1;
    if (findRow(tx, id, at)) throw new Invalid('There is a row in this place.', 'position');
    const row = { position: at, cells: cellsFor(batch, cells) };
    insertRows(tx, id, [row]);
    noteChange(tx, 'batch', id);
    return row;
  });

/** {@link addBatchRow} in its place undoes it. @throws NotFound; Refused where a message was made of it */
export const removeBatchRow = (desk: Desk, id: string, position: number): void =>
  desk.store.write((tx) => {
    knownBatch(tx, id);
    dropRow(tx, unmade(tx, id, position));
    noteChange(tx, 'batch', id);
  });

/** What was made of its rows goes on as messages of their own. {@link restoreBatch} undoes it. @throws NotFound, Stale */
export const deleteBatch = (desk: Desk, id: string): void =>
  desk.store.write((tx) => {
    const seen = knownBatch(tx, id);
    if (!swapBatch(tx, seen, { deletedAt: desk.now(tx) })) throw new Stale('batch');
    noteChange(tx, 'batch', id);
  });

/** @throws NotFound, Stale */
export const restoreBatch = (desk: Desk, id: string): Batch =>
  desk.store.write((tx) => {
    const next = swapBatch(tx, knownBatch(tx, id, true), { deletedAt: null });
    if (!next) throw new Stale('batch');
    noteChange(tx, 'batch', id);
    return next;
  });

/** Those deleted before are gone for good; what left of them stays. @param until epoch ms */
export const forgetBatches = (desk: Desk, until: number): void =>
  desk.store.write((tx) => {
    for (const { id, messageId } of batchesDeletedBefore(tx, until)) {
      dropBatch(tx, id);
      forgetDeleted(tx, [messageId]);
    }
  });
