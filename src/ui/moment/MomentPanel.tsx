'use client';
/** When the message leaves, and where that lands for each reader. One line until more is wanted. */
import { Button } from 'antd';
import { useState, type ReactNode } from 'react';
import type { PhraseJson, SuggestionJson } from '#api/types';
import { kindOf, leavesOnceHeld } from '#core/plan/kinds/registry';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import type { Choices, Plan } from '#core/plan/plan';
import type { NearZone } from '../write/ZonePicker';
import { ChoiceFields } from './ChoiceFields';
import { DayStrips, type Lands } from './DayStrips';
import styles from './MomentPanel.module.css';
import { PhraseField } from './PhraseField';
import { PlanFields } from './PlanFields';

interface Props {
  plan: Plan;
  onChange: (plan: Plan) => void;
  choices: Choices;
  onChoices: (choices: Choices) => void;
  /** What is typed in words, and what it means. */
  phrase: { text: string; type: (text: string) => void; result: PhraseJson | undefined };
  suggestions: readonly SuggestionJson[];
  /** The plan proposed when a time is to be chosen. */
  /** How it is held where it leaves now. */
  hold: ReactNode;
  /** What happens if nobody answers. */
  watch: ReactNode;
  question: ReactNode;
  proposal: AtPlan;
  near: NearZone[];
  recipients: string[];
  lands: readonly Lands[];
  /** What it comes to where it repeats. */
  series: ReactNode;
  /** For a message that is on its way already: whether it is one of several copies. */
  pending: { copies: boolean } | undefined;
}

export function MomentPanel(props: Props) {
  const { plan, hold, watch, question, onChange, choices, onChoices, phrase, recipients, lands, pending } =
    props;
  // A pending message is opened to be looked at as it is; a new one begins with one line.
  const [open, setOpen] = useState(pending !== undefined && !leavesOnceHeld(plan));
  return (
    <section className={`pane ${styles.panel}`} aria-labelledby="moment-heading" data-panel tabIndex={-1}>
      <div className={styles.head}>
        <h2 id="moment-heading">Moment</h2>
        <span className={styles.plan}>
          plan: <strong>{kindOf(plan).words.name}</strong> ·{' '}
          <Button type="link" size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
            change plan
          </Button>
        </span>
      </div>
      {leavesOnceHeld(plan) && !open && phrase.text === '' && hold}
      {open && (
        <PlanFields
          plan={plan}
          onChange={onChange}
          recipients={recipients}
          proposal={props.proposal}
          near={props.near}
          eachAllowed={pending ? pending.copies : recipients.length > 0}
          repeatAllowed={!pending}
        />
      )}
      {props.series}
      <PhraseField
        text={phrase.text}
        onText={phrase.type}
        result={phrase.result}
        suggestions={props.series ? [] : props.suggestions}
        plan={plan}
        onChoose={(chosen) => {
          phrase.type('');
          onChange(chosen);
        }}
      />
      <DayStrips recipients={recipients} lands={lands} />
      <UnknownZones lands={lands} />
      {watch}
      {question}
      {(!leavesOnceHeld(plan) || recipients.length > 1) && (
        <ChoiceFields
          plan={plan}
          choices={choices}
          onChange={onChoices}
          readers={Math.max(recipients.length, lands.length)}
          pending={pending !== undefined}
        />
      )}
    </section>
  );
}

/** More are counted. */
const NAMED = 3;

function UnknownZones({ lands }: { lands: readonly Lands[] }) {
  const unknown = lands.filter(({ zone }) => !zone);
  if (unknown.length === 0) return null;
  if (unknown.length > NAMED)
    return (
      <p className={styles.unknown} title={unknown.map(({ name }) => name).join('\n')}>
        <strong>{unknown.length} readers</strong> <span className="quiet">time zone not known</span>
      </p>
    );
  return (
    <ul className={styles.unknown} aria-label="Time zone not known">
      {unknown.map(({ name }) => (
        <li key={name}>
          <strong>{name}</strong> <span className="quiet">time zone not known</span>
        </li>
      ))}
    </ul>
  );
}
