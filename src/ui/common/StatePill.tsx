'use client';
/** A departure's state: always a word, colour only supports it. */
import type { DepartureJson } from '#api/types';
import type { PauseCause } from '#core/departure/states';
import { undeliveredTo } from '#core/departure/undelivered';
import { useWords } from './format';
import styles from './StatePill.module.css';

const PAUSED: Record<PauseCause, string> = {
  me: 'Paused',
  editing: 'Paused: being edited',
  'left-open': 'Paused: left open',
  late: 'Paused: late',
  'wrote-first': 'Paused: they wrote first',
  review: 'Needs review',
  key: 'Waits for your passphrase',
};

export function stateWords(departure: DepartureJson, exact: (at: string) => string): string {
  const accepted = departure.recipients.filter((reader) => reader.status === 'accepted').length;
  const all = departure.recipients.length;
  const lost = undeliveredTo(departure.recipients).length;
  if (departure.waitsForDisk) return 'Waits for the disk';
  switch (departure.state) {
    case 'held':
      return `Held until ${exact(departure.at)}`;
    case 'paused':
      return PAUSED[departure.pausedFor ?? 'me'];
    case 'scheduled':
      if (departure.waitsForServer) return 'Waits for the mail server';
      if (accepted > 0) return `Sent to ${accepted} of ${all}, attempt ${departure.attempts + 1}`;
      return departure.attempts > 0 ? `Scheduled: attempt ${departure.attempts + 1}` : 'Scheduled';
    case 'releasing':
      return 'Releasing';
    case 'sent':
      if (lost > 0) return lost < all ? `Undelivered to ${lost} of ${all}` : 'Undelivered';
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
  const { exact } = useWords();
  const looks = undeliveredTo(departure.recipients).length > 0 ? 'failed' : departure.state;
  return (
    <span className={`${styles.pill} ${styles[looks] ?? ''}`} title={departure.reason ?? undefined}>
      {stateWords(departure, exact)}
    </span>
  );
}
