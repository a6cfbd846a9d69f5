/** Batches as they are shown, with how far each has come. */
import { group } from 'd3-array';
import type { Column } from '#core/batch/columns';
import { UNSETTLED_STATES } from '#core/departure/states';
import {
  allBatches,
  countRows,
  departuresOfRows,
  rowsOf,
  type Batch,
  type RowDeparture,
} from '#store/batches';
import { attachmentsOf, type Attachment } from '#store/attachments';
import { linksOf } from '#store/linkedFiles';
import { findMessage } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { fieldsOfText, type TextField } from '../texts/textView';
import { knownBatch } from './batches';

/** How many of its rows stand how; each row counts once, but for those answered, which have left. */
export interface BatchCounts {
  rows: number;
  /** Nothing was made of them yet. */
  unmade: number;
  left: number;
  /** Held, scheduled, or leaving. */
  pending: number;
  paused: number;
  /** The server, or theirs, would not have them; or nobody knows whether they arrived. */
  refused: number;
  /** Drafts again, or deleted. */
  takenBack: number;
  answered: number;
  /** Edited by hand. */
  differ: number;
}

export interface BatchView {
  id: string;
  name: string;
  revision: number;
  messageId: string;
  subject: string;
  text: string;
  html: string | null;
  fields: TextField[];
  attachments: Attachment[];
  links: number;
  headings: string[];
  columns: Column[];
  when: string;
  perMinute: number | null;
  spread: boolean;
  state: Batch['state'];
  createdAt: number;
  scheduledAt: number | null;
  counts: BatchCounts;
  /** When the next of it leaves, and the last one left or leaves, epoch ms. */
  next: number | null;
  last: number | null;
}

export interface BatchRowView extends Omit<RowDeparture, 'messageId'> {
  cells: string[];
  /** What was made of it; null as long as nothing was. */
  messageId: string | null;
}

const isPending = ({ state }: RowDeparture) =>
  state === 'held' || state === 'scheduled' || state === 'releasing';

function countsOf(rows: number, made: readonly RowDeparture[]): BatchCounts {
  const count = (is: (row: RowDeparture) => boolean) => made.filter(is).length;
  const left = count((row) => row.leftAt !== null);
  const refused = count(
    (row) => row.leftAt === null && (row.state === 'failed' || row.state === 'unconfirmed'),
  );
  const paused = count((row) => row.leftAt === null && row.state === 'paused');
  const pending = count((row) => row.leftAt === null && isPending(row));
  const unmade = rows - made.length;
  return {
    rows,
    unmade,
    left,
    pending,
    paused,
    refused,
    takenBack: made.length - left - refused - paused - pending,
    answered: count((row) => row.answered),
    differ: count((row) => row.differs),
  };
}

function viewOf(db: Reading, batch: Batch): BatchView {
  const template = findMessage(db, batch.messageId)!;
  const made = departuresOfRows(db, batch.id);
  const dues = made.filter(({ state }) => state && UNSETTLED_STATES.includes(state)).map(({ due }) => due!);
  const gone = made.flatMap(({ leftAt }) => leftAt ?? []);
  return {
    id: batch.id,
    name: batch.name,
    revision: batch.revision,
    messageId: batch.messageId,
    headings: batch.headings,
    columns: batch.columns,
    perMinute: batch.perMinute,
    state: batch.state,
    createdAt: batch.createdAt,
    scheduledAt: batch.scheduledAt,
    subject: template.subject,
    text: template.text,
    html: template.html,
    fields: fieldsOfText(template),
    attachments: attachmentsOf(db, batch.messageId),
    links: linksOf(db, batch.messageId).length,
    when: batch.whenWords,
    spread: batch.spread,
    counts: countsOf(countRows(db, batch.id), made),
    next: dues.length > 0 ? Math.min(...dues) : null,
    last: dues.length + gone.length > 0 ? Math.max(...dues, ...gone) : null,
  };
}

/** @throws NotFound */
export const readBatch = (desk: Desk, id: string): BatchView =>
  viewOf(desk.store.db, knownBatch(desk.store.db, id));

/** The newest first. */
export const listBatches = (desk: Desk): BatchView[] =>
  allBatches(desk.store.db).map((batch) => viewOf(desk.store.db, batch));

/** Rows with what became of them. @throws NotFound */
export function readBatchRows(desk: Desk, id: string): BatchRowView[] {
  const { db } = desk.store;
  knownBatch(db, id);
  const made = group(departuresOfRows(db, id), ({ position }) => position);
  return rowsOf(db, id).map(({ position, cells, differs, messageId }): BatchRowView => {
    const [row] = made.get(position) ?? [];
    if (row) return { ...row, cells };
    return {
      position,
      cells,
      differs,
      messageId,
      subject: '',
      departureId: null,
      state: null,
      pausedFor: null,
      due: null,
      leftAt: null,
      answered: false,
    };
  });
}
