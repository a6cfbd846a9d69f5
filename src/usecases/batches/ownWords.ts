/** Somebody has edited what was made of a row of a batch: it is theirs, and the text of the batch is not put in its place. */
import { changeRow, rowOfMessage } from '#store/batches';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';

export function noteOwnWords(tx: Tx, messageId: string): void {
  const row = rowOfMessage(tx, messageId);
  if (!row || row.differs) return;
  changeRow(tx, row, { differs: true });
  noteChange(tx, 'batch', row.batchId);
}
