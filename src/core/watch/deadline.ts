/** When a watch runs out, computed from when its message was released. */
import type { Person } from '../people/person';
import { datesFrom, localAt, workOn } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { Temporal } from 'temporal-polyfill';
import type { Deadline } from './watch';

export interface DeadlineContext {
  /** When the message was released, epoch ms. */
  start: number;
  me: Person;
  /** Who is to answer, where their clock is known. */
  reader?: Person;
}

/** Nobody waits longer for somebody's working day. */
const LOOK_AHEAD_DAYS = 4000;
const HOUR_MS = 3_600_000;

/**
 * The end of the n-th working day that somebody has for it. The day it lands counts where it lands before their work
 * begins, else the one after is the first.
 * @returns epoch ms; undefined for somebody who never works
 */
function workingDaysOn(start: number, count: number, { zone, working }: Person): number | undefined {
  const landed = toLocal(start, zone);
  const today = landed.slice(0, 10);
  let left = count;
  for (const date of datesFrom(today, LOOK_AHEAD_DAYS)) {
    const work = workOn(date, working);
    if (work.length === 0 || localAt(date, work[0]!.from) < landed) continue;
    if (--left === 0) return toInstant(localAt(date, work.at(-1)!.to), zone).at;
  }
  return undefined;
}

/** Whose working days count: of a reader whose clock is not known, mine. */
const workerOf = (of: 'reader' | 'me', { me, reader }: DeadlineContext): Person =>
  of === 'reader' ? (reader ?? me) : me;

/** @returns epoch ms; undefined where nobody ever works, so that there is no such day */
export function deadlineAt(deadline: Deadline, context: DeadlineContext): number | undefined {
  const { start, me } = context;
  if ('hours' in deadline) return start + deadline.hours * HOUR_MS;
  if ('days' in deadline) {
    // The same time of day by my clock, over a change of it too.
    const local = Temporal.PlainDateTime.from(toLocal(start, me.zone)).add({ days: deadline.days });
    return toInstant(local.toString({ smallestUnit: 'second' }), me.zone).at;
  }
  if ('workingDays' in deadline)
    return workingDaysOn(start, deadline.workingDays, workerOf(deadline.of, context));
  return toInstant(deadline.local, deadline.zone).at;
}

const counted = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What was asked for, to follow “for”: “2 working days of Ana”; empty where it is a date. @param name of the reader, where their clock is known */
export function deadlineWords(deadline: Deadline, name: string | undefined): string {
  if ('hours' in deadline) return counted(deadline.hours, 'hour');
  if ('days' in deadline) return counted(deadline.days, 'day');
  if (!('workingDays' in deadline)) return '';
  const days = counted(deadline.workingDays, 'working day');
  return deadline.of === 'reader' && name !== undefined ? `${days} of ${name}` : `${days} of mine`;
}
