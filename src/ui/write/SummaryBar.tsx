'use client';
/** Says back when it leaves and lands, what to know before committing, and commits. */
import { Button } from 'antd';
import { useId, useState } from 'react';
import { gatherWarnings } from '#core/plan/gather';
import { runCommand } from '../shell/commands';
import type { Plan, PlanWarning } from '#core/plan/plan';
import styles from './Composer.module.css';
import { ZoneFix } from './ZoneFix';

interface Props {
  sentence: string | undefined;
  warnings: PlanWarning[];
  /** Takes the way out that a warning offers. */
  onFix: (plan: Plan) => void;
  /** What a reader is called, by address. */
  nameOf: (address: string) => string;
  /** The name that stands before an address in the fields; empty where there is none. */
  typedName: (address: string) => string;
  problem: string | undefined;
  /** How many the checks have found. */
  findings: number;
  /** What is asked before it is sent. */
  question: { words: string; yes: () => void; no: () => void } | undefined;
  /** Whether what is on screen is kept, in words. */
  saved: string;
  primary: string;
  /** Where the moment is chosen on a narrow screen. */
  sheet: { open: boolean; show: (open: boolean) => void };
  /** The other way to end, where there is one. */
  second?: { label: string; act: () => void };
}

/** More warnings than this wait to be asked for: a bar is not a page. */
const SHOWN = 3;

export function SummaryBar(bar: Props) {
  const { sentence, warnings, onFix, nameOf, typedName, problem, findings, question } = bar;
  const { saved, primary, second, sheet } = bar;
  const questionId = useId();
  const gathered = gatherWarnings(warnings, nameOf);
  const [all, setAll] = useState(false);
  const more = gathered.length - SHOWN;
  return (
    <footer className={styles.bar}>
      <div className={styles.summary}>
        <p aria-live="polite">{sentence}</p>
        {warnings.length > 0 && (
          <ul className={styles.warnings} aria-label="Warnings">
            {gathered.slice(0, all ? undefined : SHOWN).map((warning, index) => (
              <li key={`${warning.code} ${warning.addresses[0] ?? ''} ${index}`}>
                <span
                  title={warning.addresses.length > 1 ? warning.addresses.map(nameOf).join('\n') : undefined}
                >
                  {warning.text}
                </span>{' '}
                {warning.fixes.map(({ label, plan }) => (
                  <Button key={label} size="small" onClick={() => onFix(plan)}>
                    {label}
                  </Button>
                ))}
                {warning.code === 'unknown-zone' && warning.addresses.length > 0 && (
                  <ZoneFix
                    readers={warning.addresses.map((address) => ({ address, name: typedName(address) }))}
                  />
                )}
              </li>
            ))}
            {more > 0 && (
              <li>
                <Button size="small" type="text" aria-expanded={all} onClick={() => setAll(!all)}>
                  {all ? 'Fewer warnings' : `${more} more ${more === 1 ? 'warning' : 'warnings'}`}
                </Button>
              </li>
            )}
          </ul>
        )}
        {problem && (
          <p role="alert" className={styles.problem}>
            {problem}
          </p>
        )}
      </div>
      {question && (
        <div
          role="alertdialog"
          aria-label="Before it is sent"
          aria-describedby={questionId}
          className={styles.question}
          onKeyDown={(event) => event.key === 'Escape' && question.no()}
        >
          <span id={questionId}>{question.words}</span>
          <Button size="small" autoFocus onClick={question.yes}>
            Send it so
          </Button>
          <Button size="small" onClick={question.no}>
            Not yet
          </Button>
        </div>
      )}
      {findings > 0 && !question && (
        <Button type="text" size="small" className={styles.count} onClick={() => runCommand('f')}>
          {findings === 1 ? '1 finding' : `${findings} findings`}
        </Button>
      )}
      <span className="quiet">{saved}</span>
      <Button
        size="large"
        className={styles.when}
        data-moment
        aria-expanded={sheet.open}
        onClick={() => sheet.show(!sheet.open)}
      >
        Moment…
      </Button>
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
