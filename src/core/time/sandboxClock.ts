/**
 * The sandbox clock as data. It runs from an anchor at a rate, or jumps to a target, and never passes the
 * barrier: the earliest moment at which something is due and not yet done. The one who does what is due lifts
 * the barrier. So everything happens in order and exactly at its moment, however fast the clock runs.
 */
export interface SandboxClock {
  /** Real epoch ms at which the clock stood at `anchor`. */
  realAnchor: number;
  /** Sandbox epoch ms. */
  anchor: number;
  /** Sandbox seconds per real second; 0 stands still. */
  rate: number;
  /** Sandbox epoch ms the clock is jumping to, if it is. */
  target: number | null;
  /** Sandbox epoch ms the clock may not pass for now. */
  barrier: number | null;
}

/**
 * Sandbox time (epoch ms, whole) at a real time.
 * @param attended false while nobody is there to do what is due: time does not wait for them
 */
export function readSandbox(clock: SandboxClock, real: number, attended = true): number {
  const free = clock.target ?? clock.anchor + Math.max(0, real - clock.realAnchor) * clock.rate;
  // The barrier never takes the clock back: something may fall due at a moment already reached.
  const capped =
    clock.barrier === null || !attended ? free : Math.min(free, Math.max(clock.barrier, clock.anchor));
  return Math.floor(capped);
}

/**
 * The clock once everything due up to its present moment is done: the next barrier is in place and time runs on
 * from where it stood, so a wait at the barrier is never made up for by a leap.
 * @param nextDue the earliest moment still to come, or null
 */
export function liftBarrier(clock: SandboxClock, real: number, nextDue: number | null): SandboxClock {
  const anchor = readSandbox(clock, real);
  const arrived = clock.target !== null && anchor >= clock.target;
  return { ...clock, realAnchor: real, anchor, target: arrived ? null : clock.target, barrier: nextDue };
}

/**
 * The clock made to jump to `target`; going back is refused with undefined. Unattended it is there at once.
 */
export function jump(
  clock: SandboxClock,
  real: number,
  target: number,
  attended = true,
): SandboxClock | undefined {
  const now = readSandbox(clock, real, attended);
  if (target < now) return undefined;
  if (!attended) return { ...clock, realAnchor: real, anchor: target, target: null };
  return { ...clock, realAnchor: real, anchor: now, target };
}

/** The clock running at another rate from now on. */
export function setRate(clock: SandboxClock, real: number, rate: number, attended = true): SandboxClock {
  return { ...clock, realAnchor: real, anchor: readSandbox(clock, real, attended), rate };
}

/** The clock taken up by someone who attends to it from now on: it goes on from what it shows. */
export function attend(clock: SandboxClock, real: number): SandboxClock {
  return { ...clock, realAnchor: real, anchor: readSandbox(clock, real, false), target: null };
}

/** The clock with something more due: the barrier moves nearer if it must. */
export function withDue(clock: SandboxClock, due: number): SandboxClock {
  return clock.barrier !== null && clock.barrier <= due ? clock : { ...clock, barrier: due };
}

/** Real milliseconds until the clock reaches `due`, given nothing else holds it; Infinity if it stands still. */
export function realDelay(clock: SandboxClock, real: number, due: number): number {
  const now = readSandbox(clock, real);
  if (now >= due || (clock.target !== null && clock.target >= due)) return 0;
  return clock.rate > 0 ? (due - now) / clock.rate : Infinity;
}
