'use client';
/** One hold rule being written, with what it would have done with the messages sent last. */
import { Button, Input, InputNumber, Select } from 'antd';
import { useId, useMemo, useState } from 'react';
import type { GroupJson } from '#api/types';
import type { Condition, ConditionKind, HoldAction, HoldRule } from '#core/hold/rule';
import { isAddress, parseMailbox } from '#core/message/address';
import { readAddressList } from '#core/message/addressList';
import { RecipientField } from '../../common/RecipientField';
import { recipientsWords, useWords } from '../../common/format';
import { SelectMany } from '../../common/SelectMany';
import { useSettled } from '../../common/useSettled';
import { useTrials } from '../../data/queries';
import {
  ACTION_WORDS,
  CONDITION_WORDS,
  conditionText,
  EXAMPLES,
  namesIn,
  readCondition,
} from './conditionText';
import styles from './HoldRules.module.css';

/** A condition as it stands in its field, whether it can be read yet or not. */
interface Row {
  kind: ConditionKind;
  text: string;
  where: Extract<Condition, { kind: 'words' }>['where'];
}

const rowOf = (condition: Condition, groups: readonly GroupJson[]): Row => ({
  kind: condition.kind,
  text: conditionText(condition, groups) ?? '',
  where: condition.kind === 'words' ? condition.where : 'either',
});

const KINDS = Object.entries(CONDITION_WORDS).map(([value, label]) => ({
  value: value as ConditionKind,
  label,
}));
const ACTIONS = Object.entries(ACTION_WORDS).map(([value, label]) => ({
  value: value as HoldAction['kind'],
  label,
}));
const WHERES = [
  { value: 'either' as const, label: 'in subject or text' },
  { value: 'subject' as const, label: 'in the subject' },
  { value: 'text' as const, label: 'in the text' },
];

interface RowsProps {
  label: string;
  add: string;
  rows: readonly Row[];
  groups: readonly GroupJson[];
  onChange: (rows: Row[]) => void;
  problemOf: (row: Row) => string | undefined;
}

/** Only the address is looked at, whatever the name. */
const bareAddress = (text: string) => (isAddress(text) ? parseMailbox(text).address : text);

function Rows({ label, add, rows, groups, onChange, problemOf }: RowsProps) {
  const id = useId();
  const change = (index: number, patch: Partial<Row>) =>
    onChange(rows.map((row, other) => (other === index ? { ...row, ...patch } : row)));
  return (
    <div role="group" aria-label={label} className={styles.rows}>
      {rows.map((row, index) => {
        const problem = row.text.trim() ? problemOf(row) : undefined;
        return (
          <div key={index} className={styles.row}>
            <Select
              aria-label={`${label}, ${index + 1}`}
              value={row.kind}
              onChange={(kind) => change(index, { kind, text: '' })}
              options={KINDS}
              className={styles.kind}
            />
            {row.kind === 'words' && (
              <Select
                aria-label="Where the words are"
                value={row.where}
                onChange={(where) => change(index, { where })}
                options={WHERES}
                className={styles.where}
              />
            )}
            {row.kind === 'recipient' && (
              <RecipientField
                id={`${id}-${index}`}
                label={`${CONDITION_WORDS[row.kind]}: which`}
                value={readAddressList(row.text)}
                onChange={(list) => change(index, { text: list.map(bareAddress).join(', ') })}
                peopleOnly
              />
            )}
            {row.kind === 'group' && (
              <SelectMany
                aria-label={`${CONDITION_WORDS[row.kind]}: which`}
                value={namesIn(row.text)}
                status={problem ? 'error' : undefined}
                placeholder={EXAMPLES[row.kind]}
                options={groups.map(({ name }) => ({ value: name, label: name }))}
                onChange={(names: string[]) => change(index, { text: names.join(', ') })}
                notFoundContent="There is no group yet: Correspondents, Groups."
                className={styles.value}
              />
            )}
            {EXAMPLES[row.kind] && row.kind !== 'recipient' && row.kind !== 'group' && (
              <Input
                aria-label={`${CONDITION_WORDS[row.kind]}: which`}
                value={row.text}
                placeholder={EXAMPLES[row.kind]}
                status={problem ? 'error' : undefined}
                onChange={({ target }) => change(index, { text: target.value })}
                className={styles.value}
              />
            )}
            <Button
              size="small"
              type="text"
              aria-label={`Remove “${CONDITION_WORDS[row.kind]}”`}
              onClick={() => onChange(rows.filter((_, other) => other !== index))}
            >
              Remove
            </Button>
            {problem && <span className={styles.problem}>{problem}</span>}
          </div>
        );
      })}
      <Button size="small" onClick={() => onChange([...rows, { kind: 'group', text: '', where: 'either' }])}>
        {add}
      </Button>
    </div>
  );
}

interface Props {
  rule: HoldRule;
  groups: readonly GroupJson[];
  onKeep: (rule: HoldRule) => void;
  onClose: () => void;
}

/** A trial is asked for once the typing rests this long. */
const TYPING_MS = 250;

export function RuleEditor({ rule, groups, onKeep, onClose }: Props) {
  const id = useId();
  const [name, setName] = useState(rule.name);
  const [when, setWhen] = useState(() => rule.when.map((each) => rowOf(each, groups)));
  const [except, setExcept] = useState(() => rule.except.map((each) => rowOf(each, groups)));
  const [action, setAction] = useState(rule.action);
  const problemOf = ({ kind, text, where }: Row): string | undefined => {
    try {
      readCondition(kind, text, groups, where);
      return undefined;
    } catch (error) {
      return (error as Error).message;
    }
  };
  const problem = [...when, ...except].map(problemOf).find((each) => each !== undefined);
  const draft = useMemo((): HoldRule | null => {
    if (problem !== undefined) return null;
    const read = (rows: readonly Row[]) =>
      rows.map(({ kind, text, where }) => readCondition(kind, text, groups, where));
    return { ...rule, name: name.trim() || 'this rule', when: read(when), except: read(except), action };
  }, [problem, rule, name, when, except, action, groups]);

  return (
    <form
      className={styles.editor}
      aria-label={rule.name ? `The rule “${rule.name}”` : 'A new rule'}
      onSubmit={(event) => {
        event.preventDefault();
        if (draft && name.trim()) onKeep(draft);
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className={styles.row}>
        <label htmlFor={`${id}-name`}>Name</label>
        <Input
          id={`${id}-name`}
          autoFocus
          value={name}
          maxLength={100}
          placeholder="Lenders wait"
          onChange={({ target }) => setName(target.value)}
          className={styles.value}
        />
      </div>
      <h3>If it</h3>
      <Rows
        label="If it"
        add="Add a condition"
        rows={when}
        onChange={setWhen}
        groups={groups}
        problemOf={problemOf}
      />
      <h3>Unless it</h3>
      <Rows
        label="Unless it"
        add="Add an exception"
        rows={except}
        onChange={setExcept}
        groups={groups}
        problemOf={problemOf}
      />
      <h3>Then</h3>
      <div className={styles.row}>
        <Select
          aria-label="Then"
          value={action.kind}
          onChange={(kind) => setAction(kind === 'hold' ? { kind, minutes: 4 } : { kind })}
          options={ACTIONS}
          className={styles.kind}
        />
        {action.kind === 'hold' && (
          <>
            <InputNumber
              aria-label="Minutes"
              min={0.5}
              max={10_080}
              value={action.minutes}
              onChange={(minutes) => minutes && setAction({ kind: 'hold', minutes })}
            />
            min
          </>
        )}
      </div>
      <Trials rule={draft} />
      <div className={styles.row}>
        <Button type="primary" htmlType="submit" disabled={!draft || !name.trim()}>
          Keep the rule
        </Button>
        <Button onClick={onClose}>Leave it</Button>
        {problem && <span className="quiet">{problem}</span>}
      </div>
    </form>
  );
}

function Trials({ rule }: { rule: HoldRule | null }) {
  const asked = useSettled(rule, TYPING_MS);
  const words = useWords();
  const { data, error } = useTrials(asked);
  if (error) return <p role="alert">{error.message}</p>;
  if (!rule || !data) return null;
  const fits = data.filter(({ why }) => why !== null);
  return (
    <div className={styles.trials}>
      <p aria-live="polite">
        {data.length === 0
          ? 'Nothing has been sent yet that it could be tried on.'
          : `Of the last ${data.length} messages you sent it fits ${fits.length || 'none'}.`}
      </p>
      {fits.length > 0 && (
        <ul aria-label="What it would have done" tabIndex={0}>
          {fits.map(({ departureId, at, to, subject, why, earlier, words: done }) => (
            <li key={departureId}>
              <span>
                {words.moment(at)} · {recipientsWords(to)} · {subject || '(no subject)'}
              </span>
              <span className="quiet">
                {earlier ? `the rule “${earlier}” comes first` : `${done}: ${why}`}
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
