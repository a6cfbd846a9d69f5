'use client';
/** A to-do on a message: by one key from what is offered, or in particular. */
import { Button } from 'antd';
import { Suspense, useState } from 'react';
import type { MessageSummaryJson, ReturnSuggestionsJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { momentOfTodo, TODO_KINDS } from '#core/todo/todo';
import { useWords } from '../common/format';
import { later } from '../common/later';
import { PanelPopover } from '../common/PanelPopover';
import { useFirstFocus } from '../common/useFirstFocus';
import { useReturnSuggestions } from '../data/incoming';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import type { MessageActions, TodoBody } from '../inbox/useMessageActions';
import { useKeyName } from '../shell/commands';
import styles from './Returns.module.css';

interface Props {
  /** At least one; moments are suggested for the first. */
  messages: readonly MessageSummaryJson[];
  open: boolean;
  onOpenChange: (open: boolean) => void;
  actions: MessageActions;
  onDone: () => void;
  size?: 'small';
}

const TodoForm = later(() => import('./TodoForm').then((loaded) => ({ default: loaded.TodoForm })));

const MINUTE_MS = 60_000;
type Quick = ReturnSuggestionsJson['todos'][number];

function QuickTodos({
  message,
  keep,
}: {
  message: MessageSummaryJson;
  keep: (quick: Quick, what: string) => void;
}) {
  const words = useWords();
  const { zone, hourCycle } = useSettings();
  const minute = Math.floor(useNow(MINUTE_MS) / MINUTE_MS);
  const [what, setWhat] = useState<string>('answer');
  const quick = useReturnSuggestions(message.id, minute).data?.todos ?? [];
  const first = useFirstFocus<HTMLButtonElement>(quick.length > 0);
  return (
    <div
      className={styles.quick}
      onKeyDown={(event) => {
        const chosen = /^[1-9]$/.test(event.key) ? quick[Number(event.key) - 1] : undefined;
        if (!chosen || event.target instanceof HTMLInputElement) return;
        event.preventDefault();
        keep(chosen, what);
      }}
    >
      <div role="group" aria-label="What is to be done, for these" className={styles.kinds}>
        {TODO_KINDS.map((kind) => (
          <Button
            key={kind}
            size="small"
            type={kind === what ? 'primary' : 'default'}
            ghost={kind === what}
            aria-pressed={kind === what}
            onClick={() => setWhat(kind)}
          >
            {kind}
          </Button>
        ))}
      </div>
      <ol>
        {quick.map((each, index) => (
          <li key={each.words}>
            <button
              type="button"
              className={styles.offer}
              ref={index === 0 ? first : undefined}
              onClick={() => keep(each, what)}
            >
              <span className={styles.number}>{index + 1}</span>
              <span>{each.words}</span>
              <span className="quiet">
                {each.due && momentOfTodo(each.due, hourCycle, toLocal(words.now, zone))}
                {each.remindAt && `, reminder ${words.moment(each.remindAt)}`}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

export function TodoButton({ messages, open, onOpenChange, actions, onDone, size }: Props) {
  const keyName = useKeyName();
  const [message] = messages as [MessageSummaryJson];
  const todo = messages.length === 1 ? message.todo : null;
  return (
    <PanelPopover
      open={open}
      onOpenChange={onOpenChange}
      title={
        todo
          ? 'The to-do'
          : messages.length === 1
            ? 'To do about it'
            : `To do about ${messages.length} threads`
      }
      button={{ size, title: keyName('d'), children: todo ? 'Change to-do…' : 'To-do…' }}
    >
      {(close) => {
        const keep = (body: TodoBody) =>
          void actions.keepTodo(messages, body).then((done) => {
            if (!done) return;
            close();
            onDone();
          });
        return (
          <div className={styles.todo}>
            {!todo && (
              <>
                <QuickTodos
                  message={message}
                  keep={(quick, what) => keep({ what, due: quick.due, remindAt: quick.remindAt })}
                />
                <hr />
              </>
            )}
            <Suspense>
              <TodoForm todo={todo} keep={keep} />
            </Suspense>
          </div>
        );
      }}
    </PanelPopover>
  );
}
