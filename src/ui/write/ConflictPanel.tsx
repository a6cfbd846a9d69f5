'use client';
/** Two versions of one message, from two windows: both are shown, and one is chosen. */
import { Button } from 'antd';
import { kindOf } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import type { FieldValues } from '#core/fields/values';
import type { DraftFields } from './draft/fields';
import styles from './ConflictPanel.module.css';

/** HTML is left out: its words are shown; so is what was set aside, which says nothing to anybody. */
const LABELS: Record<Exclude<keyof DraftFields, 'html' | 'setAside'>, string> = {
  identity: 'From',
  to: 'To',
  cc: 'Cc',
  bcc: 'Bcc',
  replyTo: 'Answers to',
  subject: 'Subject',
  text: 'Text',
  importance: 'Importance',
  sensitivity: 'Sensitivity',
  plan: 'Leaves',
  choices: 'Chosen beside',
  deliveryReceipt: 'Receipt of delivery',
  readReceipt: 'Receipt of being seen',
  sign: 'Signed',
  encrypt: 'Encryption',
  usualWatch: 'Watched as usual',
  keptIn: 'Sent copy',
  fields: 'Values of fields',
};

const COPIES = { together: 'one message for all', individual: 'one for each' };
const FIRST = {
  thread: 'stops if they write in this thread',
  any: 'stops if they write',
  off: 'goes anyway',
};
const LATE = { 'their-day': 'late until their day ends', ask: 'late: asks' };

const planWords = (plan: Plan): string => kindOf(plan).words.exact(plan);

const choiceWords = ({ copies, ifTheyWriteFirst, ifOff }: Choices): string =>
  [
    COPIES[copies],
    FIRST[ifTheyWriteFirst],
    ifOff.kind === 'at-most' ? `at most ${ifOff.minutes} min late` : LATE[ifOff.kind],
  ].join(', ');

const valueWords = (values: FieldValues): string =>
  Object.entries(values)
    .flatMap(([name, byReader]) => Object.values(byReader).map((value) => `${name}: ${value}`))
    .join(', ') || '(none)';

const shown = (value: Exclude<DraftFields[keyof typeof LABELS], FieldValues> | Plan | Choices): string => {
  if (value !== null && typeof value === 'object' && !Array.isArray(value))
    return 'kind' in value ? planWords(value) : choiceWords(value);
  if (typeof value === 'boolean') return value ? 'asked' : 'not asked';
  return (Array.isArray(value) ? value.join(', ') : value) || '(none)';
};

interface Props {
  here: DraftFields;
  there: DraftFields;
  onChosen: (which: 'here' | 'there') => void;
}

export function ConflictPanel({ here, there, onChosen }: Props) {
  const of = (fields: DraftFields, field: keyof typeof LABELS) =>
    field === 'plan'
      ? shown(fields.plan ?? { kind: 'now' })
      : field === 'fields'
        ? valueWords(fields.fields)
        : shown(fields[field]);
  const differing = (Object.keys(LABELS) as (keyof typeof LABELS)[]).filter(
    (field) => of(here, field) !== of(there, field),
  );
  const version = (fields: DraftFields) => (
    <dl>
      {differing.map((field) => (
        <div key={field}>
          <dt>{LABELS[field]}</dt>
          <dd>{of(fields, field)}</dd>
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
          <Button onClick={() => onChosen('here')}>Keep this one</Button>
          {version(here)}
        </div>
        <div>
          <h3>In the other window</h3>
          <Button onClick={() => onChosen('there')}>Take that one</Button>
          {version(there)}
        </div>
      </div>
    </section>
  );
}
