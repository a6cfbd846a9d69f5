'use client';
/** Until when a message is put off: suggestions, words, or an exact moment, each done with one press. */
import { Button, Checkbox, Input, Select } from 'antd';
import { Suspense, useId, useState } from 'react';
import type { MessageSummaryJson, SnoozeJson } from '#api/types';
import { proposeTime } from '#core/plan/proposal';
import { isLocal, toLocal } from '#core/time/wallClock';
import { USUAL_REPEATS, usualRepeat, type UsualRepeat } from '#core/recurrence/usual';
import { defaultWeek } from '#core/time/dayParts';
import { ChoiceField, type Choice } from '../common/ChoiceField';
import { useWords } from '../common/format';
import { later } from '../common/later';
import { PanelPopover } from '../common/PanelPopover';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { useReturnSuggestions } from '../data/incoming';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useKeyName } from '../shell/commands';
import styles from './Inbox.module.css';
import type { MessageActions, SnoozeBody } from './useMessageActions';
import { useTypedMoment } from './useTypedMoment';

interface Props {
  /** At least one; moments are suggested for the first. */
  messages: readonly MessageSummaryJson[];
  open: boolean;
  onOpenChange: (open: boolean) => void;
  actions: MessageActions;
  onDone: () => void;
  label?: string;
  size?: 'small';
}

const MomentFields = later(() =>
  import('../common/MomentFields').then((loaded) => ({
    default: loaded.MomentFields<string>,
  })),
);

const MINUTE_MS = 60_000;

/** As it is, once, or one of the usual ways. */
type RepeatChoice = UsualRepeat | 'as it is' | 'once';

interface RepeatProps {
  value: RepeatChoice;
  onChange: (value: RepeatChoice) => void;
  /** How it repeats already, in words. */
  before: string | null;
}

function Repeat({ value, onChange, before }: RepeatProps) {
  const id = useId();
  const options: { value: RepeatChoice; label: string }[] = [
    ...(before ? [{ value: 'as it is' as const, label: before }] : []),
    { value: 'once', label: 'no, once' },
    ...USUAL_REPEATS.map((kind) => ({ value: kind, label: kind })),
  ];
  return (
    <div className={styles.option}>
      <label htmlFor={id}>Again and again</label>
      <Select
        id={id}
        size="small"
        value={value}
        options={options}
        onChange={onChange}
        popupMatchSelectWidth={false}
        className={styles.repeat}
      />
    </div>
  );
}

interface FormProps {
  messages: readonly MessageSummaryJson[];
  put: (body: SnoozeBody) => void;
  /** Of one that is put off, without another moment. */
  change: (change: { note?: string; early?: boolean }) => void;
}

function SnoozeForm({ messages, put, change }: FormProps) {
  const [message] = messages;
  const { zone, week } = useSettings();
  const words = useWords();
  const minute = Math.floor(useNow(MINUTE_MS) / MINUTE_MS);
  const [text, setText] = useState('');
  const [note, setNote] = useState(message!.snooze?.note ?? '');
  const [alone, setAlone] = useState(message!.snooze ? !message!.snooze.wholeThread : false);
  const [early, setEarly] = useState(message!.snooze?.early ?? true);
  const repeats = message!.snooze?.repeat ?? null;
  const [repeat, setRepeat] = useState<RepeatChoice>(repeats ? 'as it is' : 'once');
  const [exact, setExact] = useState(false);
  const [moment, setMoment] = useState(() => proposeTime(words.now, zone));
  const noteId = useId();
  const suggestions = useReturnSuggestions(message!.id, minute).data?.snoozes ?? [];

  /** What goes along with a moment; a rule counts from it. @param local on the clock it repeats on */
  const options = (local: string): SnoozeBody => ({
    note,
    wholeThread: !alone,
    early,
    ...(repeat !== 'as it is' && {
      repeat: repeat === 'once' ? null : usualRepeat(repeat, local, week ?? defaultWeek),
    }),
  });
  const choices = suggestions.map((each): Choice => ({
    words: each.words,
    detail: words.moment(each.at),
    // Suggestions are each message's own: several go by the moment.
    choose: () =>
      put({
        ...options(toLocal(Date.parse(each.at), zone)),
        ...(messages.length === 1 ? { suggestion: each.words } : { until: each.at }),
      }),
  }));
  const {
    meaning,
    only,
    reading,
    confirm: confirmTyped,
  } = useTypedMoment(message!.id, text, minute, (until) => put({ ...options(until.local), until }));
  const theirs = message!.from.zone;
  // What the button does: put off until the moment typed or exact, else keep what was changed of how it is put off.
  const before = messages.length === 1 ? message!.snooze : null;
  const changed =
    before !== null &&
    (note !== before.note ||
      early !== before.early ||
      alone === before.wholeThread ||
      repeat !== (repeats ? 'as it is' : 'once'));
  function keepChanges(snooze: SnoozeJson) {
    const more = alone === snooze.wholeThread || repeat !== (repeats ? 'as it is' : 'once');
    if (more) put({ ...options(toLocal(Date.parse(snooze.until), zone)), until: snooze.until });
    else change({ note, early });
  }
  const confirm: { words: string; act?: () => void } = exact
    ? {
        words: 'Put off until then',
        act: isLocal(moment.local)
          ? () => put({ ...options(moment.local), until: { local: moment.local, zone: moment.zone } })
          : undefined,
      }
    : text.trim() !== ''
      ? {
          words: 'Put off until then',
          act: reading ? confirmTyped : only?.choose,
        }
      : before
        ? { words: 'Keep the changes', act: changed ? () => keepChanges(before) : undefined }
        : { words: 'Choose a moment above' };
  const near = [
    { zone, whose: 'you' },
    ...(theirs && theirs !== zone
      ? [{ zone: theirs, whose: message!.from.name, place: message!.from.place ?? undefined }]
      : []),
  ];
  return (
    <form
      className={styles.panel}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        confirm.act?.();
      }}
    >
      <ChoiceField
        label="Put off until, in words"
        placeholder="tomorrow 9:10 · friday, theirs · in 3 h"
        text={text}
        onText={setText}
        meaning={meaning}
        suggestions={choices}
        onOnly={(reading) => reading.choose()}
        autoFocus
        compact
      />
      {exact ? (
        <div className={styles.exact}>
          <Suspense>
            <MomentFields
              id="snooze"
              value={moment}
              near={near}
              onChange={(next) => setMoment({ kind: 'at', ...next })}
            />
          </Suspense>
        </div>
      ) : (
        <Button type="link" size="small" className={styles.toExact} onClick={() => setExact(true)}>
          An exact date and time…
        </Button>
      )}
      <div className={styles.options}>
        <div className={styles.option}>
          <label htmlFor={noteId}>Note to myself</label>
          <Input
            id={noteId}
            size="small"
            maxLength={2000}
            value={note}
            placeholder="ask about the bond"
            onChange={(event) => setNote(event.target.value)}
          />
        </div>
        <Repeat value={repeat} onChange={setRepeat} before={repeats} />
        <Checkbox checked={early} onChange={(event) => setEarly(event.target.checked)}>
          Back before that when somebody answers
        </Checkbox>
        {messages.length === 1 && (
          <Checkbox checked={alone} onChange={(event) => setAlone(event.target.checked)}>
            This message alone, not its thread
          </Checkbox>
        )}
      </div>
      <Button type="primary" htmlType="submit" className={styles.confirm} disabled={!confirm.act}>
        {confirm.words}
      </Button>
    </form>
  );
}

export function SnoozeButton({ messages, open, onOpenChange, actions, onDone, label, size }: Props) {
  const keyName = useKeyName();
  return (
    <PanelPopover
      open={open}
      onOpenChange={onOpenChange}
      title={messages.length === 1 ? 'Put off until' : `Put ${messages.length} threads off until`}
      button={{ size, title: keyName('s'), children: label ?? 'Snooze…' }}
    >
      {(close) => {
        const then = (done: boolean, after: () => void) => {
          if (!done) return;
          close();
          after();
        };
        return (
          <SnoozeForm
            messages={messages}
            put={(body) => void actions.snooze(messages, body).then((done) => then(done, onDone))}
            change={(change) =>
              void actions.changeSnooze(messages[0]!, change).then((done) => then(done, () => {}))
            }
          />
        );
      }}
    </PanelPopover>
  );
}
