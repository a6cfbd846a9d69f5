/** Who is still waited for, by how the answers to a question stand. */
import { standingAnswers } from '#core/question/count';
import { answersTo, type QuestionRow } from '#store/questions';
import type { Tx } from '#store/store';
import { noteAnswered, readersOfWatches } from '#store/watches';
import { decisionWatch } from './asking';

/** On the wait for it to be decided: whatever has changed, those who have answered are those whose answer counts. */
export function noteStanding(tx: Tx, { id, messageId }: QuestionRow): void {
  const watch = decisionWatch(tx, messageId);
  if (!watch) return;
  const all = answersTo(tx, [id]);
  const standing = standingAnswers(all);
  for (const { address, answeredBy } of readersOfWatches(tx, [watch.id])) {
    const last = all.findLast(({ reader, status }) => reader === address && status === 'counts');
    const by = standing.has(address) ? (last?.messageId ?? 'me') : null;
    if (by !== answeredBy) noteAnswered(tx, watch.id, address, by);
  }
}
