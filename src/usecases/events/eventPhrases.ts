/** Events in words: one to be put into the calendar, and one that a message leaves before. */
import { readEventPhrase as read, type EventReading } from '#core/calendar/eventPhrase';
import { takesWholeDays } from '#core/calendar/event';
import { instantOf } from '#core/calendar/occurrences';
import { readBeforeEvent, type NamedEvent } from '#core/phrase/beforeEvent';
import type { PhraseResult } from '#core/phrase/read';
import { beforeWords } from '#core/plan/kinds/before-event/words';
import type { Plan } from '#core/plan/plan';
import type { Language } from '#core/text/language';
import { toLocal } from '#core/time/wallClock';
import { dayWords, spanOn } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { allCorrespondents } from '#store/correspondents';
import { namedEvents } from '#store/events';
import type { Desk } from '../desk';
import { phraseLanguages } from '../moments/phraseLanguages';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { listEvents, type EventView } from './eventView';
import { timeAt } from './knownEvent';

export interface EventReadingView extends EventReading {
  words: string;
  /** What is in the calendar then. */
  meets: string[];
}

export type EventReadings =
  | { kind: 'understood'; readings: EventReadingView[] }
  | { kind: 'not-understood'; why: string }
  | { kind: 'empty' };

/** So many correspondents are looked at for whose time is meant. */
const MOST_PEOPLE = 50;
/** So many coming events a phrase may name. */
const MOST_EVENTS = 500;

/** Takes time that somebody would be missed in. */
export const isBusy = ({ transparent, status }: Pick<EventView, 'transparent' | 'status'>): boolean =>
  !transparent && status !== 'cancelled';

function viewOf(desk: Desk, reading: EventReading): EventReadingView {
  const { zone: mine, hourCycle } = desk.settings();
  const { start, end, zone } = reading;
  const on = zone ?? mine;
  const [from, until] = [instantOf(start, on), instantOf(end, on)];
  const today = toLocal(desk.now(), mine);
  const span = (clock: string) => spanOn(from, until, clock, today, hourCycle);
  const words = takesWholeDays(reading)
    ? `${dayWords(`${start}T00:00`, today)}, the whole day`
    : on === mine
      ? span(mine)
      : `${span(on)} in ${zoneCity(on)}, ${span(mine)} your time`;
  const meets = listEvents(desk, from, Math.max(until, from + 1))
    .filter((each) => isBusy(each) && !each.wholeDays)
    .map(({ summary }) => summary);
  return { ...reading, words, meets: takesWholeDays(reading) ? [] : meets };
}

/** @param asked the languages the browser asks for */
export function readEventPhrase(desk: Desk, phrase: string, asked: readonly Language[] = []): EventReadings {
  const { db } = desk.store;
  // Whoever is not named in it cannot be meant: the days of work of thousands are not looked up for that.
  const said = phrase.toLowerCase();
  const isNamed = (words: string | null) =>
    (words ?? '')
      .toLowerCase()
      .split(/\s+/)
      .some((word) => word.length > 1 && said.includes(word));
  const mailboxes = allCorrespondents(db)
    .filter(({ name, place }) => isNamed(name) || isNamed(place))
    .slice(0, MOST_PEOPLE)
    .flatMap(({ name, addresses }) => (addresses[0] ? [{ name, address: addresses[0] }] : []));
  const result = read(phrase, {
    now: desk.now(),
    me: meAsPerson(desk),
    people: placedReaders(readersAt(desk, db, mailboxes)),
    hourCycle: desk.settings().hourCycle,
    languages: phraseLanguages(desk, asked),
  });
  if (result.kind !== 'understood') return result;
  return { kind: 'understood', readings: result.readings.map((each) => viewOf(desk, each)) };
}

/** Coming events that have a name, each at its next time, soonest first. */
function coming(desk: Desk): NamedEvent[] {
  const { db } = desk.store;
  const now = desk.now();
  const { zone: mine } = desk.settings();
  return namedEvents(db, now, MOST_EVENTS)
    .filter(({ masterId }) => masterId === null)
    .flatMap((event) => {
      const time = timeAt(db, event, null, mine, now);
      return time && time.moment.startsAt >= now && !time.cancelled ? [{ event, time }] : [];
    })
    .sort((a, b) => a.time.moment.startsAt - b.time.moment.startsAt)
    .map(({ event, time }) => ({
      id: event.id,
      occurrence: time.moment.occurrence || null,
      summary: time.row.summary,
    }));
}

/** “an hour before the broker call” as plans; undefined where it says nothing of an event. */
export function readBeforeEventPhrase(desk: Desk, text: string): PhraseResult | undefined {
  if (
    !/\b(?:before|after|antes|depois|ap[oó]s|despu[eé]s|vor|nach|avant|apr[eè]s)\b/iu.test(
      text.normalize('NFC'),
    )
  )
    return undefined;
  const found = readBeforeEvent(text, coming(desk)).slice(0, 4);
  if (found.length === 0) return undefined;
  const readings = found.map(({ event, offset, edge, each }) => {
    const atEnd = edge === 'end' && { edge };
    if (each && event.occurrence !== null) {
      const around = { event: event.id, offset, ...atEnd, summary: event.summary, lengthMs: 0 };
      // When that is, the desk looks up.
      const { zone } = desk.settings();
      const start = toLocal(desk.now(), zone).slice(0, 16);
      const plan: Plan = { kind: 'series', start, zone, around };
      return { plan, words: beforeWords(offset, edge, `each “${event.summary}”`) };
    }
    const plan: Plan = {
      kind: 'before-event',
      event: event.id,
      ...(event.occurrence !== null && { occurrence: event.occurrence }),
      offset,
      ...atEnd,
    };
    return { plan, words: beforeWords(offset, edge, `“${event.summary}”`) };
  });
  return { kind: 'understood', readings };
}
