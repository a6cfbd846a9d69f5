'use client';
/** Says back when it leaves and lands, what to know before committing, and commits. */
import { Button } from 'antd';
import type { PlanWarning } from '../../core/plan/plan';
import styles from './Composer.module.css';

interface Props {
  sentence: string | undefined;
  warnings: PlanWarning[];
  problem: string | undefined;
  /** Whether what is on screen is kept, in words. */
  saved: string;
  primary: string;
  /** The other way to end, where there is one. */
  second?: { label: string; act: () => void };
}

export function SummaryBar({ sentence, warnings, problem, saved, primary, second }: Props) {
  return (
    <footer className={styles.bar}>
      <div className={styles.summary}>
        <p aria-live="polite">{sentence}</p>
        {warnings.length > 0 && (
          <ul className={styles.warnings} aria-label="Warnings">
            {warnings.map((warning) => (
              <li key={`${warning.code}${warning.address ?? ''}`}>{warning.text}</li>
            ))}
          </ul>
        )}
        {problem && (
          <p role="alert" className={styles.problem}>
            {problem}
          </p>
        )}
      </div>
      <span className="quiet">{saved}</span>
      {second && (
        <Button size="large" onClick={second.act}>
          {second.label}
        </Button>
      )}
      <Button type="primary" htmlType="submit" size="large" className={styles.primary}>
        {primary}
      </Button>
    </footer>
  );
}
