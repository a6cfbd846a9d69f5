/** Occurrences that wait for a look: told a set time before they are due, and once more when they are. */
import type { Departure } from '#store/departures';
import { findMessage, type Message } from '#store/messages';
import { openOccurrences, type SeriesRow } from '#store/series';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { placeMessage } from '../incoming/bringBack';
import { tellToLook } from '../incoming/tellToLook';

const MINUTE_MS = 60_000;

const waits = ({ state, pausedFor, differs }: Departure) =>
  state === 'paused' && pausedFor === 'review' && !differs;
const isPlanned = ({ state, differs, attempts }: Departure) =>
  state === 'scheduled' && !differs && attempts === 0;

/** Puts its message on top of the inbox. @param until when it is due, epoch ms */
function tell(tx: Tx, message: Message, now: number, until: number): void {
  const returnedWhy = { kind: 'review' as const, since: now, until };
  placeMessage(tx, message, { place: 'inbox', returnedAt: now, returnedWhy });
  tellToLook(tx, message, now);
}

/** It needs no look any more. */
export function doneWithReview(tx: Tx, messageId: string): void {
  const message = findMessage(tx, messageId);
  if (message?.place === 'inbox' && message.returnedWhy?.kind === 'review')
    placeMessage(tx, message, { place: 'archive' });
}

/** Stops those whose time for a look has come, and does with those due what was chosen. */
export function reviewOccurrences(_desk: Desk, tx: Tx, series: SeriesRow, now: number): void {
  const { review } = series;
  if (!review) return;
  const told = new Set<string>();
  const tellOnce = (each: Departure) => {
    if (told.has(each.messageId)) return;
    told.add(each.messageId);
    tell(tx, findMessage(tx, each.messageId)!, now, each.meant);
  };
  for (const each of openOccurrences(tx, series.id)) {
    if (isPlanned(each) && each.meant - review.minutes * MINUTE_MS <= now) {
      const reason = 'It waits for your look before it leaves.';
      applyEvent(tx, each, 'pause', now, { pausedFor: 'review', holdLeft: null, reason });
      tellOnce(each);
    } else if (waits(each) && each.meant <= now) {
      if (review.otherwise === 'skip') {
        applyEvent(tx, each, 'drop', now, {}, 'nobody had approved it');
        doneWithReview(tx, each.messageId);
      } else if (review.otherwise === 'go') {
        applyEvent(tx, each, 'resume', now, { due: now, reason: null }, 'as it is, since nobody had looked');
        doneWithReview(tx, each.messageId);
      } else if (findMessage(tx, each.messageId)!.returnedAt! < each.meant) tellOnce(each);
    }
  }
}

/** When there is something to do about a look next, epoch ms. @param open its departures that have not left */
export function reviewNext(
  { review }: SeriesRow,
  open: readonly Departure[],
  now: number,
): number | undefined {
  if (!review) return undefined;
  const moments = open.flatMap((each) => {
    if (isPlanned(each)) return [each.meant - review.minutes * MINUTE_MS];
    return waits(each) && each.meant > now ? [each.meant] : [];
  });
  return moments.length > 0 ? Math.max(now + 1, Math.min(...moments)) : undefined;
}
