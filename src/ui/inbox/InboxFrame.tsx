'use client';
import { useParams } from 'next/navigation';
import type { ReactNode } from 'react';
import { useWords } from '../common/format';
import { useWorkingAt } from '../common/useWorkingAt';
import styles from './Inbox.module.css';
import { useInbox } from '../data/queries';
import { InboxList } from './InboxList';
import { ReadingPane } from './ReadingPane';
import { firstOf } from './order';

/** The list at the left, what is open at the right. */
export function InboxFrame({ children }: { children: ReactNode }) {
  const { id } = useParams<{ id?: string }>();
  return (
    <div className={styles.columns} data-open={Boolean(id)}>
      <div className={styles.side}>
        <h1 className="unseen">Inbox</h1>
        <InboxList />
      </div>
      <div className={styles.reading}>{children}</div>
    </div>
  );
}

/** Nothing was chosen: the first of the list is read. */
export function FirstMessage() {
  const inbox = useInbox().data;
  const { now } = useWords();
  const workingAt = useWorkingAt();
  const first = inbox && firstOf(inbox.messages, now, workingAt);
  if (!first) return <p className={styles.nothing}>Nothing to read.</p>;
  return <ReadingPane key={first.id} id={first.id} />;
}
