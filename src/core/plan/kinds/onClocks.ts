/** What kinds share that name a time on a clock. */
import { Temporal } from 'temporal-polyfill';
import { toInstant, toLocal, type Resolved } from '../../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords } from '../../time/words';
import { canonicalZone, zoneCity } from '../../time/zones';
import type { Shift } from '../plan';
import type { Said, SentenceContext, Wall } from './planKind';

/** Without seconds. */
export const toMinute = (local: string) => local.slice(0, 16);

/** Without seconds where there are none. */
export const shorten = (local: string) =>
  local.endsWith(':00') && local.length === 19 ? local.slice(0, 16) : local;

/** The moment of a time in a zone, the one that is meant where it happens twice. @throws LocalTimeError, UnknownZoneError */
export function momentOf({ local, occurrence }: Wall, zone: string): Resolved {
  const resolved = toInstant(local, zone);
  return occurrence === 'second' && resolved.second !== undefined
    ? { ...resolved, at: resolved.second, second: resolved.at }
    : resolved;
}

export function shiftLocal(local: string, { days, minutes }: Shift): string {
  const moved = Temporal.PlainDateTime.from(local).add({ days, minutes });
  return shorten(moved.toString({ smallestUnit: 'second' }));
}

/** `2026-12-01` → `2026-12-02` */
export const dayAfter = (date: string) => Temporal.PlainDate.from(date).add({ days: 1 }).toString();

/** “Wed 25 Nov at 02:45” on my clock. */
function whenWords(at: number, context: SentenceContext): string {
  const leaves = toLocal(at, context.senderZone);
  const today = toLocal(context.now, context.senderZone);
  const day = dayWords(leaves, dayOf(leaves) === dayOf(today) ? leaves : undefined);
  return `${day} at ${timeWords(leaves, context.hourCycle, 'if any')}`;
}

/** “Leaves Wed 25 Nov at 02:45 your time (Lisbon), in 3 h; lands …” */
export function leavesAt({ at, copies, lands }: Said, context: SentenceContext): string {
  const { now, senderZone } = context;
  const when = `${whenWords(at, context)} your time (${zoneCity(canonicalZone(senderZone))})`;
  if (at < now) return `Would leave ${when}${copies}, ${durationWords(now - at)} ago${lands}.`;
  return `Leaves ${when}${copies}, in ${durationWords(at - now)}${lands}.`;
}
