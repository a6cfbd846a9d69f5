/** Grouping of pending departures: what needs the person first, then by day. */
import { group } from 'd3-array';
import { Temporal } from 'temporal-polyfill';
import { offsetAt } from '../time/offsets';
import { toLocal } from '../time/wallClock';
import { dayOf, longDayWords } from '../time/words';
import { canonicalZone } from '../time/zones';
import type { DepartureState, PauseCause } from './states';

export const IN_DOUBT = 'In doubt: did it arrive?';
export const TOO_LATE = 'Too late: their moment passed while nothing was running';
export const NEEDS_ME = 'Needs you';
export const QUIET = 'Written in quiet hours: reconsider before they leave';
const DAY_MS = 86_400_000;
const FIRST = [IN_DOUBT, TOO_LATE, NEEDS_ME, QUIET];

/** What grouping looks at. */
interface Grouped {
  state: DepartureState;
  pausedFor: PauseCause | null;
  at: string;
  /** Quiet hours hold it. */
  quiet: boolean;
}

export interface DepartureGroup<T> {
  name: string;
  departures: T[];
}

/** The group a departure stands in before those of the days; undefined where its day says it all. */
function concern({ state, pausedFor, quiet }: Grouped): string | undefined {
  if (state === 'unconfirmed') return IN_DOUBT;
  if (state === 'paused' && pausedFor === 'late') return TOO_LATE;
  if (quiet && (state === 'held' || pausedFor === 'review')) return QUIET;
  return state === 'failed' || state === 'paused' ? NEEDS_ME : undefined;
}

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
export function groupPending<T extends Grouped>(
  departures: readonly T[],
  zone: string,
  now: number,
): DepartureGroup<T>[] {
  const today = dayOf(toLocal(now, zone));
  const concerns = group(departures, concern);
  const id = canonicalZone(zone);
  // By number first, since a long list has far more departures than days.
  const dayNumber = ({ at }: T) => Math.floor((Date.parse(at) + offsetAt(Date.parse(at), id)) / DAY_MS);
  const days = group(concerns.get(undefined) ?? [], dayNumber);
  // All days that are over are today's.
  const named = group([...days], ([, [first]]) =>
    dayName(dayOf(toLocal(Date.parse(first!.at), zone)), today),
  );
  return [
    ...FIRST.map((name) => ({ name, departures: concerns.get(name) ?? [] })),
    ...[...named].map(([name, each]) => ({ name, departures: each.flatMap(([, members]) => members) })),
  ].filter(({ departures: members }) => members.length > 0);
}

/** One line of the list of pending departures. */
export type PendingItem<T> =
  | { kind: 'group'; name: string; departures: readonly T[] }
  | { kind: 'departure'; departure: T; among: boolean }
  /** The copies of one message, folded into one line at the moment of the first. */
  | { kind: 'copies'; messageId: string; departures: readonly T[]; open: boolean };

interface Copied extends Grouped {
  messageId: string;
  copyFor: string | null;
}

/**
 * Groups as lines: headings, departures, and the copies of one message folded at the first of them, whatever days the
 * others leave on. A copy that needs the person stands by itself among what does.
 * @param open the messages whose copies are shown singly
 */
export function pendingItems<T extends Copied>(
  groups: readonly DepartureGroup<T>[],
  open: ReadonlySet<string>,
): PendingItem<T>[] {
  const copies = group(
    groups.flatMap(({ departures }) => departures.filter((each) => each.copyFor !== null && !concern(each))),
    ({ messageId }) => messageId,
  );
  const folded = new Set<string>();
  return groups.flatMap(({ name, departures }): PendingItem<T>[] => {
    const items: PendingItem<T>[] = [];
    for (const departure of departures) {
      const { messageId } = departure;
      const all = concern(departure) ? [] : (copies.get(messageId) ?? []);
      if (all.length < 2) {
        items.push({ kind: 'departure', departure, among: false });
        continue;
      }
      if (folded.has(messageId)) continue;
      folded.add(messageId);
      const isOpen = open.has(messageId);
      items.push({ kind: 'copies', messageId, departures: all, open: isOpen });
      if (isOpen) for (const copy of all) items.push({ kind: 'departure', departure: copy, among: true });
    }
    // A day whose departures are all folded into an earlier one has nothing to show.
    return items.length ? [{ kind: 'group', name, departures }, ...items] : [];
  });
}
