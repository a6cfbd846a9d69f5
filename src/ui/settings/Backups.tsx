'use client';
/** Backups: how many are kept, those there are, and one more now. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import type { BackupJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { refresh, useBackups, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

const DAYS = [0, 1, 3, 7, 14, 30, 90];
/** What there is beside these is in the folder. */
const MOST_SHOWN = 7;

const kept = (days: number): string =>
  days === 0 ? 'None by themselves' : `The last of each of ${days} ${days === 1 ? 'day' : 'days'}`;

export function Backups() {
  const client = useQueryClient();
  const words = useWords();
  const { show, showProblem } = useNotices();
  const { keepBackups } = useSettings();
  const { apply, problem } = useApply();
  const { backups = [], trouble = null, database = 0 } = useBackups().data ?? {};
  const [making, setMaking] = useState(false);
  const makeOne = () => {
    setMaking(true);
    void ask<BackupJson>('POST', '/backups')
      .then(
        ({ bytes }) => show({ words: `Backed up: ${sizeWords(bytes)}, read whole and found sound.` }),
        showProblem,
      )
      .finally(() => {
        setMaking(false);
        refresh(client, ['health']);
      });
  };
  const choices = [...new Set([...DAYS, keepBackups])].sort((a, b) => a - b);
  const set = (days: number) =>
    apply({ keepBackups: days }, `Backups: ${kept(days).toLowerCase()} from now on.`, { keepBackups });
  const more = backups.length - MOST_SHOWN;
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="backups">
      <h2 id="backups">Backups</h2>
      <p className="quiet">
        The whole desk in one file, made once a day while everything goes on, and read again before it counts.
        They lie in <code>backups</code> in the data folder, on the same disk: save one elsewhere now and
        then. The next one takes about {sizeWords(database)}.
      </p>
      {trouble && (
        <p role="alert" className={styles.problem}>
          No backup since {words.moment(trouble.since)}: {trouble.words}
        </p>
      )}
      <div className={styles.line}>
        <label htmlFor="keepBackups">Kept</label>
        <Select
          id="keepBackups"
          value={keepBackups}
          options={choices.map((value) => ({ value, label: kept(value) }))}
          onChange={(days) => void set(days)}
          popupMatchSelectWidth={false}
        />
        <Button loading={making} onClick={makeOne}>
          Back up now
        </Button>
      </div>
      {backups.length === 0 ? (
        <p className="quiet">There is none yet.</p>
      ) : (
        <ul className={styles.sessions} aria-label="Backups">
          {backups.slice(0, MOST_SHOWN).map(({ id, madeAt, bytes }) => (
            <li key={id}>
              <span>
                <strong>{words.exact(madeAt)}</strong>
                <span className="quiet"> · {sizeWords(bytes)}</span>
              </span>
              <Button
                size="small"
                href={`/api/v1/backups/${id}`}
                download={id}
                aria-label={`Save as a file: backup of ${words.exact(madeAt)}`}
              >
                Save as a file
              </Button>
            </li>
          ))}
          {more > 0 && <li className="quiet">and {more} older in the folder</li>}
        </ul>
      )}
      <p className="quiet">
        To bring one back, stop Oak Lantern and use <code>npx oak restore FILE</code>. What may have left
        since then stands still until you have looked.
      </p>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
