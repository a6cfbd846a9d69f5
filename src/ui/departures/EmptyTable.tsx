'use client';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { newMessagePath } from '../shell/views';
import styles from './DeparturesView.module.css';

/** A part of Departures with nothing in it, and what would stand there. */
export function EmptyTable({ words }: { words: string }) {
  const router = useRouter();
  return (
    <div className={`pane ${styles.empty}`}>
      <p>{words}</p>
      <Button onClick={() => router.push(newMessagePath())}>Write a message</Button>
    </div>
  );
}
