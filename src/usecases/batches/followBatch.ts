/** The text of a batch is another: what was made of its rows and has not left says it too. */
import { purgeAttachments, copyAttachments } from '#store/attachments';
import { rowOf } from '#core/batch/columns';
import { changeRow, findBatch, rowsOf } from '#store/batches';
import { departuresOf } from '#store/departures';
import { copyLinks, insertLink, linksOf, purgeLinks } from '#store/linkedFiles';
import { findMessage, swapMessage } from '#store/messages';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { checkFilled } from '../fields/checkFilled';
import { touch } from '../messages/touch';
import { newId } from '../newId';

/** It has left, or is leaving, or may have. */
const GONE = ['releasing', 'sent', 'unconfirmed'];

/** @throws Invalid where a row would lack a value now */
export function followBatch(desk: Desk, tx: Tx, batchId: string): void {
  const { messageId: templateId, columns } = findBatch(tx, batchId)!;
  const template = findMessage(tx, templateId)!;
  const now = desk.now(tx);
  for (const row of rowsOf(tx, batchId)) {
    const message = row.messageId === null || row.differs ? undefined : findMessage(tx, row.messageId);
    if (!message || message.deletedAt !== null) continue;
    const departures = departuresOf(tx, message.id).filter(({ state }) => state !== 'ended');
    if (departures.some(({ state }) => GONE.includes(state))) continue;
    const { subject, text, html } = template;
    const next = swapMessage(tx, message, { subject, text, html, at: now });
    if (!next) throw new Refused('It was changed meanwhile.');
    const files = rowOf(row.cells, columns).files;
    const own = linksOf(tx, message.id).filter(({ path }) => files.some((file) => path.endsWith(file)));
    purgeAttachments(tx, message.id);
    purgeLinks(tx, message.id);
    copyAttachments(tx, templateId, message.id, newId);
    copyLinks(tx, templateId, message.id, newId);
    // Those of the row itself are still where they were found.
    for (const link of own) insertLink(tx, { ...link, id: newId() });
    touch(desk, tx, message.id, now);
    changeRow(tx, row, { differs: false });
    checkFilled(
      desk,
      tx,
      next,
      departures.filter(({ state }) => state !== 'draft'),
    );
  }
}
