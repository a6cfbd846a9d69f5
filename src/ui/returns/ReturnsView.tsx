'use client';
/** Everything that will come back, by time, and what is to be done, by when it is due. */
import { Button, Segmented, Spin } from 'antd';
import { useState } from 'react';
import type { TodoJson } from '#api/types';
import { useSnoozed, useTodos } from '../data/incoming';
import { useWatches } from '../data/watches';
import { useMessageActions, type MessageActions } from '../inbox/useMessageActions';
import { useCommand } from '../shell/commands';
import { WaitingTable } from '../watches/WaitingTable';
import { ComingTable } from './ComingTable';
import styles from './Returns.module.css';
import { TodoFile } from './TodoFile';
import { TodoForm } from './TodoForm';
import { TodoTable } from './TodoTable';

export function ReturnsView() {
  const actions = useMessageActions();
  const [state, setState] = useState<'open' | 'closed'>('open');
  const [edited, setEdited] = useState<TodoJson | 'new' | null>(null);
  const snoozed = useSnoozed().data?.messages;
  const watches = useWatches().data?.watches;
  const open = useTodos('open').data?.todos;
  const listed = useTodos(state).data?.todos;
  useCommand('d', () => setEdited('new'));

  const isEmpty = snoozed?.length === 0 && !open?.some(({ todo }) => todo.remindAt !== null);
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
          ) : isEmpty ? (
            <p className="quiet">
              Nothing is put off. Snooze a message, and it stands here until it comes back.
            </p>
          ) : (
            <ComingTable snoozed={snoozed} todos={open} actions={actions} edit={setEdited} />
          )}
        </section>
        <section className={`pane ${styles.half}`} aria-labelledby="waiting">
          <h2 id="waiting">Waiting for answers</h2>
          {!watches ? (
            <Spin />
          ) : watches.length === 0 ? (
            <p className="quiet">
              No answer is waited for. Press W on a message, and it comes back if nobody answers.
            </p>
          ) : (
            <WaitingTable watches={watches} actions={actions} />
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
            <TodoTable todos={listed} actions={actions} edit={setEdited} />
          )}
        </section>
      </div>
    </div>
  );
}
