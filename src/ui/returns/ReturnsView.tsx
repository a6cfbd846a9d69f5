'use client';
/** Everything that will come back, by time, and what is to be done, by when it is due. */
import { Button, Segmented, Spin } from 'antd';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { MessageSummaryJson, TodoJson, TodoImportJson, TodoListedJson } from '#api/types';
import { todoInstant } from '#core/todo/todo';
import { defaultWeek } from '#core/time/dayParts';
import { recipientsWords, useWords } from '../common/format';
import { KeptField } from '../common/KeptField';
import { RowButton } from '../common/RowParts';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useSnoozed, useTodos } from '../data/incoming';
import { chosenFile } from '../common/chosenFile';
import { ask } from '../data/client';
import { useSettings } from '../data/queries';
import { SnoozeButton } from '../inbox/SnoozeButton';
import { ordinal, useMessageActions, type MessageActions } from '../inbox/useMessageActions';
import { useNotices } from '../shell/Notices';
import { useCommand } from '../shell/commands';
import styles from './Returns.module.css';
import { TodoForm } from './TodoForm';

const whoOf = (message: MessageSummaryJson) =>
  message.direction === 'out'
    ? `To ${recipientsWords(message.to, message.toCount)}`
    : message.from.name || message.from.address;

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

interface TodoRowProps {
  entry: TodoListedJson;
  overdue: boolean;
  actions: MessageActions;
  edit: (todo: TodoJson) => void;
}

function TodoRow({ entry, overdue, actions, edit }: TodoRowProps) {
  const { todo, message } = entry;
  const words = useWords();
  const open = todo.state === 'open';
  return (
    <tr>
      <td className={styles.when} data-label="Due">
        {overdue && <span className={styles.pill}>Overdue</span>}
        {!open && <span className={styles.pill}>{todo.state === 'done' ? 'Done' : 'Dropped'}</span>}
        {todo.dueAt ? words.moment(todo.dueAt) : 'undated'}
      </td>
      <td className={styles.what}>
        {message ? (
          <Link
            href={`/${message.place === 'archive' ? 'archive' : 'inbox'}/${message.id}`}
            prefetch={false}
            data-row={todo.id}
          >
            {actions.sayTodo(todo)}
          </Link>
        ) : (
          <button type="button" className={styles.plain} data-row={todo.id} onClick={() => edit(todo)}>
            {actions.sayTodo(todo)}
          </button>
        )}
        <span className={styles.why}>
          {message ? `${message.subject || '(no subject)'} · ${whoOf(message)}` : 'without a message'}
        </span>
      </td>
      <td className={styles.noteCell}>{todo.note}</td>
      <td className={styles.acts}>
        {open ? (
          <>
            <RowButton
              strong
              onClick={() => void actions.settleTodo(todo, 'done')}
              aria-label={`Done: ${todo.what}`}
            >
              Done
            </RowButton>
            <RowButton onClick={() => edit(todo)} aria-label={`Change the to-do: ${todo.what}`}>
              Change…
            </RowButton>
            <RowButton
              onClick={() => void actions.settleTodo(todo, 'dropped')}
              aria-label={`Drop: ${todo.what}`}
            >
              Drop
            </RowButton>
          </>
        ) : (
          <RowButton
            onClick={() => void actions.settleTodo(todo, 'open')}
            aria-label={`To do again: ${todo.what}`}
          >
            To do again
          </RowButton>
        )}
      </td>
    </tr>
  );
}

type Coming =
  | { at: number; key: string; message: MessageSummaryJson }
  | { at: number; key: string; entry: TodoListedJson };

function TodoFile() {
  const input = useRef<HTMLInputElement>(null);
  const { show, showProblem } = useNotices();
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      const { added, changed, same, said } = await ask<TodoImportJson>('POST', '/todos/import', {
        text: await file.text(),
      });
      show({
        words: [`${added} to-dos added, ${changed} changed, ${same} as they were.`, ...said].join(' '),
        problem: said.length > 0,
      });
    } catch (error) {
      showProblem(error);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".ics,text/calendar"
        aria-label="To-dos from a file"
        className="unseen"
        tabIndex={-1}
        onChange={(event) => void read(chosenFile(event))}
      />
      <Button size="small" onClick={() => input.current?.click()}>
        Take in a file…
      </Button>
      <Button size="small" href="/api/v1/todos/export">
        Give out as a file
      </Button>
    </>
  );
}

export function ReturnsView() {
  const { now } = useWords();
  const { week, leave } = useSettings();
  const actions = useMessageActions();
  const [state, setState] = useState<'open' | 'closed'>('open');
  const [edited, setEdited] = useState<TodoJson | 'new' | null>(null);
  const snoozed = useSnoozed().data?.messages;
  const open = useTodos('open').data?.todos;
  const listed = useTodos(state).data?.todos;
  useCommand('d', () => setEdited('new'));

  const coming: Coming[] = [
    ...(snoozed ?? []).map((message) => ({
      at: Date.parse(message.snooze!.until),
      key: message.id,
      message,
    })),
    ...(open ?? [])
      .filter(({ todo }) => todo.remindAt !== null)
      .map((entry) => ({ at: Date.parse(entry.todo.remindAt!), key: entry.todo.id, entry })),
  ].sort((a, b) => a.at - b.at);
  const who = { week: week ?? defaultWeek, leave };
  const isOverdue = ({ todo }: TodoListedJson) =>
    todo.state === 'open' && todo.due !== null && todoInstant(todo.due, 'end', who) < now;

  const keep = (body: Parameters<MessageActions['changeTodo']>[1]) =>
    void (edited === 'new' ? actions.keepTodo([], body) : actions.changeTodo(edited!.id, body)).then(
      (done) => done && setEdited(null),
    );
  return (
    <div className={styles.view}>
      <h1 className="unseen">Returns</h1>
      <div className={styles.halves}>
        <section className={`pane ${styles.half}`} aria-labelledby="coming">
          <h2 id="coming">Coming back</h2>
          {!snoozed || !open ? (
            <Spin />
          ) : coming.length === 0 ? (
            <p className="quiet">
              Nothing is put off. Snooze a message, and it stands here until it comes back.
            </p>
          ) : (
            <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="What comes back">
              <thead>
                <tr>
                  <th scope="col">Comes back</th>
                  <th scope="col">From</th>
                  <th scope="col">What, and why then</th>
                  <th scope="col">Note</th>
                  <th scope="col">
                    <span className="unseen">Actions</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {coming.map((each) =>
                  'message' in each ? (
                    <SnoozedRow key={each.key} message={each.message} actions={actions} />
                  ) : (
                    <ReminderRow key={`reminder ${each.key}`} entry={each.entry} edit={setEdited} />
                  ),
                )}
              </tbody>
            </table>
          )}
        </section>
        <section className={`pane ${styles.half}`} aria-labelledby="todos">
          <div className={styles.head}>
            <h2 id="todos">To-dos</h2>
            <Segmented
              size="small"
              aria-label="Which to-dos"
              value={state}
              options={[
                { value: 'open', label: 'Open' },
                { value: 'closed', label: 'Settled' },
              ]}
              onChange={setState}
            />
            <Button size="small" type="primary" ghost onClick={() => setEdited('new')}>
              New to-do
            </Button>
            <TodoFile />
          </div>
          {edited && (
            <section
              className={styles.edit}
              aria-label={edited === 'new' ? 'A new to-do' : 'Changing a to-do'}
            >
              <TodoForm
                key={edited === 'new' ? 'new' : `${edited.id} ${edited.revision}`}
                todo={edited === 'new' ? null : edited}
                keep={keep}
              />
              <Button size="small" type="text" onClick={() => setEdited(null)}>
                Close without keeping
              </Button>
            </section>
          )}
          {!listed ? (
            <Spin />
          ) : listed.length === 0 ? (
            <p className="quiet">
              {state === 'open'
                ? 'Nothing is to be done. Press D on a message to make a to-do.'
                : 'Nothing yet.'}
            </p>
          ) : (
            <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="To-dos">
              <thead>
                <tr>
                  <th scope="col">Due</th>
                  <th scope="col">To do</th>
                  <th scope="col">Note</th>
                  <th scope="col">
                    <span className="unseen">Actions</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {listed.map((entry) => (
                  <TodoRow
                    key={entry.todo.id}
                    entry={entry}
                    overdue={isOverdue(entry)}
                    actions={actions}
                    edit={setEdited}
                  />
                ))}
              </tbody>
            </table>
          )}
        </section>
      </div>
    </div>
  );
}
