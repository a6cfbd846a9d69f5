'use client';
/** Beside the rail on every view: what was done last, with its undo; what is held; what has come back. */
import { Button } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import { RowButton } from '../common/RowParts';
import { useStanding } from '../shell/Notices';
import styles from './Tray.module.css';
import { useNotificationConsent } from './useHoldNotifications';
import type { TrayRow } from './trayRow';
import { useHoldRows } from './useHoldRows';
import { useReminderRows } from './useReminderRows';

/** So many are seen at once; the rest is counted. */
const SHOWN = 5;

/** What was done, with its undo, or what did not work. */
function useNoticeRow(): TrayRow[] {
  const standing = useStanding();
  if (!standing) return [];
  const { notice, undo, go, close } = standing;
  const row = (
    <li key="notice" className={notice.problem ? styles.problem : undefined}>
      <div role="group" aria-label="Notice" className={styles.notice}>
        <span className={styles.said}>{notice.words}</span>
        {notice.undo && (
          <RowButton strong aria-keyshortcuts="Control+Z" onClick={undo}>
            Undo
          </RowButton>
        )}
        {notice.way && (
          <RowButton strong onClick={go}>
            {notice.way.label}
          </RowButton>
        )}
        <RowButton onClick={close}>Close</RowButton>
      </div>
    </li>
  );
  return [{ key: 'notice', row }];
}

export function Tray() {
  const consent = useNotificationConsent();
  const [all, setAll] = useState(false);
  const holds = useHoldRows();
  const rows = [...useNoticeRow(), ...holds, ...useReminderRows()];
  const shown = all ? rows : rows.slice(0, SHOWN);
  const more = rows.length - SHOWN;
  const asks = consent.wanted && rows.some(({ key }) => key !== 'notice');
  return (
    <section
      aria-label="Tray"
      className={`${styles.tray} ${all ? styles.all : ''}`}
      data-tray
      data-empty={rows.length === 0}
      tabIndex={-1}
    >
      {rows.length === 0 ? (
        <p className={styles.none}>Nothing is held.</p>
      ) : (
        <ul>{shown.map(({ row }) => row)}</ul>
      )}
      {(more > 0 || asks) && (
        <div className={styles.foot}>
          {more > 0 && (
            <Button type="text" size="small" aria-expanded={all} onClick={() => setAll(!all)}>
              {all ? 'Fewer' : `${more} more`}
            </Button>
          )}
          {holds.length > SHOWN && <Link href="/departures?show=held">All {holds.length} held</Link>}
          {asks && (
            <Button type="text" size="small" onClick={consent.ask}>
              Tell me outside this page too
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
