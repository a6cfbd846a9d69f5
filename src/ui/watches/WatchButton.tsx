'use client';
/** How long an answer is waited for: suggestions, words, or so many days, each done with one press. */
import { Button, Input, InputNumber, Select } from 'antd';
import { useEffect, useId, useRef, useState } from 'react';
import type { DeadlineJson, MessageSummaryJson, WatchJson } from '#api/types';
import { wallOf } from '#core/plan/kinds/registry';
import { SETTLED_BY, SETTLED_BY_WORDS, type SettledBy } from '#core/watch/watch';
import { ChoiceField, type Choice, type TypedMeaning } from '../common/ChoiceField';
import { PanelPopover } from '../common/PanelPopover';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { useSettled } from '../common/useSettled';
import { useSnoozePhrase } from '../data/incoming';
import { useNow } from '../data/useNow';
import { useDeadlineSuggestions } from '../data/watches';
import type { MessageActions, WatchBody } from '../inbox/useMessageActions';
import { useKeyName } from '../shell/commands';
import styles from './Watches.module.css';

const READ_AFTER_MS = 120;
const MINUTE_MS = 60_000;

const UNITS = {
  reader: 'working days of theirs',
  me: 'working days of mine',
  days: 'days',
  hours: 'hours',
} as const;
type Unit = keyof typeof UNITS;

function deadlineOf(count: number, unit: Unit): DeadlineJson {
  if (unit === 'hours') return { hours: count };
  if (unit === 'days') return { days: count };
  return { workingDays: count, of: unit };
}

interface FormProps {
  /** The first of them is what suggestions are for. */
  messageId: string;
  /** The one there is. */
  watch: WatchJson | undefined;
  put: (body: WatchBody) => void;
  /** Without another deadline. */
  change: (change: Pick<WatchBody, 'note' | 'settledBy'>) => void;
}

function WatchForm({ messageId, watch, put, change }: FormProps) {
  const minute = Math.floor(useNow(MINUTE_MS) / MINUTE_MS);
  const [text, setText] = useState('');
  const [count, setCount] = useState(2);
  const [unit, setUnit] = useState<Unit>('reader');
  const [settledBy, setSettledBy] = useState<SettledBy>(watch?.settledBy ?? 'anyone');
  const [note, setNote] = useState(watch?.note ?? '');
  const id = useId();
  const typed = useSettled(text.trim(), READ_AFTER_MS);
  const suggestions = useDeadlineSuggestions(messageId, minute).data ?? [];
  const read = useSnoozePhrase(messageId, typed, minute);
  const result = typed !== '' && typed === text.trim() ? read.data : undefined;
  const wait = (deadline: DeadlineJson) => put({ deadline, settledBy, note });

  const choices = suggestions.map((each): Choice => ({
    words: each.words,
    detail: each.why,
    choose: () => wait(each.deadline),
  }));
  const meaning: TypedMeaning | undefined =
    result?.kind === 'understood'
      ? {
          readings: result.readings.flatMap(({ plan, words: said }): Choice[] => {
            const wall = wallOf(plan);
            if (!wall?.zone) return [];
            const { local, zone } = wall;
            return [{ words: said, detail: '', choose: () => wait({ local, zone }) }];
          }),
        }
      : result?.kind === 'not-understood'
        ? { problem: result.why }
        : undefined;
  const [only, second] = meaning && 'readings' in meaning ? meaning.readings : [];
  // Confirmed before it has been read, it is done once it has.
  const reading = text.trim() !== '' && result === undefined && !read.error;
  const due = useRef(false);
  useEffect(() => {
    if (!due.current || reading) return;
    due.current = false;
    if (only && !second) only.choose();
  });
  const changed = watch !== undefined && (note !== watch.note || settledBy !== watch.settledBy);
  return (
    <form
      className={styles.panel}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        if (reading) due.current = true;
        else if (text.trim() !== '') {
          if (!second) only?.choose();
        } else if (changed) change({ note, settledBy });
        else wait(deadlineOf(count, unit));
      }}
    >
      <ChoiceField
        label="Wait until, in words"
        placeholder="friday 9:10 · tomorrow, theirs · in 3 h"
        text={text}
        onText={setText}
        meaning={meaning}
        suggestions={choices}
        onOnly={(reading) => reading.choose()}
        autoFocus
      />
      <div className={styles.options}>
        <div className={styles.option}>
          <label htmlFor={`${id}-count`}>Or for</label>
          <span className={styles.long}>
            <InputNumber
              id={`${id}-count`}
              size="small"
              min={1}
              max={500}
              precision={0}
              value={count}
              onChange={(value) => setCount(value ?? 1)}
            />
            <Select
              size="small"
              aria-label="Hours or days"
              value={unit}
              onChange={setUnit}
              options={Object.entries(UNITS).map(([value, label]) => ({ value: value as Unit, label }))}
            />
          </span>
        </div>
        <div className={styles.option}>
          <label htmlFor={`${id}-by`}>It is over when</label>
          <Select
            id={`${id}-by`}
            size="small"
            value={settledBy}
            onChange={setSettledBy}
            options={SETTLED_BY.map((value) => ({ value, label: SETTLED_BY_WORDS[value] }))}
          />
        </div>
        <div className={styles.option}>
          <label htmlFor={`${id}-note`}>Note to myself</label>
          <Input
            id={`${id}-note`}
            size="small"
            maxLength={2000}
            value={note}
            placeholder="then call the forwarder"
            onChange={(event) => setNote(event.target.value)}
          />
        </div>
      </div>
      <Button
        type="primary"
        htmlType="submit"
        className={styles.confirm}
        disabled={text.trim() !== '' && !reading && (!only || Boolean(second))}
      >
        {text.trim() !== ''
          ? 'Wait until then'
          : changed
            ? 'Keep the changes'
            : `Wait ${count} ${unit === 'hours' ? 'h' : UNITS[unit]}`}
      </Button>
    </form>
  );
}

interface Props {
  /** At least one; deadlines are suggested for the first. */
  messages: readonly Pick<MessageSummaryJson, 'id' | 'subject'>[];
  /** The one there is on it, where it is one. */
  watch?: WatchJson;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  actions: MessageActions;
  onDone?: () => void;
  label?: string;
  size?: 'small';
}

export function WatchButton(props: Props) {
  const { messages, watch, open, onOpenChange, actions, onDone, label, size } = props;
  const keyName = useKeyName();
  return (
    <PanelPopover
      open={open}
      onOpenChange={onOpenChange}
      title={
        messages.length === 1
          ? 'If nobody answers, back after'
          : `If nobody answers, ${messages.length} threads are back after`
      }
      button={{ size, title: keyName('w'), children: label ?? 'Watch…' }}
    >
      {(close) => {
        const after = (done: boolean) => {
          if (!done) return;
          close();
          onDone?.();
        };
        return (
          <WatchForm
            messageId={messages[0]!.id}
            watch={watch}
            put={(body) =>
              void (
                watch && messages.length === 1
                  ? actions.changeWatch(watch, body)
                  : actions.watch(messages, body)
              ).then(after)
            }
            change={(change) => void actions.changeWatch(watch!, change).then(after)}
          />
        );
      }}
    </PanelPopover>
  );
}
