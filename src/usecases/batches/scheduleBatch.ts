/** Scheduling a batch: a message and a departure for each of its rows. */
import { paced } from '#core/batch/pace';
import { baseSubject } from '#core/reply/threading';
import { toLocal } from '#core/time/wallClock';
import type { Plan } from '#core/plan/plan';
import { changeRow, findRow, swapBatch, unmadeRows, type Batch } from '#store/batches';
import { noteChange } from '#store/journal';
import { findMessage, setRecipients } from '#store/messages';
import type { Tx } from '#store/store';
import { insertThread } from '#store/threads';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { addLink } from '../links/linkFiles';
import { deriveWhole } from '../messages/deriveMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { newId } from '../newId';
import { batchContext, checkRow, type ReadyRow } from './checkBatch';
import { knownBatch } from './batches';
import { takeBackRows } from './takeBackRows';

export interface Scheduling {
  allOrNone: boolean;
  positions?: readonly number[];
  signal?: AbortSignal;
}

export interface ScheduledBatch {
  /** Positions of the rows that have a departure now. */
  scheduled: number[];
  /** Rows that were left, and why. */
  left: { position: number; address: string; why: string }[];
}

/** So many are scheduled in one transaction: a release that is due meanwhile does not wait longer than that. */
const TOGETHER = 20;

const stops = ({ findings }: ReadyRow) => findings.filter(({ severity }) => severity === 'stop');

/** When it leaves, as a plan: of those that were moved by how many leave in a minute, that moment. */
function planFor(desk: Desk, row: ReadyRow, at: number): Plan {
  if (at === row.at) return row.plan;
  // To the second: several may leave in one minute.
  const zone = row.zone ?? desk.settings().zone;
  return { kind: 'at', local: toLocal(at, zone).slice(0, 19), zone };
}

/** The message of one row, on its way; false where somebody else has made it meanwhile. @throws Invalid, Refused */
function makeRow(desk: Desk, tx: Tx, batch: Batch, row: ReadyRow, plan: Plan): boolean {
  const now = desk.now(tx);
  const stored = findRow(tx, batch.id, row.position);
  if (!stored || stored.messageId !== null) return false;
  const template = findMessage(tx, batch.messageId)!;
  const threadId = newId();
  insertThread(tx, threadId, baseSubject(row.subject));
  const own = deriveWhole(tx, template, now, { threadId, fields: row.fields, plan: null, choices: null });
  setRecipients(tx, own.id, 'to', [row.mailbox!]);
  for (const path of row.paths) addLink(desk, own.id, { path });
  scheduleMessage(desk, own.id, plan);
  changeRow(tx, stored, { messageId: own.id });
  return true;
}

/** All rows that are not made yet, or some of them, checked. */
async function readyRows(desk: Desk, id: string, only: ReadonlySet<number> | undefined): Promise<ReadyRow[]> {
  const of = batchContext(desk, id);
  const rows: ReadyRow[] = [];
  for (const row of unmadeRows(desk.store.db, id, 0, -1)) {
    if (only && !only.has(row.position)) continue;
    rows.push(await checkRow(desk, of, row));
    if (rows.length % TOGETHER === 0) await new Promise((resolve) => setImmediate(resolve));
  }
  return rows;
}

const expected = (error: unknown) =>
  [Invalid, Refused, Stale, NotFound].some((kind) => error instanceof kind);

/**
 * Rows in which something is wrong are left, and can be scheduled once that is mended.
 * @param allOrNone nothing is scheduled where anything is wrong with any
 * @param positions these rows alone
 * @param signal stops it; what has been scheduled by then is
 * @throws (rejects) NotFound; Refused where there is nothing to schedule, or with `allOrNone` something is wrong
 */
export async function scheduleBatch(
  desk: Desk,
  id: string,
  { allOrNone, positions, signal }: Scheduling,
): Promise<ScheduledBatch> {
  const rows = await readyRows(desk, id, positions && new Set(positions));
  const good = rows.filter((row) => stops(row).length === 0);
  const left = rows
    .filter((row) => stops(row).length > 0)
    .map((row) => ({ position: row.position, address: row.address, why: stops(row)[0]!.words }));
  if (allOrNone && left.length > 0)
    throw new Refused(
      `Nothing was scheduled: something is wrong with ${left.length} of ${rows.length} rows. Row ${left[0]!.position}: ${left[0]!.why}`,
    );
  if (good.length === 0) throw new Refused('No row can be scheduled as it is.');
  const begun = desk.store.write((tx) => swapBatch(tx, knownBatch(tx, id), { state: 'scheduling' }));
  if (!begun) throw new Stale('batch');
  // What leaves at once is held, and its moment is that of its hold.
  const moments = good.map(({ at }) => at!);
  const times = begun.perMinute === null ? moments : paced(moments, begun.perMinute);
  const scheduled: number[] = [];
  for (let from = 0; from < good.length && !signal?.aborted; from += TOGETHER) {
    desk.store.write((tx) => {
      good.slice(from, from + TOGETHER).forEach((row, n) => {
        const at = times[from + n]!;
        try {
          // Each by itself: one that cannot be takes no other along.
          const made = desk.store.write(() => makeRow(desk, tx, begun, row, planFor(desk, row, at)));
          if (made) scheduled.push(row.position);
        } catch (error) {
          if (!expected(error)) throw error;
          left.push({ position: row.position, address: row.address, why: (error as Error).message });
        }
      });
    });
    await new Promise((resolve) => setImmediate(resolve));
  }
  if (allOrNone && left.length > 0) {
    takeBackRows(desk, id, scheduled);
    throw new Refused(`Nothing was scheduled. Row ${left[0]!.position}: ${left[0]!.why}`);
  }
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const batch = knownBatch(tx, id);
    swapBatch(tx, batch, { state: 'scheduled', scheduledAt: batch.scheduledAt ?? now });
    noteChange(tx, 'batch', id);
  });
  return { scheduled, left };
}
