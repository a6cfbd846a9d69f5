'use client';
/** Follows the server's changes, so that no view needs a reload. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { ChangeJson } from '../../api/types';
import { listen } from './events';
import { refresh } from './queries';
import styles from './LiveUpdates.module.css';

/** Changes come in bursts; one look after each is enough. */
const GATHER_MS = 30;
/** A connection lost for less long is not worth a word. */
const PATIENCE_MS = 3000;

export function LiveUpdates() {
  const client = useQueryClient();
  const [lost, setLost] = useState(false);

  useEffect(() => {
    const topics = new Set<string>();
    let gathering: ReturnType<typeof setTimeout> | undefined;
    let losing: ReturnType<typeof setTimeout> | undefined;
    const flush = () => {
      gathering = undefined;
      refresh(client, topics);
      topics.clear();
    };
    const found = () => {
      clearTimeout(losing);
      losing = undefined;
      setLost((was) => {
        if (was) void client.invalidateQueries();
        return false;
      });
    };
    const stop = listen(({ type, data }) => {
      if (type === 'hello') found();
      if (type === 'reset') void client.invalidateQueries();
      if (type === 'error') losing ??= setTimeout(() => setLost(true), PATIENCE_MS);
      if (type !== 'change') return;
      topics.add((JSON.parse(data!) as ChangeJson).topic);
      gathering ??= setTimeout(flush, GATHER_MS);
    });
    return () => {
      clearTimeout(gathering);
      clearTimeout(losing);
      stop();
    };
  }, [client]);

  if (!lost) return null;
  return (
    <p role="alert" className={styles.lost}>
      The connection to Oak Lantern is lost; this page may be out of date. It connects again by itself.
    </p>
  );
}
