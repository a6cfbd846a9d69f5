/** Grouping of pending departures: what needs the person first, then by day. */
import { Temporal } from 'temporal-polyfill';
import { toLocal } from '../time/wallClock';
import { dayOf, longDayWords } from '../time/words';
import type { DepartureState } from './states';

export interface DepartureGroup<T> {
  name: string;
  departures: T[];
}

const NEEDS_ME: readonly DepartureState[] = ['failed', 'unconfirmed'];

function dayName(day: string, today: string): string {
  const days = Temporal.PlainDate.from(today).until(day).days;
  if (days <= 0) return 'Today';
  const long = longDayWords(`${day}T00:00`);
  if (days === 1) return `Tomorrow, ${long}`;
  return day.slice(0, 4) === today.slice(0, 4) ? long : `${long} ${day.slice(0, 4)}`;
}

/**
 * @param departures in order of their moment
 * @param zone mine; days are mine
 * @param now epoch ms
 */
export function groupPending<T extends { state: DepartureState; at: string }>(
  departures: readonly T[],
  zone: string,
  now: number,
): DepartureGroup<T>[] {
  const today = dayOf(toLocal(now, zone));
  const groups = new Map<string, T[]>();
  const add = (name: string, departure: T) => groups.set(name, [...(groups.get(name) ?? []), departure]);
  for (const each of departures) if (NEEDS_ME.includes(each.state)) add('Needs you', each);
  for (const each of departures) {
    if (!NEEDS_ME.includes(each.state)) add(dayName(dayOf(toLocal(Date.parse(each.at), zone)), today), each);
  }
  return [...groups].map(([name, members]) => ({ name, departures: members }));
}
