'use client';
import { useFrame } from './frame';
import styles from './Inbox.module.css';
import { ReadingPane } from './ReadingPane';

/** Nothing was chosen: the first of the list is read. */
export function FirstMessage() {
  const { first } = useFrame();
  if (!first) return <p className={styles.nothing}>Nothing to read.</p>;
  return <ReadingPane key={first} id={first} />;
}
