'use client';
/** What the signatures of a message come to: always words, colour only supports them. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import type { OpenedJson } from '#api/types';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { useKeys } from '../data/keys';
import { refresh } from '../data/queries';
import styles from './Keys.module.css';

/** @param about said after what its signatures come to */
export function Verdicts({ opened }: { opened: OpenedJson }) {
  const client = useQueryClient();
  const attempt = useAttempt();
  const keys = useKeys().data ?? [];
  const { encrypted, verdicts, partly, otherSender } = opened;
  const use = (fingerprint: string) =>
    void attempt(async () => {
      await ask('PATCH', `/keys/${fingerprint}`, { used: true });
      refresh(client, ['key']);
    });
  return (
    <div className={styles.verdicts} role="note" aria-label="Encryption and signature">
      {encrypted && <p>It came encrypted. What it says is not kept here unencrypted.</p>}
      {verdicts.length === 0 && <p>It is not signed: who wrote it cannot be told by a key.</p>}
      {verdicts.map(({ level, words, fingerprint }) => {
        const key = keys.find(({ id }) => id === fingerprint);
        return (
          <p key={`${fingerprint} ${words}`} data-level={level}>
            {words}
            {level === 'doubt' && key && !key.used && !key.mine && (
              <>
                <span className={styles.print}>{key.words}</span>
                <Button size="small" onClick={() => use(key.id)}>
                  Use this key for them
                </Button>
              </>
            )}
          </p>
        );
      })}
      {partly && (
        <p data-level="bad">Only a part of the message is signed or encrypted; that part is shown here.</p>
      )}
      {otherSender && <p data-level="bad">Within, it says it is from {otherSender}.</p>}
    </div>
  );
}
