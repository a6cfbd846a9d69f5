'use client';
/** Where the moment is chosen: beside the message, or, on a narrow screen, on a sheet that comes up when it is asked for. */
import { Button } from 'antd';
import { useEffect, useRef, type ReactNode } from 'react';
import styles from './Composer.module.css';

interface Props {
  open: boolean;
  /** Folds it, and gives the focus back. */
  close: () => void;
  children: ReactNode;
}

export function MomentSheet({ open, close, children }: Props) {
  const sheet = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (open) sheet.current?.querySelector<HTMLElement>('input')?.focus();
  }, [open]);
  return (
    <div
      ref={sheet}
      className={styles.sheet}
      data-open={open || undefined}
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || !open || event.defaultPrevented) return;
        event.stopPropagation();
        close();
      }}
    >
      {children}
      <div className={styles.fold}>
        <Button onClick={close}>Done</Button>
      </div>
    </div>
  );
}
