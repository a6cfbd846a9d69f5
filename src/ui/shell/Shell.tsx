'use client';
/** Top bar, rail and tray around every view. */
import type { ReactNode } from 'react';
import { LiveUpdates } from '../data/LiveUpdates';
import { HoldTray } from '../rail/HoldTray';
import { TimeRail } from '../rail/TimeRail';
import { OutcomeNotices } from '../departures/OutcomeNotices';
import { Reminders } from '../returns/Reminders';
import { Banners } from './Banners';
import { Keyboard } from './Keyboard';
import { TopBar } from './TopBar';
import styles from './Shell.module.css';

interface Props {
  demo: boolean;
  canSignOut: boolean;
  children: ReactNode;
}

export function Shell({ demo, canSignOut, children }: Props) {
  return (
    <div className={styles.shell}>
      <a className={styles.skip} href="#content">
        Skip to the content
      </a>
      <TopBar demo={demo} canSignOut={canSignOut} />
      <LiveUpdates />
      <Banners />
      <OutcomeNotices />
      <Reminders />
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
