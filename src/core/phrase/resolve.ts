/** What a phrase says → plans: days are counted on calendars, parts of the day taken from people's working hours. */
import { Temporal } from 'temporal-polyfill';
import type { Person } from '../people/person';
import type { Plan } from '../plan/plan';
import { dayKind, localAt, nextWorkStart } from '../time/dayParts';
import type { Language } from '../text/language';
import { partMinute, type PartOfDay } from '../time/partOfDay';
import { toInstant, toLocal } from '../time/wallClock';
import { dayWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone } from '../time/zones';
import { candidateDates, type DateProblem } from './dates';
import type { Reading, Run, Said, TimeSpec } from './parts';

export interface PhraseContext {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** The recipients whose zone is known. */
  readers: readonly Person[];
  hourCycle?: HourCycle;
  /** What does not say whose clock it is read on is on mine. */
  mineFirst?: boolean;
  /** The languages the phrase may be in, the likeliest first; English where nothing is said. */
  languages?: readonly Language[];
}

export type Resolution =
  | { readings: Reading[] }
  /** `about` are the words it is about, all of them where nothing is said. */
  | { problem: string; about?: Run };

/**
 * The times of day a time may mean, the likelier first; none where it contradicts the part of the day named. Minutes
 * after the midnight that begins the day: what is 1440 or more is on the night that follows it.
 */
export function minutesOf(
  time: TimeSpec,
  part: PartOfDay | undefined,
  cycle: HourCycle | undefined,
): number[] {
  const { hour, minute, half } = time;
  if (half === 'midnight') {
    // “Friday midnight” is rather the end of Friday.
    const ends = part === 'evening' || part === 'night' || part === 'end';
    return ends ? [1440] : part === undefined ? [1440, 0] : part === 'morning' ? [0] : [];
  }
  const open = hour >= 1 && hour <= 12 && (half === 'bare' || (half === 'written' && cycle === 12));
  const morning = (hour % 12) * 60 + minute;
  const [am, pm] = [morning, morning + 720];
  // From seven on a bare number is rather the morning's.
  const options = open ? (hour >= 7 && hour < 12 ? [am, pm] : [pm, am]) : [hour * 60 + minute];
  const fitting = options.flatMap((at) => inPart(at, part));
  // “7 in the evening” leaves one, “tonight at 9:30” on a written time moves it to the half of the day named.
  if (fitting.length || half === 'said' || hour > 12) return fitting;
  return [am, pm].flatMap((at) => inPart(at, part));
}

const SMALL_HOURS = 5 * 60;

/** A time as it lies in a part of the day. The small hours of a night are on the day after it, or before it. */
function inPart(at: number, part: PartOfDay | undefined): number[] {
  switch (part) {
    case undefined:
      return [at];
    case 'start':
    case 'morning':
      return at < 720 ? [at] : [];
    case 'night':
      if (at < SMALL_HOURS) return [at + 1440, at];
      return at >= 18 * 60 ? [at] : [];
    case 'evening':
      if (at < SMALL_HOURS) return [];
      return at >= 16 * 60 ? [at] : [];
    case 'lunch':
      return at >= 11 * 60 && at < 15 * 60 ? [at] : [];
    default:
      return at >= 720 ? [at] : [];
  }
}

interface Chosen {
  local: string;
  /** False for a moment that is past; it is named where nothing else is left. */
  ahead: boolean;
}

const shorten = (local: string) => local.slice(0, 16);

/** The wall-clock times a phrase means on one person's clock. */
function localsOf(
  said: Said,
  who: Person,
  context: PhraseContext,
): Chosen[] | (DateProblem & { about?: Run }) {
  const { now } = context;
  const zone = canonicalZone(who.zone);
  const mine = toLocal(now, context.me.zone).slice(0, 10);
  const theirs = toLocal(now, zone);
  const times = said.time && minutesOf(said.time, said.part, context.hourCycle);
  if (times?.length === 0) return { problem: 'The time and the part of the day do not go together.' };
  const chosen = (local: string): Chosen => ({
    local: shorten(local),
    ahead: toInstant(local, zone).at > now,
  });
  const part = said.part ?? 'start';
  if (said.days.length === 0) {
    // No day: the next time the clock there shows it.
    if (!times && part === 'start') {
      const start = nextWorkStart(theirs, who.working);
      return start ? [chosen(start)] : { problem: `${who.name ?? 'This reader'} has no working days.` };
    }
    const today = theirs.slice(0, 10);
    const tomorrow = Temporal.PlainDate.from(today).add({ days: 1 }).toString();
    const on = (minute: (date: string) => number) => {
      const first = chosen(localAt(today, minute(today)));
      return first.ahead ? first : chosen(localAt(tomorrow, minute(tomorrow)));
    };
    return times
      ? times.map((minute) => on(() => minute))
      : [on((date) => partMinute(part, date, who.working))];
  }
  const dates = candidateDates(said.days, mine, theirs.slice(0, 10), who.working);
  if ('problem' in dates) return { ...dates, about: said.dayWords };
  return dates.flatMap((date) =>
    (times ?? [partMinute(part, date, who.working)]).map((minute) => chosen(localAt(date, minute))),
  );
}

function wordsOf(local: string, where: string, context: PhraseContext): string {
  const day = dayWords(local, toLocal(context.now, context.me.zone));
  return `${day} at ${timeWords(local, context.hourCycle, 'if any')} ${where}`;
}

function onOneClock(said: Said, who: Person, context: PhraseContext): Resolution {
  const locals = localsOf(said, who, context);
  if ('problem' in locals) return locals;
  const where = who === context.me ? 'your time' : `in ${who.place}`;
  const readings = locals
    .filter(({ ahead }) => ahead)
    .map(({ local }): Reading => ({
      plan: { kind: 'at', local, zone: canonicalZone(who.zone) },
      words: wordsOf(local, where, context),
    }));
  if (readings.length) return { readings };
  return { problem: `${wordsOf(locals[0]!.local, where, context)} is past.` };
}

const EACH_LOOKS_AHEAD = 14;

/** The day by which all who are away are back. */
function lastBack(said: Said, readers: readonly Person[], today: string): string[] | DateProblem {
  const each = readers.map((reader) => candidateDates(said.days, today, today, reader.working));
  const days = each.flatMap((found) => ('problem' in found ? [] : found)).sort();
  return days.length ? [days.at(-1)!] : each[0]!;
}

/** One wall-clock time for all, each on their own clock. */
function onEachClock(said: Said, context: PhraseContext): Resolution {
  const { readers, now, me } = context;
  const today = toLocal(now, me.zone).slice(0, 10);
  const times = said.time && minutesOf(said.time, said.part, context.hourCycle);
  if (times?.length === 0) return { problem: 'The time and the part of the day do not go together.' };
  const part = said.part ?? 'start';
  // The latest of their starts, the earliest of their ends: then all of them are there.
  const minutesOn = (date: string): number[] => {
    if (times) return times;
    const each = readers.map((reader) => partMinute(part, date, reader.working));
    return [part === 'end' ? Math.min(...each) : Math.max(...each)];
  };
  const ahead = (local: string) => readers.every((reader) => toInstant(local, reader.zone).at > now);
  let dates: string[];
  if (said.days.length) {
    const found = isBack(said)
      ? lastBack(said, readers, today)
      : candidateDates(said.days, today, today, me.working);
    if ('problem' in found) return { ...found, about: said.dayWords };
    dates = found;
  } else {
    const coming = Array.from({ length: EACH_LOOKS_AHEAD }, (_, days) =>
      Temporal.PlainDate.from(today).add({ days }).toString(),
    ).filter((date) => minutesOn(date).every((minute) => ahead(localAt(date, minute))));
    const atWork = (date: string) =>
      readers.filter((reader) => dayKind(date, reader.working).kind === 'working').length;
    const most = Math.max(...coming.map(atWork));
    // A time that was named is meant for the next day; a part of the working day for the next day most work.
    dates = [times ? coming[0]! : coming.find((date) => atWork(date) === most)!];
  }
  const locals = dates.flatMap((date) => minutesOn(date).map((minute) => shorten(localAt(date, minute))));
  const readings = locals.filter(ahead).map((local): Reading => ({
    plan: { kind: 'each-local', local },
    words: wordsOf(local, 'where each reader is', context),
  }));
  if (readings.length) return { readings };
  return { problem: `${wordsOf(locals[0]!, 'where each reader is', context)} is past for some of them.` };
}

const isBack = ({ days }: Said) => days.some(({ type }) => type === 'back');

const both = (all: Resolution[]): Resolution => {
  const readings = all.flatMap((each) => ('readings' in each ? each.readings : []));
  return readings.length ? { readings } : all[0]!;
};

/** Readers of one zone share a clock; where their hours differ, the first named counts. */
function clocks(readers: readonly Person[]): Person[] {
  const byZone = new Map<string, Person>();
  for (const reader of readers) {
    const zone = canonicalZone(reader.zone);
    if (!byZone.has(zone)) byZone.set(zone, reader);
  }
  return [...byZone.values()];
}

const NOBODY = 'Nobody’s time zone is known yet: add a recipient, or name a city.';

const NO_MOMENT = {
  repeats: 'That repeats, and this is one moment.',
  past: 'That is past. Say a moment to come.',
};

export function resolve(said: Said, context: PhraseContext): Resolution {
  const { me, readers, now } = context;
  const { whose } = said;
  if (said.noMoment) return { problem: NO_MOMENT[said.noMoment.why], about: said.noMoment.words };
  if (said.withTime && !said.time) return { problem: 'Say a time of day as well.' };
  const timed = said.days.length > 0 || said.time !== undefined || said.part !== undefined;
  if (said.now) {
    if (timed || said.delay || whose) return { problem: '“now” goes with nothing else.' };
    return { readings: [{ plan: { kind: 'now' }, words: 'now, after the hold' }] };
  }
  if (said.delay) {
    if (timed || whose)
      return { problem: 'A length of time from now is the same on every clock; say nothing more.' };
    // To the minute, unless seconds were asked for.
    const grain = said.delay.seconds % 60 ? 1000 : 60_000;
    const at = Math.ceil((now + said.delay.seconds * 1000) / grain) * grain;
    const exact = toLocal(at, me.zone);
    const local = exact.endsWith(':00') ? shorten(exact) : exact;
    const plan: Plan = { kind: 'at', local, zone: canonicalZone(me.zone) };
    return { readings: [{ plan, words: wordsOf(local, 'your time', context) }] };
  }
  const theirs = clocks(readers);
  if (!timed) {
    if (whose?.kind === 'each' && theirs.length) return onEachClock(said, context);
    return { problem: 'Say a day, a time, or a part of the day as well.' };
  }
  switch (whose?.kind) {
    case 'mine':
      return onOneClock(said, me, context);
    case 'place':
      return both(
        whose.places.map(({ zone, place }) => {
          const there = readers.find((reader) => canonicalZone(reader.zone) === zone);
          return onOneClock(said, { ...(there ?? { working: me.working }), zone, place }, context);
        }),
      );
    case 'each':
      return theirs.length ? onEachClock(said, context) : { problem: NOBODY };
    case 'theirs':
      if (theirs.length === 0) return { problem: NOBODY };
      return theirs.length > 1 ? onEachClock(said, context) : onOneClock(said, theirs[0]!, context);
    case undefined: {
      // When they are back is a day of theirs.
      if (isBack(said) && theirs.length)
        return theirs.length > 1 ? onEachClock(said, context) : onOneClock(said, theirs[0]!, context);
      const own = onOneClock(said, me, context);
      const away = theirs.some((reader) => canonicalZone(reader.zone) !== canonicalZone(me.zone));
      // An exact time is read off my clock; a part of the day is rather the reader's, and may be mine.
      if (said.time || !away || context.mineFirst) return own;
      const there = theirs.length > 1 ? onEachClock(said, context) : onOneClock(said, theirs[0]!, context);
      return both([there, own]);
    }
  }
}
