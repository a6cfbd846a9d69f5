'use client';
/** Follows the server's changes, so that no view needs a reload. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { ChangeJson } from '../../api/types';
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
    const source = new EventSource('/api/v1/events');
    const topics = new Set<string>();
    let gathering: ReturnType<typeof setTimeout> | undefined;
    let losing: ReturnType<typeof setTimeout> | undefined;
    const flush = () => {
      gathering = undefined;
      refresh(client, topics);
      topics.clear();
    };
    source.addEventListener('change', (event) => {
      topics.add((JSON.parse(event.data as string) as ChangeJson).topic);
      gathering ??= setTimeout(flush, GATHER_MS);
    });
    source.addEventListener('reset', () => void client.invalidateQueries());
    source.addEventListener('hello', () => {
      clearTimeout(losing);
      setLost((was) => {
        if (was) void client.invalidateQueries();
        return false;
      });
    });
    source.addEventListener('error', () => {
      losing = setTimeout(() => setLost(true), PATIENCE_MS);
    });
    return () => {
      clearTimeout(gathering);
      clearTimeout(losing);
      source.close();
    };
  }, [client]);

  if (!lost) return null;
  return (
    <p role="alert" className={styles.lost}>
      The connection to Oak Lantern is lost; this page may be out of date. It connects again by itself.
    </p>
  );
}
