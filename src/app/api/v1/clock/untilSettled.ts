/** Waiting for a jump of the sandbox clock to end. */
import { readClock, type ClockReading } from '#usecases/clock/sandbox';
import type { Desk } from '#usecases/desk';

/** Seconds a request may wait at most. */
const LONGEST_WAIT = 120;
const POLL_MS = 20;

/** The clock once it has reached its target, or as it stands after `seconds`. */
export async function untilSettled(desk: Desk, seconds: number): Promise<ClockReading> {
  const until = Date.now() + Math.min(seconds, LONGEST_WAIT) * 1000;
  for (;;) {
    const reading = readClock(desk);
    if (reading.target === null || Date.now() >= until) return reading;
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}
