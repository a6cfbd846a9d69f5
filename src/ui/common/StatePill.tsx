'use client';
/** A departure's state: always a word, colour only supports it. */
import type { DepartureJson } from '../../api/types';
import { useWords } from './format';
import styles from './StatePill.module.css';

export function stateWords(departure: DepartureJson, precise: (at: string) => string): string {
  const accepted = departure.recipients.filter((reader) => reader.status === 'accepted').length;
  const all = departure.recipients.length;
  switch (departure.state) {
    case 'held':
      return `Held until ${precise(departure.at)}`;
    case 'scheduled':
      return departure.attempts > 0 ? `Scheduled: attempt ${departure.attempts + 1}` : 'Scheduled';
    case 'releasing':
      return 'Releasing';
    case 'sent':
      return accepted < all ? `Sent to ${accepted} of ${all}` : 'Sent';
    case 'failed':
      return 'Failed';
    case 'unconfirmed':
      return 'Unconfirmed';
    case 'draft':
      return 'Draft';
    case 'ended':
      return 'Deleted';
  }
}

export function StatePill({ departure }: { departure: DepartureJson }) {
  const { precise } = useWords();
  return (
    <span className={`${styles.pill} ${styles[departure.state] ?? ''}`} title={departure.reason ?? undefined}>
      {stateWords(departure, precise)}
    </span>
  );
}
