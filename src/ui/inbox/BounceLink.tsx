'use client';
/** On a report about something of mine: what it says, and the way to the departure it is about. */
import Link from 'next/link';
import type { MessageJson } from '#api/types';
import { adviceFor } from '#core/departure/advice';
import { RECEIPT_WORDS } from '#core/reply/report';
import styles from './Inbox.module.css';

export function BounceLink({ message: { reportOn } }: { message: MessageJson }) {
  if (!reportOn) return null;
  const failed = reportOn.said.filter(({ action }) => action === 'failed');
  return (
    <p className={styles.report} role="note" data-failed={failed.length > 0}>
      <Link href={`/departures/${reportOn.departureId}`}>“{reportOn.subject || '(no subject)'}”</Link>{' '}
      {reportOn.said.map(({ address, action, words }, index) => (
        <span key={index}>
          {index > 0 && '; '}
          {RECEIPT_WORDS[action]}
          {address && `, ${address}`}
          {/\p{L}/u.test(words) && `: “${words}”`}
        </span>
      ))}
      . {failed.length > 0 && adviceFor(failed[0]!.words)}
    </p>
  );
}
