'use client';
/** What the signatures of a message come to: always words, colour only supports them. */
import { Button } from 'antd';
import type { OpenedJson } from '#api/types';
import { useKeys } from '../data/keys';
import styles from './Keys.module.css';
import { useKeyActions } from './useKeyActions';

export function Verdicts({ opened }: { opened: OpenedJson }) {
  const actions = useKeyActions();
  const keys = useKeys().data ?? [];
  const { encrypted, verdicts, partly, otherSender } = opened;
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
                {key.people.length > 1 && (
                  <span>
                    It also says it is of{' '}
                    {key.people
                      .slice(1)
                      .map(({ address }) => address)
                      .join(', ')}
                    .
                  </span>
                )}
                <Button size="small" onClick={() => void actions.use(key, true)}>
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
