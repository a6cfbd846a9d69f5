/** The part of a message that calendar programs read (iMIP, RFC 6047). */
import { isMethod, MOST_ENTRIES, UNPLACED, type CalendarMessage } from '#core/calendar/invitation';
import { readEventFile } from '#core/formats/eventFile';

/**
 * @param stamp when it was written, epoch ms, where it does not say
 * @returns null where it is none that can be used, or is of several events (RFC 5546 §3.2: one UID)
 */
export function readCalendarPart(text: string | undefined, stamp: number): CalendarMessage | null {
  if (text === undefined) return null;
  try {
    const { method, events } = readEventFile(text, UNPLACED, stamp);
    const [first] = events;
    const usable =
      first?.uid && events.length <= MOST_ENTRIES && events.every(({ uid }) => uid === first.uid);
    return isMethod(method) && usable ? { method, events } : null;
  } catch {
    // Whatever is wrong with it, the message itself can be read.
    return null;
  }
}
