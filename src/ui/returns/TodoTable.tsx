'use client';
/** What is to be done, by when it is due. */
import Link from 'next/link';
import type { TodoJson, TodoListedJson } from '#api/types';
import { defaultWeek } from '#core/time/dayParts';
import { todoInstant } from '#core/todo/todo';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { useSettings } from '../data/queries';
import type { MessageActions } from '../inbox/useMessageActions';
import styles from './Returns.module.css';
import { whoOf } from './whoOf';

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

interface Props {
  todos: readonly TodoListedJson[];
  actions: MessageActions;
  edit: (todo: TodoJson) => void;
}

export function TodoTable({ todos, actions, edit }: Props) {
  const { now } = useWords();
  const { week, leave } = useSettings();
  const who = { week: week ?? defaultWeek, leave };
  const isOverdue = ({ todo }: TodoListedJson) =>
    todo.state === 'open' && todo.due !== null && todoInstant(todo.due, 'end', who) < now;

  return (
    <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="To-dos">
      <thead>
        <tr>
          <th scope="col">Due</th>
          <th scope="col">To do</th>
          <th scope="col">Note</th>
          <ActionsHead />
        </tr>
      </thead>
      <tbody>
        {todos.map((entry) => (
          <TodoRow
            key={entry.todo.id}
            entry={entry}
            overdue={isOverdue(entry)}
            actions={actions}
            edit={edit}
          />
        ))}
      </tbody>
    </table>
  );
}
