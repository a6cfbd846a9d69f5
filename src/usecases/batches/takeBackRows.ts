/** Rows of a batch taken back: nothing was made of them, and they can be mended and scheduled again. */
import { transition } from '#core/departure/states';
import { changeRow, rowsOf, swapBatch, type BatchRowOf } from '#store/batches';
import { departuresOf, type Departure } from '#store/departures';
import { findMessage } from '#store/messages';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { deleteMessage } from '../messages/deleteMessage';
import { knownBatch } from './batches';

export interface TakenBack {
  /** Positions of the rows that can be scheduled again. */
  rows: number[];
  /** Of those that were edited by hand the messages are drafts now. */
  drafts: number[];
  /** Of those that have left, or are leaving. */
  gone: number[];
}

/** So many in one transaction: a release that is due meanwhile does not wait longer than that. */
const TOGETHER = 50;

const isLive = ({ state }: Departure) => state !== 'draft' && state !== 'ended';

function takeRow(desk: Desk, tx: Tx, row: BatchRowOf, result: TakenBack): void {
  const message = row.messageId === null ? undefined : findMessage(tx, row.messageId);
  if (!message) return;
  const live = departuresOf(tx, message.id).filter(isLive);
  if (
    message.deletedAt === null &&
    live.some((each) => each.leftAt !== null || !transition(each.state, 'take-back').ok)
  ) {
    result.gone.push(row.position);
    return;
  }
  if (row.differs && message.deletedAt === null) {
    for (const each of live) takeBack(desk, each.id);
    result.drafts.push(row.position);
    return;
  }
  if (message.deletedAt === null) deleteMessage(desk, message.id);
  changeRow(tx, row, { messageId: null, differs: false });
  result.rows.push(row.position);
}

/**
 * @param positions these rows; all where none are said
 * @throws NotFound; Refused where all of it has left
 */
export function takeBackRows(desk: Desk, id: string, positions?: readonly number[]): TakenBack {
  const wanted = positions && new Set(positions);
  const made = rowsOf(desk.store.db, knownBatch(desk.store.db, id).id).filter(
    ({ messageId, position }) => messageId !== null && (!wanted || wanted.has(position)),
  );
  const result: TakenBack = { rows: [], drafts: [], gone: [] };
  for (let from = 0; from < made.length; from += TOGETHER)
    desk.store.write((tx) => {
      for (const row of made.slice(from, from + TOGETHER)) takeRow(desk, tx, row, result);
    });
  if (made.length > 0 && result.rows.length + result.drafts.length === 0)
    throw new Refused('All of it has left, or is leaving.');
  desk.store.write((tx) => {
    // With nothing made of it, all about it can be changed again.
    if (rowsOf(tx, id).every(({ messageId }) => messageId === null))
      swapBatch(tx, knownBatch(tx, id), { state: 'draft' });
    noteChange(tx, 'batch', id);
  });
  return result;
}
