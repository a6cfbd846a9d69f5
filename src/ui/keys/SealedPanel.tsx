'use client';
/** A message of mine whose words are kept encrypted: it is opened before it is changed. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { DepartureJson, MessageJson } from '#api/types';
import { recipientsWords } from '../common/format';
import { StatePill } from '../common/StatePill';
import { ask, LOCKED, type ApiProblem } from '../data/client';
import { refresh } from '../data/queries';
import { useDepartureActions } from '../departures/useDepartureActions';
import styles from './Keys.module.css';

interface Props {
  message: MessageJson;
  departure: DepartureJson | undefined;
  /** Somebody has come here to write: it is opened without a press. */
  atOnce: boolean;
}

export function SealedPanel({ message, departure, atOnce }: Props) {
  const client = useQueryClient();
  const actions = useDepartureActions();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { id } = message;
  const open = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('POST', `/messages/${id}/open`);
    } catch (error) {
      // That it is locked stands there already.
      if ((error as ApiProblem).status !== LOCKED) setProblem((error as Error).message);
    } finally {
      setBusy(false);
      refresh(client, ['message', 'departure']);
    }
  };
  const asked = useRef('');
  useEffect(() => {
    if (!atOnce || asked.current === id) return;
    asked.current = id;
    void open();
  });
  return (
    <section className={`pane ${styles.sealed} ${styles.alone}`} aria-labelledby="sealed">
      <h1 id="sealed" dir="auto">
        {message.subject || '(no subject)'}
      </h1>
      <p className={styles.acts}>
        {departure && <StatePill departure={departure} />}
        To {recipientsWords(message.to, message.toCount)}.
      </p>
      <p>
        It is sealed: what it says is kept encrypted to you and to those it goes to
        {departure ? ', and leaves like that' : ''}. To change it, open it with the passphrase of your key.
      </p>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <p className={styles.acts}>
        <Button type="primary" loading={busy} onClick={() => void open()}>
          Open it to change it
        </Button>
        {departure && <Button onClick={() => void actions.takeBack(departure, 'all')}>Take back</Button>}
        {!departure && <Button onClick={() => void actions.remove(message)}>Delete</Button>}
      </p>
    </section>
  );
}
