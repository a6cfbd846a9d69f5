'use client';
/** What stands beside the board: a heading, a way to close it, and what it is about. */
import { Button } from 'antd';
import { useId, type ReactNode } from 'react';
import styles from './CorrespondentsView.module.css';

interface Props {
  heading: string;
  onClose: () => void;
  children: ReactNode;
}

export function SidePanel({ heading, onClose, children }: Props) {
  const id = useId();
  return (
    <section className={`pane ${styles.panel}`} aria-labelledby={id} data-panel tabIndex={-1}>
      <div className={styles.title}>
        <h2 id={id}>{heading}</h2>
        <Button size="small" type="text" onClick={onClose}>
          Close
        </Button>
      </div>
      {children}
    </section>
  );
}
