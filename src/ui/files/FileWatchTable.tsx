'use client';
/** What leaves each time a file changes: what is watched, what was seen last, and what came of it. */
import { useQuery } from '@tanstack/react-query';
import type { FileWatchesJson, FileWatchJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { useAttempt } from '../common/useAttempt';
import { countWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { ask } from '../data/client';
import { useRouter } from 'next/navigation';
import styles from '../returns/Returns.module.css';
import { useNotices } from '../shell/Notices';

const STATES: Record<FileWatchJson['state'], string> = {
  watching: 'Watching file',
  paused: 'Paused',
  ended: 'Ended',
};

function seenWords({ seen }: FileWatchJson, moment: (at: string) => string): string {
  if (!seen) return 'not looked at yet';
  if (seen.trouble) return seen.trouble;
  const [first] = seen.files;
  if (!first) return 'nothing is there';
  const size = sizeWords(seen.files.reduce((sum, each) => sum + each.size, 0));
  return seen.files.length > 1
    ? `${seen.files.length} files, ${size}`
    : `${first.name}, ${size}, of ${moment(first.modifiedAt)}`;
}

export function FileWatchTable() {
  const words = useWords();
  const router = useRouter();
  const attempt = useAttempt();
  const { show } = useNotices();
  const list = useQuery({
    queryKey: ['file-watches'],
    queryFn: async () => (await ask<FileWatchesJson>('GET', '/file-watches')).fileWatches,
  }).data;
  if (!list || list.length === 0) return null;
  const act = (watch: FileWatchJson, action: 'pause' | 'resume' | 'end', said: string) =>
    attempt(async () => {
      await ask('POST', `/file-watches/${watch.id}/${action}`);
      const back = watch.state === 'watching' ? 'resume' : watch.state === 'paused' ? 'pause' : 'end';
      const undo = () =>
        attempt(async () => {
          await ask('POST', `/file-watches/${watch.id}/${back}`);
          show({ words: `As before: “${watch.subject}”.` });
        });
      show({ words: said, undo });
    });
  const takeBack = ({ id, messageId }: FileWatchJson) =>
    attempt(async () => {
      await ask('POST', `/file-watches/${id}/take-back`);
      router.push(`/write/${messageId}`);
    });
  return (
    <section className={`pane ${styles.half} ${styles.below}`} aria-labelledby="file-watches">
      <h2 id="file-watches">When a file changes</h2>
      <table className={styles.table} onKeyDown={moveBetweenRows}>
        <thead>
          <tr>
            <th scope="col">State</th>
            <th scope="col">Subject</th>
            <th scope="col">Seen last</th>
            <th scope="col">Left</th>
            <ActionsHead />
          </tr>
        </thead>
        <tbody>
          {list.map((watch) => {
            const { id, state, subject, reason, count, lastAt } = watch;
            const name = subject || '(no subject)';
            return (
              <tr key={id}>
                <td className={styles.when} data-label="State">
                  {STATES[state]}
                  {reason && <span className={`${styles.why} ${styles.trouble}`}>{reason}</span>}
                </td>
                <td className={styles.what} data-label="Subject">
                  <span>{name}</span>
                  <span className={styles.why}>{watch.words}</span>
                </td>
                <td data-label="Seen last">{seenWords(watch, words.moment)}</td>
                <td data-label="Left">
                  {count === 0 ? 'never yet' : countWords(count)}
                  {lastAt && <span className={styles.why}>last {words.moment(lastAt)}</span>}
                </td>
                <td className={styles.acts}>
                  {state === 'watching' ? (
                    <RowButton
                      data-row={id}
                      aria-label={`Pause “${name}”`}
                      onClick={() => void act(watch, 'pause', `“${name}” is paused: nothing of it leaves.`)}
                    >
                      Pause
                    </RowButton>
                  ) : (
                    <RowButton
                      data-row={id}
                      aria-label={`Go on watching for “${name}”`}
                      onClick={() => void act(watch, 'resume', `“${name}” goes on.`)}
                    >
                      Go on
                    </RowButton>
                  )}
                  {state !== 'ended' && (
                    <RowButton
                      aria-label={`End “${name}”`}
                      onClick={() => void act(watch, 'end', `“${name}” has ended.`)}
                    >
                      End
                    </RowButton>
                  )}
                  <RowButton
                    aria-label={`Take back “${name}” to edit it`}
                    onClick={() => void takeBack(watch)}
                  >
                    Take back
                  </RowButton>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
