'use client';
/** Follows the server's changes, so that no view needs a reload. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { listen } from './serverLink';
import { outdate } from './outdate';
import { refresh } from './queries';
import { forgetSeen } from './seen';
import styles from './LiveUpdates.module.css';

/** A connection lost for less long is not worth a word. */
const PATIENCE_MS = 3000;

/** @param known the newest change the page came with knows of */
export function LiveUpdates({ known }: { known: number }) {
  const client = useQueryClient();
  const [lost, setLost] = useState(false);

  useEffect(() => {
    let losing: ReturnType<typeof setTimeout> | undefined;
    let begun = false;
    const found = (fresh: boolean, seq: number) => {
      clearTimeout(losing);
      losing = undefined;
      setLost(false);
      // What the page came with may have changed before anybody listened; later, with every new connection.
      if (begun ? fresh : seq !== known) outdate(client);
      begun = true;
    };
    const stop = listen((event) => {
      if (event.type === 'hello') found(event.fresh, event.seq);
      if (event.type === 'signed-out') void forgetSeen().then(() => window.location.assign('/sign-in'));
      if (event.type === 'reset') outdate(client);
      if (event.type === 'error') losing ??= setTimeout(() => setLost(true), PATIENCE_MS);
      if (event.type === 'changes') refresh(client, event.topics);
    });
    return () => {
      clearTimeout(losing);
      stop();
    };
  }, [client, known]);

  if (!lost) return null;
  return (
    <p role="alert" className={styles.lost}>
      There is no connection to Oak Lantern: what stands here was last seen. You can go on writing; it
      connects again by itself.
    </p>
  );
}
