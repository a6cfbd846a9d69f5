/** Departures whose moment passed while nothing was running: those that are too late pause and ask. */
import { latestLeave, LATE_FROM } from '../../core/departure/lateness';
import { addressKey } from '../../core/message/address';
import { correspondentsAt } from '../../store/correspondents';
import { untriedDue } from '../../store/departures';
import { recipientsOf } from '../../store/messages';
import type { Reading } from '../../store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';

/** The last instant at which each departure may still make its first attempt, epoch ms, by id. */
export function latestLeaves(
  desk: Desk,
  db: Reading,
  departures: readonly { id: string; messageId: string; due: number }[],
): Map<string, number> {
  const mine = desk.settings(db).zone;
  const recipients = recipientsOf(db, [...new Set(departures.map((each) => each.messageId))]);
  const people = correspondentsAt(
    db,
    recipients.map((each) => each.address),
  );
  const zones = new Map<string, string[]>();
  for (const { messageId, field, address } of recipients) {
    const zone = people.get(addressKey(address))?.zone;
    if (field !== 'replyTo' && zone) zones.set(messageId, [...(zones.get(messageId) ?? []), zone]);
  }
  return new Map(
    departures.map(({ id, messageId, due }) => [id, latestLeave(due, zones.get(messageId) ?? [], mine)]),
  );
}

/**
 * Pauses what is too late by now.
 * @returns how many
 */
export function pauseTooLate(desk: Desk): number {
  const now = desk.now();
  if (untriedDue(desk.store.db, now - LATE_FROM, 1).length === 0) return 0;
  return desk.store.write((tx) => {
    const late = untriedDue(tx, now - LATE_FROM);
    const latest = latestLeaves(desk, tx, late);
    const tooLate = late.filter((departure) => latest.get(departure.id)! < now);
    for (const departure of tooLate) applyEvent(tx, departure, 'too-late', now, { pausedFor: 'late' });
    return tooLate.length;
  });
}
