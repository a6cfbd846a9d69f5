'use client';
/** Two versions of one message, from two windows: both are shown, and one is chosen. */
import { Button } from 'antd';
import type { DraftFields } from './useDraft';
import styles from './ConflictPanel.module.css';

const LABELS: Record<keyof DraftFields, string> = {
  to: 'To',
  cc: 'Cc',
  bcc: 'Bcc',
  subject: 'Subject',
  text: 'Text',
};

const shown = (value: string | string[]) => (Array.isArray(value) ? value.join(', ') : value) || '(empty)';

interface Props {
  here: DraftFields;
  there: DraftFields;
  onChosen: (which: 'here' | 'there') => void;
}

export function ConflictPanel({ here, there, onChosen }: Props) {
  const differing = (Object.keys(LABELS) as (keyof DraftFields)[]).filter(
    (field) => shown(here[field]) !== shown(there[field]),
  );
  const version = (fields: DraftFields) => (
    <dl>
      {differing.map((field) => (
        <div key={field}>
          <dt>{LABELS[field]}</dt>
          <dd>{shown(fields[field])}</dd>
        </div>
      ))}
    </dl>
  );
  return (
    <section role="alertdialog" aria-labelledby="conflict" className={`pane ${styles.panel}`}>
      <h2 id="conflict">Changed in another window meanwhile</h2>
      <p>Nothing is lost: both versions are here, and nothing is saved until you choose.</p>
      <div className={styles.versions}>
        <div>
          <h3>Here</h3>
          {version(here)}
          <Button onClick={() => onChosen('here')}>Keep this one</Button>
        </div>
        <div>
          <h3>In the other window</h3>
          {version(there)}
          <Button onClick={() => onChosen('there')}>Take that one</Button>
        </div>
      </div>
    </section>
  );
}
