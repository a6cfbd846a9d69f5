'use client';
/** What comes back by itself, by time: what was put off, and reminders of to-dos. */
import { Button } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { MessageSummaryJson, TodoJson, TodoListedJson } from '#api/types';
import { ordinal } from '#core/time/words';
import { useWords } from '../common/format';
import { KeptField } from '../common/KeptField';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { SnoozeButton } from '../inbox/SnoozeButton';
import type { MessageActions } from '../inbox/useMessageActions';
import styles from './Returns.module.css';
import { whoOf } from './whoOf';

const lower = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

function whyWords({ snooze }: MessageSummaryJson): string {
  const { words, times, repeat, early, wholeThread } = snooze!;
  return [
    words ? lower(words) : 'put off',
    times > 1 && `the ${ordinal(times)} time`,
    repeat,
    early ? 'or when somebody answers' : 'whoever answers',
    !wholeThread && 'this message alone',
  ]
    .filter(Boolean)
    .join(', ');
}

function SnoozedRow({ message, actions }: { message: MessageSummaryJson; actions: MessageActions }) {
  const words = useWords();
  const [open, setOpen] = useState(false);
  const subject = message.subject || '(no subject)';
  return (
    <tr>
      <td className={styles.when} data-label="Comes back">
        {words.moment(message.snooze!.until)}
      </td>
      <td className={styles.who} data-label="From">
        {whoOf(message)}
      </td>
      <td>
        <Link href={`/inbox/${message.id}`} prefetch={false} data-row={message.id}>
          {subject}
        </Link>
        <span className={styles.why}>{whyWords(message)}</span>
      </td>
      <td className={styles.noteCell}>
        <KeptField
          label={`Note for “${subject}”`}
          value={message.snooze!.note}
          placeholder="note to myself"
          keep={async (note) => void (await actions.changeSnooze(message, { note }))}
        />
      </td>
      <td className={styles.acts}>
        <SnoozeButton
          messages={[message]}
          size="small"
          label="Move…"
          open={open}
          onOpenChange={setOpen}
          actions={actions}
          onDone={() => {}}
        />
        <RowButton
          onClick={() => void actions.bringBack(message)}
          aria-label={`Bring back now: “${subject}”`}
        >
          Bring back now
        </RowButton>
      </td>
    </tr>
  );
}

/** A reminder stands among what comes back, as well as in the list of what is to be done. */
function ReminderRow({ entry, edit }: { entry: TodoListedJson; edit: (todo: TodoJson) => void }) {
  const words = useWords();
  const { todo, message } = entry;
  return (
    <tr>
      <td className={styles.when} data-label="Comes back">
        {words.moment(todo.remindAt!)}
      </td>
      <td className={styles.who} data-label="From">
        {message ? whoOf(message) : 'a to-do of mine'}
      </td>
      <td>
        {message ? (
          <Link href={`/inbox/${message.id}`} prefetch={false} data-row={`reminder ${todo.id}`}>
            {message.subject || '(no subject)'}
          </Link>
        ) : (
          <span tabIndex={0} data-row={`reminder ${todo.id}`}>
            {todo.what}
          </span>
        )}
        <span className={styles.why}>
          reminder{todo.sound && ' with sound'}: {todo.what}
        </span>
      </td>
      <td className={styles.noteCell}>{todo.note}</td>
      <td className={styles.acts}>
        <Button size="small" onClick={() => edit(todo)}>
          Change…
        </Button>
      </td>
    </tr>
  );
}

type Coming =
  | { at: number; key: string; message: MessageSummaryJson }
  | { at: number; key: string; entry: TodoListedJson };

interface Props {
  snoozed: readonly MessageSummaryJson[];
  todos: readonly TodoListedJson[];
  actions: MessageActions;
  edit: (todo: TodoJson) => void;
}

export function ComingTable({ snoozed, todos, actions, edit }: Props) {
  const coming: Coming[] = [
    ...snoozed.map((message) => ({
      at: Date.parse(message.snooze!.until),
      key: message.id,
      message,
    })),
    ...todos
      .filter(({ todo }) => todo.remindAt !== null)
      .map((entry) => ({ at: Date.parse(entry.todo.remindAt!), key: entry.todo.id, entry })),
  ].sort((a, b) => a.at - b.at);
  return (
    <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="What comes back">
      <thead>
        <tr>
          <th scope="col">Comes back</th>
          <th scope="col">From</th>
          <th scope="col">What, and why then</th>
          <th scope="col">Note</th>
          <ActionsHead />
        </tr>
      </thead>
      <tbody>
        {coming.map((each) =>
          'message' in each ? (
            <SnoozedRow key={each.key} message={each.message} actions={actions} />
          ) : (
            <ReminderRow key={`reminder ${each.key}`} entry={each.entry} edit={edit} />
          ),
        )}
      </tbody>
    </table>
  );
}
