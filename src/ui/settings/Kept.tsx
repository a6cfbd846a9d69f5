'use client';
/** How long what is not needed any more is kept. */
import { Select } from 'antd';
import { sizeWords } from '#core/message/attachment';
import { useSettings, useSpace } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

/** A choice for good has no days; a select takes no null. */
const FOR_GOOD = 0;
const DAYS = [7, 30, 90, 365, 3650, FOR_GOOD];

const kept = (days: number): string => {
  if (days === FOR_GOOD) return 'For good';
  return days % 365 === 0 ? `${days / 365} ${days === 365 ? 'year' : 'years'}` : `${days} days`;
};

const CHOICES = [
  {
    key: 'keepCopiesDays',
    name: 'Exact copies of what has left',
    note: 'Byte for byte as it went over the wire. Without one the message, its files and its history stay; a mailbox file given out leaves it out.',
    takes: 'copies',
  },
  {
    key: 'keepSourcesDays',
    name: 'Exact bytes of what has come',
    note: 'Header and all, as it came. Without them what it says stays; what has files, is signed or encrypted, or could not be read wholly, keeps them all the same.',
    takes: 'sources',
  },
  {
    key: 'keepDeletedDays',
    name: 'What was deleted',
    note: 'So long it can be brought back; then it is gone, its files with it.',
    takes: 'deleted',
  },
  {
    key: 'keepJournalDays',
    name: 'History',
    note: 'What happened to each message, step by step. That of what is still to leave stays.',
    takes: 'journal',
  },
] as const;

export function Kept() {
  const settings = useSettings();
  const { apply, problem } = useApply();
  const space = useSpace().data;
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="kept">
      <h2 id="kept">What is kept</h2>
      <p className="quiet">
        A file is kept once, in however many messages it is. Looked through once an hour.
      </p>
      {CHOICES.map(({ key, name, note, takes }) => {
        const present = settings[key] ?? FOR_GOOD;
        const choices = [...new Set([...DAYS, present])].sort((a, b) => (a || Infinity) - (b || Infinity));
        const set = (days: number) =>
          apply({ [key]: days || null }, `${name}: kept ${kept(days).toLowerCase()} from now on.`, {
            [key]: settings[key],
          });
        return (
          <div key={key} className={styles.line}>
            <label htmlFor={key}>{name}</label>
            <Select
              id={key}
              value={present}
              aria-describedby={`${key}-note`}
              options={choices.map((value) => ({ value, label: kept(value) }))}
              onChange={(days) => void set(days)}
              popupMatchSelectWidth={false}
            />
            <span id={`${key}-note`} className="quiet">
              {space && <strong>Takes {sizeWords(space[takes])} now.</strong>} {note}
            </span>
          </div>
        );
      })}
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
