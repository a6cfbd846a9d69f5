'use client';
/** Top bar, rail and tray around every view. */
import type { ReactNode } from 'react';
import { LiveUpdates } from '../data/LiveUpdates';
import { Queue } from '../queue/Queue';
import { TimeRail } from '../rail/TimeRail';
import { OutcomeNotices } from '../departures/OutcomeNotices';
import { Tray } from '../tray/Tray';
import { Banners } from './Banners';
import { Keyboard } from './Keyboard';
import { OfflineDesk } from './OfflineDesk';
import { TopBar } from './TopBar';
import { Title } from './Title';
import { useFocusKept } from './useFocusKept';
import styles from './Shell.module.css';

interface Props {
  demo: boolean;
  canSignOut: boolean;
  /** The newest change the page came with knows of. */
  known: number;
  children: ReactNode;
}

export function Shell({ demo, canSignOut, known, children }: Props) {
  useFocusKept();
  return (
    <div className={styles.shell}>
      <a className={styles.skip} href="#content">
        Skip to the content
      </a>
      <TopBar demo={demo} canSignOut={canSignOut} />
      <Title />
      <LiveUpdates known={known} />
      <Banners />
      <Queue />
      <OutcomeNotices />
      <div className={styles.band}>
        <TimeRail />
        <Tray />
      </div>
      <main id="content" tabIndex={-1} className={styles.content}>
        {children}
      </main>
      <Keyboard />
      <OfflineDesk />
    </div>
  );
}
