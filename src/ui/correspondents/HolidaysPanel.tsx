'use client';
/** Adding the public holidays of a country of which none are known. */
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { chosenFile } from '../common/chosenFile';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './CorrespondentsView.module.css';
import { SidePanel } from './SidePanel';

export function HolidaysPanel({ country, onClose }: { country: string; onClose: () => void }) {
  const client = useQueryClient();
  const { show } = useNotices();
  const [problem, setProblem] = useState<string | null>(null);
  const name = new Intl.DisplayNames('en', { type: 'region' }).of(country) ?? country;
  async function read(file: File | undefined) {
    if (!file) return;
    setProblem(null);
    try {
      const { days } = await ask<{ days: number }>('POST', '/holidays', { country, text: await file.text() });
      refresh(client, ['correspondent']);
      show({ words: `${days} public holidays of ${name} are kept.` });
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
    }
  }
  return (
    <SidePanel heading={`Public holidays of ${name}`} onClose={onClose}>
      <p>
        No holiday calendar for {name} comes with Oak Lantern. A calendar file (iCalendar, .ics) with its
        holidays as all-day events fills the gap.
      </p>
      <div className={styles.field}>
        <label htmlFor="holidays-file">Calendar file</label>
        <input
          id="holidays-file"
          type="file"
          accept=".ics,text/calendar"
          onChange={(event) => void read(chosenFile(event))}
        />
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
    </SidePanel>
  );
}
