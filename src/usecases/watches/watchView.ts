/** Watches as they are shown, and what is worth proposing for one. */
import { group } from 'd3-array';
import { addressKey, type Mailbox } from '#core/message/address';
import { backByAnswer } from '#core/snooze/suggest';
import { plusDays } from '#core/time/dayParts';
import { leaveOn } from '#core/time/leave';
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, momentWords } from '#core/time/words';
import { deadlineAt, deadlineWords } from '#core/watch/deadline';
import { nextStep, type ChaserState, type Chasers } from '#core/watch/chasers';
import { habitWords } from '#core/watch/habit';
import type { Deadline, SettledHow } from '#core/watch/watch';
import { PENDING_STATES } from '#core/departure/states';
import { departuresOf } from '#store/departures';
import type { Reading } from '#store/store';
import { chasersOf, type Chaser } from '#store/watchChasers';
import { correspondentAt } from '#store/correspondents';
import { findSummaryRows } from '#store/messages';
import {
  consideredOf,
  countWaitingWatches,
  listWatches as listed,
  readersOfWatches,
  settledBy,
  watchesOf,
  type Watch,
} from '#store/watches';
import { threadMates } from '#store/undos';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { habitsAt } from './habits';
import { talliesOf } from '../questions/asking';
import { knownWatch } from './knownWatch';

/** A message that was held against a watch. */
export interface ConsideredView {
  message: string;
  from: Mailbox;
  subject: string;
  /** Epoch ms. */
  at: number;
  counts: boolean;
  why: string;
  overruled: boolean;
}

/** A chaser there has been. */
export interface ChaserView {
  message: string;
  state: ChaserState;
  /** When it left, or leaves, epoch ms; else null. */
  at: number | null;
}

/** When an away-message says to expect somebody. */
interface Back {
  /** The end of their first day, epoch ms. */
  at: number;
  local: string;
  zone: string;
  words: string;
  /** Their leave as it tells it; null where it is known already, or nobody known is away. */
  leave: { correspondent: string; from: string; to: string; words: string } | null;
}

/** Moments are epoch ms. */
export interface WatchView extends Omit<Watch, 'chasers'> {
  chasers: (Chasers & { made: ChaserView[] }) | null;
  /** What ended it; null where nothing has. */
  by: SettledHow | null;
  /** What happens next if nobody answers, to follow “then”; empty where it is over. */
  next: string;
  subject: string;
  /** Those it went to, or is to go to; who has answered among them. */
  readers: { name: string; address: string; answered: boolean }[];
  /** What was asked for, to follow “for”; empty where it is a date. */
  words: string;
  /** The deadline on the clock of who is to answer; null where that is not known. */
  theirs: { local: string; zone: string; place: string } | null;
  /** How long the first reader usually takes; null where too few answers are known. */
  habit: string | null;
  considered: ConsideredView[];
  /** How the answers to its question stand, in words; empty where it waits for no decision. */
  tally: string;
  /** When an away-message says to expect them back; null where none says. */
  back: Back | null;
}

/** The days somebody says to be away. @param from and @param back the first day away and the first after it */
function leaveOf(desk: Desk, address: string, from: string, back: string): Back['leave'] {
  const to = plusDays(back, -1);
  const person = correspondentAt(desk.store.db, addressKey(address));
  if (!person || to < from) return null;
  const known = leaveOn(from, person.leave) && leaveOn(to, person.leave);
  const words = `${person.name || address} is away until ${dayWords(`${to}T00:00`, `${from}T00:00`)}`;
  return known ? null : { correspondent: person.id, from, to, words };
}

/** What an away-message among them says of when its writer is at work again. */
function backOf(desk: Desk, rows: ReturnType<typeof consideredOf>): WatchView['back'] {
  const now = desk.now();
  for (const row of [...rows].reverse()) {
    if (row.away === null) continue;
    const [writer] = placedReaders(readersAt(desk, desk.store.db, [row.from]));
    const who = writer ?? meAsPerson(desk);
    const date = backByAnswer(row.away, row.writtenAt ?? row.at, who.zone);
    if (date === undefined) continue;
    // They find what waits on their first day, and may answer on it.
    const deadline: Deadline = { workingDays: 1, of: 'reader' };
    const start = toInstant(`${date}T00:00`, who.zone).at;
    const at = deadlineAt(deadline, { start, me: who, reader: who });
    if (at === undefined || at <= now) continue;
    const name = row.from.name || row.from.address;
    return {
      at,
      leave: leaveOf(desk, row.from.address, toLocal(row.writtenAt ?? row.at, who.zone).slice(0, 10), date),
      local: toLocal(at, who.zone).slice(0, 16),
      zone: who.zone,
      words: `${name} is back on ${dayWords(`${date}T00:00`, toLocal(now, who.zone))}`,
    };
  }
  return null;
}

/** What became of a chaser. */
function chaserView(db: Reading, { messageId }: Chaser): ChaserView {
  const all = departuresOf(db, messageId);
  const left = all.find(({ leftAt }) => leftAt !== null);
  if (left) return { message: messageId, state: 'left', at: left.leftAt };
  const goes = all.find(({ state }) => PENDING_STATES.includes(state) || state === 'releasing');
  if (goes) return { message: messageId, state: 'leaves', at: goes.due };
  const withdrawn = all.every(({ state }) => state === 'draft' || state === 'ended');
  return { message: messageId, state: withdrawn ? 'withdrawn' : 'stands-still', at: null };
}

/** The chasers of watches, by watch. */
function chasersIn(desk: Desk, ids: readonly string[]): Map<string, ChaserView[]> {
  const { db } = desk.store;
  const made = group(chasersOf(db, ids), ({ watchId }) => watchId);
  return new Map([...made].map(([id, rows]) => [id, rows.map((each) => chaserView(db, each))]));
}

/** What happens next if nobody answers. @param name of the reader, where their clock is known */
function nextOf(desk: Desk, watch: Watch, made: readonly ChaserView[], name: string | undefined): string {
  if (watch.state !== 'waiting') return '';
  const { zone, hourCycle } = desk.settings();
  const last = made.at(-1);
  const waits =
    last?.state === 'stands-still'
      ? ''
      : last?.state === 'leaves'
        ? momentWords(last.at!, desk.now(), zone, hourCycle)
        : undefined;
  return nextStep({ deadline: watch.deadline, chasers: watch.chasers, made: made.length, waits }, name);
}

/** @param brief leaves out what came in meanwhile, how answers stand and how long they usually take: every page asks for the rest */
function viewsOf(desk: Desk, watches: readonly Watch[], brief = false): WatchView[] {
  const { db } = desk.store;
  const ids = watches.map(({ id }) => id);
  const readers = group(readersOfWatches(db, ids), ({ watchId }) => watchId);
  const considered = group(brief ? [] : consideredOf(db, ids), ({ watchId }) => watchId);
  const subjects = new Map(
    findSummaryRows(db, [...new Set(watches.map(({ messageId }) => messageId))]).map(({ id, subject }) => [
      id,
      subject,
    ]),
  );
  const chased = chasersIn(desk, ids);
  const ended = settledBy(db, ids);
  const readersFor = (watch: Watch): WatchView['readers'] =>
    readers
      .get(watch.id)
      ?.map(({ address, name, answeredBy }) => ({ address, name, answered: answeredBy !== null })) ??
    receivers(db, watch.messageId).map(({ address, name }) => ({ address, name, answered: false }));
  const tallies = talliesOf(
    desk,
    watches.flatMap(({ messageId, settledBy: by }) => (!brief && by === 'decision' ? [messageId] : [])),
  );
  const withReaders = watches.map((watch) => ({ watch, all: readersFor(watch) }));
  const habits = habitsAt(desk, brief ? [] : withReaders.flatMap(({ all }) => all[0]?.address ?? []));
  return withReaders.map(({ watch, all }) => {
    const [person] = placedReaders(readersAt(desk, db, all.slice(0, 1)));
    const rows = considered.get(watch.id) ?? [];
    const habit = all[0] && habits.get(all[0].address);
    const made = chased.get(watch.id) ?? [];
    return {
      ...watch,
      chasers: watch.chasers && { ...watch.chasers, made },
      by: ended.get(watch.id) ?? null,
      next: nextOf(desk, watch, made, person?.name),
      subject: subjects.get(watch.messageId) ?? '',
      readers: all,
      words: deadlineWords(watch.deadline, person?.name),
      theirs:
        watch.at !== null && person
          ? { local: toLocal(watch.at, person.zone), zone: person.zone, place: person.place }
          : null,
      habit: habit ? habitWords(habit) : null,
      considered: rows.map(({ messageId, from, subject, at, counts, why, overruled }) => ({
        message: messageId,
        from,
        subject,
        at,
        counts,
        why,
        overruled,
      })),
      tally: tallies.get(watch.messageId) ?? '',
      back: watch.state === 'waiting' || watch.state === 'ran-out' ? backOf(desk, rows) : null,
    };
  });
}

/** Those that wait, the soonest first; or those that are over, the last first. */
export const listWatches = (
  desk: Desk,
  state: 'waiting' | 'closed',
  limit: number,
  brief = false,
): WatchView[] => viewsOf(desk, listed(desk.store.db, state, limit), brief);

export const countWaiting = (desk: Desk): number => countWaitingWatches(desk.store.db);

/** All there are in the thread of a message, the oldest first. */
export const watchesInThread = (desk: Desk, messageId: string): WatchView[] =>
  viewsOf(desk, watchesOf(desk.store.db, threadMates(desk.store.db, [messageId])));

/** @throws NotFound */
export const readWatch = (desk: Desk, id: string): WatchView =>
  viewsOf(desk, [knownWatch(desk.store.db, id)])[0]!;
