/** The clock as a person sees and moves it, and as the engine keeps it. */
import { attend, jump, liftBarrier, readSandbox, realDelay, setRate } from '#core/time/sandboxClock';
import { loadClock, saveClock } from '#store/clock';
import { beat, lastBeat, stopBeating } from '#store/heartbeat';
import { lastJournalAt } from '#store/journal';
import { SILENCE_MS, type Desk } from '../desk';
import { Invalid, Refused } from '../errors';

export interface ClockReading {
  /** Epoch ms. */
  now: number;
  sandbox: boolean;
  /** Clock seconds per real second. */
  rate: number;
  /** Where the clock is jumping to, epoch ms; null where it is not. */
  target: number | null;
  /** The next moment at which something is due anywhere, where the clock waits until it is done; epoch ms. */
  nextDue: number | null;
}

export function readClock(desk: Desk): ClockReading {
  const clock = desk.sandbox ? loadClock(desk.store.db) : undefined;
  if (!clock) return { now: Date.now(), sandbox: false, rate: 1, target: null, nextDue: null };
  const attended = desk.engineRuns();
  const now = readSandbox(clock, Date.now(), attended);
  return {
    now,
    sandbox: true,
    rate: clock.rate,
    target: clock.target,
    nextDue: attended ? clock.barrier : null,
  };
}

/** How a sandbox clock may be moved: exactly one of these. */
export interface ClockMove {
  /** Milliseconds ahead. */
  advance?: number;
  /** Epoch ms. */
  set?: number;
  /** Clock seconds per real second, from 0 (stands still) to 3600. */
  rate?: number;
}

/**
 * Moves the sandbox clock. A jump is only stored: the clock steps from due moment to due moment as the engine
 * does what is due.
 * @throws Refused where the system clock rules, or to go back; Invalid
 */
export function moveClock(desk: Desk, move: ClockMove): ClockReading {
  if (!desk.sandbox) throw new Refused('This is the system clock; only a sandbox clock can be moved.');
  desk.store.write((tx) => {
    const real = Date.now();
    const clock = loadClock(tx)!;
    const attended = desk.engineRuns();
    if (move.rate !== undefined) {
      if (!(move.rate >= 0 && move.rate <= 3600)) throw new Invalid('The rate goes from 0 to 3600.', 'rate');
      return saveClock(tx, setRate(clock, real, move.rate, attended));
    }
    const target = move.set ?? readSandbox(clock, real, attended) + (move.advance ?? 0);
    const next = jump(clock, real, target, attended);
    if (!next) throw new Refused('The clock never goes back. Choose a later time.');
    saveClock(tx, next);
  });
  return readClock(desk);
}

/**
 * For the engine, once all that was due is done and nothing else is under way: lets the clock run on to the next
 * due moment.
 * @param nextDue epoch ms, of the engine and of the outside world together
 */
export function allDone(desk: Desk, nextDue: number | null): void {
  const { db } = desk.store;
  const seen = loadClock(db);
  if (!seen) return;
  const now = readSandbox(seen, Date.now());
  const arrived = seen.target !== null && now >= seen.target;
  if (seen.barrier === nextDue && !arrived) return;
  desk.store.write((tx) => {
    const clock = loadClock(tx)!;
    // Something fell due while we looked: it moved the barrier, and stays the one to do next.
    if (clock.barrier !== seen.barrier) return;
    saveClock(tx, liftBarrier(clock, Date.now(), nextDue));
  });
}

/** Real milliseconds until `due` comes, given nothing holds the clock; Infinity where it stands still. */
export function delayUntil(desk: Desk, due: number): number {
  const clock = desk.sandbox ? loadClock(desk.store.db) : undefined;
  return clock ? realDelay(clock, Date.now(), due) : Math.max(0, due - Date.now());
}

/**
 * The engine's sign of life. Where it had been silent so long that a sandbox clock ran on without it, the clock
 * first goes on from what it shows: what fell due meanwhile is late.
 * @returns true where it had been silent that long
 */
export function giveSignOfLife(desk: Desk): boolean {
  const silent = Date.now() - lastBeat(desk.dataDir) >= SILENCE_MS;
  if (desk.sandbox && silent) {
    desk.store.write((tx) => {
      const clock = loadClock(tx);
      if (clock) saveClock(tx, attend(clock, Date.now()));
    });
  }
  beat(desk.dataDir);
  return silent;
}

/**
 * Sets a sandbox clock down before the product stops, so that it stands still while nothing runs. Does nothing
 * under the system clock.
 */
export function setClockDown(desk: Desk): void {
  desk.store.write((tx) => {
    const clock = loadClock(tx);
    const real = Date.now();
    if (clock) saveClock(tx, { ...clock, realAnchor: real, anchor: readSandbox(clock, real) });
  });
  stopBeating(desk.dataDir);
}

/** Takes a sandbox clock up again where it was set down; after a crash, where the journal ends. */
export function takeClockUp(desk: Desk): void {
  desk.store.write((tx) => {
    const clock = loadClock(tx);
    if (!clock) return;
    const anchor = Math.max(clock.anchor, lastJournalAt(tx) ?? 0);
    saveClock(tx, { ...clock, realAnchor: Date.now(), anchor });
  });
  // The engine is on its way: until it speaks for itself the clock waits for it.
  beat(desk.dataDir);
}
