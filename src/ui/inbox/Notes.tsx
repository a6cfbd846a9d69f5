'use client';
import { Button } from 'antd';
import type { MessageJson } from '#api/types';
import { ordinal } from '#core/time/words';
import { useWords } from '../common/format';
import styles from './Inbox.module.css';
import { returnedWords } from './ThreadRow';
import type { MessageActions } from './useMessageActions';

/** What waits for it: why it came back, until when it is put off, what is to be done. */
export function Notes({ message, actions }: { message: MessageJson; actions: MessageActions }) {
  const words = useWords();
  const { snooze, todo } = message;
  // Of a thread something else may have come back than what is read of it.
  const back = [message, ...message.thread].find((each) => each.returned && each.place === 'inbox');
  const returned = back?.returned;
  return (
    <>
      {snooze && (
        <p className={styles.note}>
          <span>
            {message.place === 'snoozed' ? 'Put off: comes back' : 'Comes back again'}{' '}
            <strong>{words.moment(snooze.until)}</strong>
            {snooze.words && `, ${snooze.words.charAt(0).toLowerCase()}${snooze.words.slice(1)}`}
            {snooze.repeat && `, ${snooze.repeat}`}
            {snooze.times > 1 && `, for the ${ordinal(snooze.times)} time`}
            {snooze.early && ', or when somebody answers'}.
            {snooze.note && <em className={styles.own}> {snooze.note}</em>}
          </span>
          <Button size="small" onClick={() => void actions.bringBack(message)}>
            {message.place === 'snoozed' ? 'Bring back now' : 'No more'}
          </Button>
        </p>
      )}
      {returned && (
        <p className={styles.note}>
          <span>
            Came back {words.moment(returned.at)}: {returnedWords(returned, words)}.
            {returned.kind !== 'to-do' && returned.note && <em className={styles.own}> {returned.note}</em>}
          </span>
        </p>
      )}
      {todo && (
        <p className={styles.note}>
          <span>
            <strong>{actions.sayTodo(todo)}</strong>
            {todo.note && <em className={styles.own}> {todo.note}</em>}
          </span>
          <Button size="small" onClick={() => void actions.settleTodo(todo, 'done')}>
            Done
          </Button>
          <Button size="small" type="text" onClick={() => void actions.settleTodo(todo, 'dropped')}>
            Drop
          </Button>
        </p>
      )}
    </>
  );
}
