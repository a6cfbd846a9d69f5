/** A time somebody speaks of, on both clocks, against what I have then. */
import { dayStrip, type StripPart } from '#core/moment/strip';
import type { Person } from '#core/people/person';
import { dayPart, dayPartWords } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { dayWords, spanOn, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import type { Desk } from '../desk';
import { meAsPerson } from '../people/readers';
import { isBusy } from './eventPhrases';
import { listEvents, type EventView } from './eventView';

/** What I have in the calendar then. Moments are epoch ms. */
export type MetEvent = Pick<EventView, 'id' | 'occurrence' | 'summary' | 'at' | 'until'>;

/** A time that is spoken of. Epoch ms. */
export interface SpokenOf {
  at: number;
  until: number;
  wholeDay: boolean;
  /** Nothing is said of its end. */
  saysEnd: boolean;
  /** IANA name of the clock it is told on beside mine. */
  zone: string;
  /** What it is about itself is in nobody’s way. */
  uid?: string;
}

export interface Placed {
  /** Epoch ms. */
  at: number;
  until: number;
  wholeDay: boolean;
  /** “Thu 26 Nov 01:00–02:00”, on my clock, and on theirs. */
  here: string;
  there: string;
  /** “free”, “during “Loans committee””, “free, but 23:00 for you, at night”. */
  verdict: string;
  /** Nothing speaks against it. */
  good: boolean;
  /** Already in the calendar, at exactly this time. */
  event: Pick<EventView, 'id' | 'occurrence' | 'summary'> | null;
  meets: MetEvent[];
  /** What the bands are drawn over, and the parts of both days in it. */
  from: number;
  to: number;
  mine: StripPart[];
  theirs: StripPart[];
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** So many hours are drawn before it. */
const BEFORE = 9 * HOUR;

/** Of a zone that is only an offset there is no city. */
export const clockName = (zone: string): string =>
  zone.startsWith('Etc/GMT') ? `UTC${zone[7] === '-' ? '+' : '−'}${zone.slice(8)}` : zoneCity(zone);

/** What of my day speaks against it; empty where nothing does. */
function against(at: number, me: Person, hourCycle: 12 | 24): string {
  const local = toLocal(at, me.zone);
  const part = dayPart(local, me.working);
  if (part === 'working') return '';
  return `${timeWords(local, hourCycle)} for you, ${dayPartWords(local, me.working)}`;
}

function verdictOf(
  found: Pick<Placed, 'at' | 'until' | 'wholeDay' | 'meets' | 'event'>,
  me: Person,
  now: number,
  hourCycle: 12 | 24,
): Pick<Placed, 'verdict' | 'good'> {
  const { at, until, wholeDay, meets, event } = found;
  if (until <= now) return { verdict: 'over', good: false };
  const day = toLocal(at, me.zone);
  const part = dayPart(`${day.slice(0, 10)}T12:00`, me.working);
  if (event) return { verdict: `in your calendar: “${event.summary}”`, good: true };
  const named = meets.map(({ summary }) => `“${summary}”`).join(' and ');
  if (wholeDay) {
    const off =
      part === 'working' || part === 'waking' ? '' : dayPartWords(`${day.slice(0, 10)}T12:00`, me.working);
    const busy = meets.length > 0 ? `${named} that day` : '';
    return {
      verdict: [busy, off].filter(Boolean).join(', ') || 'nothing in your calendar that day',
      good: !busy && !off,
    };
  }
  const odd = against(at, me, hourCycle);
  if (meets.length > 0) return { verdict: [`during ${named}`, odd].filter(Boolean).join(', '), good: false };
  return odd ? { verdict: `free, but ${odd}`, good: false } : { verdict: 'free', good: true };
}

/** @param writer whose day is drawn beside mine */
export function placeInCalendar(desk: Desk, spoken: SpokenOf, writer: Person): Placed {
  const { at, until, wholeDay, saysEnd, zone, uid } = spoken;
  const me = meAsPerson(desk);
  const { hourCycle } = desk.settings();
  const now = desk.now();
  const today = toLocal(now, me.zone);
  const near = listEvents(desk, at, Math.max(until, at + 1)).filter(
    (each) => !each.wholeDays && each.uid !== uid,
  );
  const same = near.find((event) => event.at === at && (!saysEnd || event.until === until));
  const event = same ? { id: same.id, occurrence: same.occurrence, summary: same.summary } : null;
  const meets = near.filter(isBusy).map(({ id, occurrence, summary, at: begins, until: ends }) => ({
    id,
    occurrence,
    summary,
    at: begins,
    until: ends,
  }));
  const from = Math.floor((wholeDay ? at : at - BEFORE) / HOUR) * HOUR;
  const to = from + DAY;
  const span = (clock: string) => {
    const local = toLocal(at, clock);
    return saysEnd
      ? spanOn(at, until, clock, today, hourCycle)
      : `${dayWords(local, today)} ${timeWords(local, hourCycle)}`;
  };
  const day = dayWords(toLocal(at, zone), today);
  const seen = { at, until, wholeDay, meets, event };
  return {
    ...seen,
    here: wholeDay ? day : span(me.zone),
    there: wholeDay ? day : `${span(zone)} in ${zone === writer.zone ? writer.place : clockName(zone)}`,
    ...verdictOf(seen, me, now, hourCycle),
    from,
    to,
    mine: dayStrip(me, from, to),
    theirs: dayStrip(writer, from, to),
  };
}
