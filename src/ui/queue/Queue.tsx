'use client';
/** What waits for a connection, on every view: to whom, and the way back; sent by itself once there is one. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { refresh } from '../data/queries';
import { useBackAgain } from '../data/useBackAgain';
import { useNotices } from '../shell/Notices';
import { queuedMessages, type QueuedMessage } from '../write/draft/localStore';
import { followQueue, sendQueue, takeOutOfQueue } from './queue';
import styles from './Queue.module.css';

const about = ({ to, subject }: QueuedMessage) => `${subject || '(no subject)'}, to ${to}`;

export function Queue() {
  const client = useQueryClient();
  const router = useRouter();
  const { show } = useNotices();
  const [waiting, setWaiting] = useState<readonly QueuedMessage[]>([]);
  useEffect(() => {
    const look = () => void queuedMessages().then(setWaiting);
    look();
    return followQueue(look);
  }, []);
  const send = useCallback(
    () =>
      void sendQueue((queued) => {
        refresh(client, ['departure', 'message']);
        show({ words: `Waited for a connection, and is on its way now: ${about(queued)}.` });
      }),
    [client, show],
  );
  // Also after a reload, and whatever closed the page before.
  useEffect(send, [send]);
  useBackAgain(send);
  if (waiting.length === 0) return null;
  const back = (queued: QueuedMessage) =>
    void takeOutOfQueue(queued).then(() =>
      router.push(queued.request.id === undefined ? '/write' : `/write/${queued.request.id}`),
    );
  return (
    <section className={styles.queue} aria-label="Waits for a connection">
      <ul>
        {waiting.map((queued) => (
          <li key={queued.key}>
            <span>
              <strong>{queued.trouble ? 'Not taken' : 'Waits for a connection'}</strong> {about(queued)}
              {queued.trouble && <span role="alert"> {queued.trouble}</span>}
            </span>
            <Button size="small" aria-label={`Take back: ${about(queued)}`} onClick={() => back(queued)}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
