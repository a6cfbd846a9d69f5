/** Events of a calendar (VEVENT, RFC 5545 §3.6.1), as they are kept and reckoned with. */

/** Whether an event goes on (RFC 5545 §3.8.1.11). */
export const EVENT_STATUSES = ['confirmed', 'tentative', 'cancelled'] as const;
export type EventStatus = (typeof EVENT_STATUSES)[number];

/** What somebody has answered (PARTSTAT, RFC 5545 §3.2.12). */
export const ATTENDANCE = ['needs-action', 'accepted', 'declined', 'tentative', 'delegated'] as const;
export type Attendance = (typeof ATTENDANCE)[number];

/** How much somebody is needed (ROLE, RFC 5545 §3.2.16). */
export const ROLES = ['chair', 'required', 'optional', 'informed'] as const;
export type Role = (typeof ROLES)[number];

/** When an event is. */
export interface EventWhen {
  /** On the clock of its zone: `2026-12-01T09:00`, seconds allowed; of one that takes whole days `2026-12-01`. */
  start: string;
  /** The end, no longer part of it (RFC 5545 §3.8.2.2), in the same form on the same clock. */
  end: string;
  /** IANA name; null: on my clock, wherever that is (RFC 5545 §3.3.5), as whole days always are. */
  zone: string | null;
  /** RFC 5545 §3.3.10, without `RRULE:`; null where it is once. */
  rrule: string | null;
  /** Also then, and not then, in the form of `start`. */
  rdate: readonly string[];
  exdate: readonly string[];
}

export interface Attendee {
  /** As it is written. */
  address: string;
  name: string;
  attendance: Attendance;
  role: Role;
  /** When they said so, epoch ms; undefined where they have not, or it came in a file. */
  said?: number;
}

/** What of one that recurs is meant: one time of it, all from that on, or the whole. */
export const EVENT_REACH = ['this', 'following', 'all'] as const;
export type EventReach = (typeof EVENT_REACH)[number];

export const LONGEST = { summary: 500, location: 500, description: 100_000 } as const;
/** People at one event. */
export const MOST_ATTENDEES = 500;

export const takesWholeDays = ({ start }: Pick<EventWhen, 'start'>): boolean => start.length === 10;

/** A day as the midnight it begins with, where a time is wanted. */
export const timed = (time: string): string => (time.length === 10 ? `${time}T00:00` : time);

export const isRecurring = ({ rrule, rdate }: Pick<EventWhen, 'rrule' | 'rdate'>): boolean =>
  rrule !== null || rdate.length > 0;
