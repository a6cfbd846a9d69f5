/** What is said of a batch. */
import type { BatchJson, BatchRowsJson } from '#api/types';

type Row = BatchRowsJson['rows'][number];

/** “left 120 of 500, 3 refused, 41 answered” */
export function progressWords({ counts, state }: BatchJson): string {
  const { rows, left, refused, answered, paused, takenBack, unmade, pending } = counts;
  if (state === 'draft') return `${rows} ${rows === 1 ? 'row' : 'rows'}, nothing scheduled yet`;
  return [
    `left ${left} of ${rows}`,
    pending > 0 && `${pending} to come`,
    paused > 0 && `${paused} paused`,
    refused > 0 && `${refused} refused`,
    takenBack > 0 && `${takenBack} taken back`,
    unmade > 0 && `${unmade} not scheduled`,
    answered > 0 && `${answered} answered`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** How one row stands, in a word or two. */
export function rowState({ messageId, state, leftAt, answered, pausedFor }: Row): string {
  if (messageId === null) return 'Not scheduled';
  if (leftAt !== null) return answered ? 'Answered' : state === 'failed' ? 'Sent in part' : 'Sent';
  switch (state) {
    case 'held':
      return 'Held';
    case 'scheduled':
      return 'Scheduled';
    case 'releasing':
      return 'Releasing';
    case 'paused':
      return pausedFor === 'review' ? 'Needs review' : 'Paused';
    case 'failed':
      return 'Refused';
    case 'unconfirmed':
      return 'Unconfirmed';
    case 'draft':
      return 'Taken back';
    default:
      return 'Deleted';
  }
}

/** Where a row is looked at: what has left in Departures, anything else in Write. */
export const rowPath = ({ messageId, departureId, leftAt }: Row): string | undefined =>
  messageId === null ? undefined : leftAt === null ? `/write/${messageId}` : `/departures/${departureId}`;

/** Those that can still be moved, paused or taken back. */
export const isOpen = ({ state, leftAt }: Row): boolean =>
  leftAt === null && (state === 'held' || state === 'scheduled' || state === 'paused' || state === 'failed');
