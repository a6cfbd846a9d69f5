'use client';
/** The inbox, grouped by what an answer would do now. */
import { Spin } from 'antd';
import Link from 'next/link';
import { useParams, useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';
import type { MessageSummaryJson } from '../../api/types';
import { useWords } from '../common/format';
import { useWorkingAt } from '../common/useWorkingAt';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useInbox, usePending } from '../data/queries';
import styles from './Inbox.module.css';
import { firstOf, grouped } from './order';

function Entry({ message, chosen }: { message: MessageSummaryJson; chosen: boolean }) {
  const words = useWords();
  const { returned } = message;
  return (
    <li>
      <Link
        href={`/inbox/${message.id}`}
        className={styles.entry}
        aria-current={chosen ? 'true' : undefined}
        data-row={message.id}
      >
        <span className={styles.from}>
          {message.from.name || message.from.address}
          {message.automatic && ' (automatic)'}
        </span>
        <time className={styles.at} dateTime={returned?.at ?? message.at}>
          {returned ? `came back ${words.moment(returned.at)}` : words.moment(message.at)}
        </time>
        <span className={styles.subject}>{message.subject || '(no subject)'}</span>
        <span className={styles.preview}>
          {returned ? `you put this off ${words.moment(returned.since)}` : message.preview}
        </span>
      </Link>
    </li>
  );
}

/** After sending, the tray's new row has the focus, once. */
function useFocusHeld(): void {
  const held = useSearchParams().get('held');
  const pending = usePending().data;
  const done = useRef<string | null>(null);
  useEffect(() => {
    if (!held || done.current === held) return;
    const button = document.querySelector<HTMLElement>(`[data-tray] [data-departure="${held}"] button`);
    if (!button) return;
    done.current = held;
    button.focus();
  }, [held, pending]);
}

export function InboxList() {
  const { data, error } = useInbox();
  const { id } = useParams<{ id?: string }>();
  const { now } = useWords();
  const workingAt = useWorkingAt();
  useFocusHeld();
  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  if (data.messages.length === 0) {
    return (
      <p className={styles.empty}>The inbox is empty. What arrives, and what comes back, stands here.</p>
    );
  }
  const chosen = id ?? firstOf(data.messages, now, workingAt)?.id;
  return (
    <nav aria-label="Messages" onKeyDown={moveBetweenRows}>
      {grouped(data.messages, now, workingAt).map((group) => (
        <section key={group.name} aria-label={group.name}>
          <h2 className={styles.group}>{group.name}</h2>
          <ul className={styles.list}>
            {group.messages.map((message) => (
              <Entry key={message.id} message={message} chosen={message.id === chosen} />
            ))}
          </ul>
        </section>
      ))}
    </nav>
  );
}
