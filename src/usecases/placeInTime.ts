/** Giving a message that was taken in late the time it belongs to: for seeding and for imports. */
import { noteChange } from '#store/journal';
import { findMessage, swapMessage } from '#store/messages';
import type { Desk } from './desk';
import { NotFound } from './errors';

export interface PlaceInTime {
  /** When it arrived, epoch ms. */
  at: number;
  /** When it was put off and when it came back, epoch ms. */
  cameBack?: { since: number; at: number; note?: string; times?: number };
}

/** @throws NotFound */
export function placeInTime(desk: Desk, messageId: string, { at, cameBack }: PlaceInTime): void {
  desk.store.write((tx) => {
    const message = findMessage(tx, messageId);
    if (!message) throw new NotFound('There is no such message.');
    const returned = cameBack && {
      returnedAt: cameBack.at,
      returnedWhy: {
        kind: 'snooze' as const,
        since: cameBack.since,
        until: cameBack.at,
        note: cameBack.note,
        times: cameBack.times,
      },
    };
    swapMessage(tx, message, { at, ...returned });
    noteChange(tx, 'message', messageId);
  });
}
