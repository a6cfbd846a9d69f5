'use client';
/** How long an answer is waited for: suggestions, words, or so many days, each done with one press. */
import { Button, Input, Select } from 'antd';
import { useId, useState } from 'react';
import type { DeadlineJson, MessageSummaryJson, WatchJson } from '#api/types';
import type { Chasers } from '#core/watch/chasers';
import { SETTLED_BY, SETTLED_BY_WORDS, type SettledBy } from '#core/watch/watch';
import { ChoiceField, type Choice } from '../common/ChoiceField';
import { PanelPopover } from '../common/PanelPopover';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { useQuestionOn } from '../data/questions';
import { useNow } from '../data/useNow';
import { useDeadlineSuggestions } from '../data/watches';
import type { MessageActions, WatchBody } from '../inbox/useMessageActions';
import { useTypedMoment } from '../inbox/useTypedMoment';
import { useKeyName } from '../shell/commands';
import { ChaserFields } from './ChaserFields';
import { deadlineOf, DurationFields, durationWords, type Duration } from './DurationFields';
import styles from './Watches.module.css';

const MINUTE_MS = 60_000;

/** Those wanted of a watch, without those there have been. */
function chasersOf(watch: WatchJson | undefined): Chasers | null {
  if (!watch?.chasers) return null;
  const { text, then, times } = watch.chasers;
  return { text, then, times };
}

const same = (a: Chasers | null, b: Chasers | null) => JSON.stringify(a) === JSON.stringify(b);

interface FormProps {
  /** The first of them is what suggestions are for. */
  messageId: string;
  /** The one there is. */
  watch: WatchJson | undefined;
  put: (body: WatchBody) => void;
  /** Of several that are watched: what else was chosen of each stays. */
  deadlineOnly: boolean;
  /** Without another deadline. */
  change: (change: Pick<WatchBody, 'note' | 'settledBy' | 'chasers'>) => void;
}

function WatchForm({ messageId, watch, put, deadlineOnly, change }: FormProps) {
  const minute = Math.floor(useNow(MINUTE_MS) / MINUTE_MS);
  const [text, setText] = useState('');
  const [duration, setDuration] = useState<Duration>({ count: 2, unit: 'reader' });
  const [settledBy, setSettledBy] = useState<SettledBy>(watch?.settledBy ?? 'anyone');
  const [note, setNote] = useState(watch?.note ?? '');
  const [wanted, setWanted] = useState<Chasers | null>(() => chasersOf(watch));
  // What comes back in any case is not chased: they may have answered.
  const chasers = settledBy === 'me' ? null : wanted;
  const id = useId();
  const { suggestions = [], visits = null } = useDeadlineSuggestions(messageId, minute).data ?? {};
  const asks = useQuestionOn(messageId) !== undefined;
  const wait = (deadline: DeadlineJson) => put({ deadline, settledBy, note, chasers });

  const choices = suggestions.map((each): Choice => ({
    words: each.words,
    detail: each.why,
    choose: () => wait(each.deadline),
  }));
  const { meaning, only, reading, confirm } = useTypedMoment(messageId, text, minute, wait);
  const changed =
    watch !== undefined &&
    (note !== watch.note || settledBy !== watch.settledBy || !same(chasers, chasersOf(watch)));
  return (
    <form
      className={styles.panel}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '') confirm();
        else if (changed) change({ note, settledBy, chasers });
        else wait(deadlineOf(duration));
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
          <DurationFields id={`${id}-count`} value={duration} onChange={setDuration} />
        </div>
        {!deadlineOnly && (
          <>
            <div className={styles.option}>
              <label htmlFor={`${id}-by`}>It is over when</label>
              <Select
                id={`${id}-by`}
                size="small"
                value={settledBy}
                onChange={setSettledBy}
                options={SETTLED_BY.filter(
                  (each) => (each !== 'visit' || visits !== null) && (each !== 'decision' || asks),
                ).map((value) => ({
                  value,
                  label: SETTLED_BY_WORDS[value],
                }))}
              />
            </div>
            {settledBy === 'visit' && (
              <p className="quiet">
                Its links then lead through {visits}, and whoever opens one is sent on from there. A program
                that looks at links opens them too.
              </p>
            )}
            {settledBy !== 'me' && <ChaserFields value={wanted} onChange={setWanted} />}
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
          </>
        )}
      </div>
      <Button
        type="primary"
        htmlType="submit"
        className={styles.confirm}
        disabled={text.trim() !== '' && !reading && !only}
      >
        {text.trim() !== ''
          ? 'Wait until then'
          : changed
            ? 'Keep the changes'
            : `Wait ${durationWords(duration)}`}
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
  /** Gives all of them another deadline, in place of watching them. */
  extend?: (deadline: DeadlineJson) => Promise<boolean>;
  onDone?: () => void;
  label?: string;
  size?: 'small';
}

export function WatchButton(props: Props) {
  const { messages, watch, open, onOpenChange, actions, extend, onDone, label, size } = props;
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
            deadlineOnly={extend !== undefined}
            put={(body) =>
              void (
                extend
                  ? extend(body.deadline)
                  : watch && messages.length === 1
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
