/** When an event is, in words. */
import type { EventJson } from '#api/types';
import { plusDays } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords, type HourCycle } from '#core/time/words';
import { zoneCity } from '#core/time/zones';

type Timed = Pick<EventJson, 'at' | 'until' | 'start' | 'end' | 'wholeDays'>;

/** “15:00–16:00”, “Thu 23:00–Fri 00:30” where it ends on another day. */
export function spanWords(
  { at, until }: Pick<EventJson, 'at' | 'until'>,
  zone: string,
  cycle?: HourCycle,
): string {
  const [from, to] = [toLocal(Date.parse(at), zone), toLocal(Date.parse(until), zone)];
  if (from === to) return timeWords(from, cycle);
  if (from.slice(0, 10) === to.slice(0, 10)) return `${timeWords(from, cycle)}–${timeWords(to, cycle)}`;
  return `${dayWords(from, from).split(' ')[0]} ${timeWords(from, cycle)}–${dayWords(to, to).split(' ')[0]} ${timeWords(to, cycle)}`;
}

/** “Thu 26 Nov 15:00–16:00”, “Thu 3 Dec, the whole day”, “Thu 3 Dec to Sat 5 Dec” */
export function whenWords(event: Timed, zone: string, cycle?: HourCycle, today?: string): string {
  if (!event.wholeDays) {
    const day = toLocal(Date.parse(event.at), zone);
    return `${dayWords(day, today)} ${spanWords(event, zone, cycle)}`;
  }
  const last = plusDays(event.end, -1);
  const first = dayWords(`${event.start}T00:00`, today);
  return last === event.start ? `${first}, the whole day` : `${first} to ${dayWords(`${last}T00:00`, today)}`;
}

/** “, your time” beside “09:00–10:00 in Osaka”; empty where both are the same clock. */
export function thereWords(event: Timed & Pick<EventJson, 'zone'>, mine: string, cycle?: HourCycle): string {
  if (event.wholeDays || event.zone === null || event.zone === mine) return '';
  const [here, there] = [toLocal(Date.parse(event.at), mine), toLocal(Date.parse(event.at), event.zone)];
  if (here === there) return '';
  const day = here.slice(0, 10) === there.slice(0, 10) ? '' : `${dayWords(there, there).split(' ')[0]} `;
  return `${day}${spanWords(event, event.zone, cycle)} in ${zoneCity(event.zone)}`;
}

/** What is worth a word beside its name; empty where nothing is. */
export const statusWords = ({ status, transparent }: Pick<EventJson, 'status' | 'transparent'>): string =>
  status === 'cancelled' ? 'cancelled' : status === 'tentative' ? 'perhaps' : transparent ? 'free' : '';
