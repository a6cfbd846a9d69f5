/** When a file is watched: between two moments, on some weekdays, at some hours. */
import { dayNumberOf, weekdayOf } from '#core/time/dayNumber';
import { toInstant, toLocal } from '#core/time/wallClock';
import type { OnFileChangePlan } from './plan';

type Window = Pick<OnFileChangePlan, 'from' | 'until' | 'days' | 'hours'>;

/** It will not be watched any more. @param now epoch ms */
export const isOver = ({ until }: Window, now: number, zone: string): boolean =>
  until !== undefined && now >= toInstant(until, zone).at;

/** It is watched now. Hours may go over midnight; they belong to the day they begin on. */
export function isOpen({ from, until, days, hours }: Window, now: number, zone: string): boolean {
  if (from !== undefined && now < toInstant(from, zone).at) return false;
  if (isOver({ until }, now, zone)) return false;
  const local = toLocal(now, zone);
  const time = local.slice(11, 16);
  let day = dayNumberOf(local);
  if (hours) {
    const overnight = hours.to <= hours.from;
    const inside = overnight ? time >= hours.from || time < hours.to : time >= hours.from && time < hours.to;
    if (!inside) return false;
    if (overnight && time < hours.to) day--;
  }
  return days === undefined || days.length === 0 || days.includes(weekdayOf(day));
}
