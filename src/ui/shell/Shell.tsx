'use client';
/** Top bar, rail and tray around every view. */
import type { ReactNode } from 'react';
import { LiveUpdates } from '../data/LiveUpdates';
import { HoldTray } from '../rail/HoldTray';
import { TimeRail } from '../rail/TimeRail';
import { Keyboard } from './Keyboard';
import { TopBar } from './TopBar';
import styles from './Shell.module.css';

export function Shell({ demo, children }: { demo: boolean; children: ReactNode }) {
  return (
    <div className={styles.shell}>
      <a className={styles.skip} href="#content">
        Skip to the content
      </a>
      <TopBar demo={demo} />
      <LiveUpdates />
      <div className={styles.band}>
        <TimeRail />
        <HoldTray />
      </div>
      <main id="content" tabIndex={-1} className={styles.content}>
        {children}
      </main>
      <Keyboard />
    </div>
  );
}
