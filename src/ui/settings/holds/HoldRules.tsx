'use client';
/** Hold rules in order, each with what it would have done, before it is switched on. */
import { ArrowDownOutlined, ArrowUpOutlined } from '@ant-design/icons';
import { Button, Switch } from 'antd';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import type { GroupJson } from '#api/types';
import type { HoldRule } from '#core/hold/rule';
import { useGroups, useSettings } from '../../data/queries';
import settingsStyles from '../SettingsView.module.css';
import { useApply } from '../useApply';
import { ACTION_WORDS, CONDITION_WORDS, conditionText } from './conditionText';
import styles from './HoldRules.module.css';
import { RuleEditor } from './RuleEditor';

const newRule = (): HoldRule => ({
  id: nanoid(),
  name: '',
  on: false,
  when: [],
  except: [],
  action: { kind: 'hold', minutes: 4 },
});

function ruleWords(rule: HoldRule, groups: readonly GroupJson[]): string {
  const words = (conditions: HoldRule['when']) =>
    conditions
      .map((each) => {
        const field = conditionText(each, groups);
        return field === undefined ? CONDITION_WORDS[each.kind] : `${CONDITION_WORDS[each.kind]}: ${field}`;
      })
      .join('; and ');
  const when = rule.when.length ? `If it ${words(rule.when)}` : 'Any message';
  const except = rule.except.length ? `, unless it ${words(rule.except).replaceAll('; and ', '; or ')}` : '';
  const minutes = rule.action.kind === 'hold' ? ` ${rule.action.minutes} min` : '';
  return `${when}${except}: ${ACTION_WORDS[rule.action.kind]}${minutes}.`;
}

export function HoldRules() {
  const { holdRules } = useSettings();
  const groups = useGroups().data ?? [];
  const { apply, problem } = useApply();
  const [editing, setEditing] = useState<HoldRule | null>(null);
  const put = (rules: HoldRule[], words: string) => apply({ holdRules: rules }, words, { holdRules });
  const keep = async (rule: HoldRule) => {
    const known = holdRules.some(({ id }) => id === rule.id);
    const rules = known ? holdRules.map((each) => (each.id === rule.id ? rule : each)) : [...holdRules, rule];
    if (await put(rules, `The rule “${rule.name}” is kept${rule.on ? '' : '; it is off'}.`)) setEditing(null);
  };
  function move(index: number, by: number) {
    const rules = [...holdRules];
    const [rule] = rules.splice(index, 1);
    rules.splice(index + by, 0, rule!);
    void put(rules, `“${rule!.name}” is asked at place ${index + by + 1} now.`);
  }
  return (
    <section className={`pane ${settingsStyles.block}`} aria-labelledby="rules">
      <h2 id="rules">Hold rules</h2>
      <p className="quiet">
        For what is sent now, in this order: the first rule that fits decides how it is held.
      </p>
      {holdRules.length > 0 && (
        <ol className={styles.rules} aria-label="Hold rules">
          {holdRules.map((rule, index) => (
            <li key={rule.id} className={rule.on ? undefined : styles.off}>
              <Switch
                size="small"
                aria-label={`Rule “${rule.name}”`}
                checked={rule.on}
                onChange={(on) =>
                  void put(
                    holdRules.map((each) => (each.id === rule.id ? { ...rule, on } : each)),
                    `The rule “${rule.name}” is ${on ? 'on' : 'off'}.`,
                  )
                }
              />
              <div>
                <strong>{rule.name}</strong> {!rule.on && <span aria-hidden>off</span>}
                <p className="quiet">{ruleWords(rule, groups)}</p>
              </div>
              <span className={styles.actions}>
                <Button
                  size="small"
                  type="text"
                  icon={<ArrowUpOutlined />}
                  disabled={index === 0}
                  aria-label={`“${rule.name}” earlier`}
                  onClick={() => move(index, -1)}
                />
                <Button
                  size="small"
                  type="text"
                  icon={<ArrowDownOutlined />}
                  disabled={index === holdRules.length - 1}
                  aria-label={`“${rule.name}” later`}
                  onClick={() => move(index, 1)}
                />
                <Button size="small" aria-label={`Change “${rule.name}”`} onClick={() => setEditing(rule)}>
                  Change
                </Button>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Delete “${rule.name}”`}
                  onClick={() =>
                    void put(
                      holdRules.filter(({ id }) => id !== rule.id),
                      `The rule “${rule.name}” is gone.`,
                    )
                  }
                >
                  Delete
                </Button>
              </span>
            </li>
          ))}
        </ol>
      )}
      {problem && (
        <p role="alert" className={settingsStyles.problem}>
          {problem.message}
        </p>
      )}
      {editing ? (
        <RuleEditor
          key={editing.id}
          rule={editing}
          groups={groups}
          onKeep={(rule) => void keep(rule)}
          onClose={() => setEditing(null)}
        />
      ) : (
        <Button onClick={() => setEditing(newRule())}>Add a rule</Button>
      )}
    </section>
  );
}
