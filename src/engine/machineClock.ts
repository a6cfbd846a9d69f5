/** Telling a clock that was set from a machine that slept. */
import { uptime } from 'node:os';

export interface Jump {
  /** By how much real time moved on without this process, ms; back is less than 0. */
  skipped: number;
  /** How much of that the clock was set by; the rest was slept. */
  set: number;
}

/** Less than this between two clocks is how finely they tell time. */
const FINE_MS = 2000;

export class MachineClock {
  private last = this.read();

  /** What happened since the last look. */
  look(): Jump {
    const now = this.read();
    const passed = now.process - this.last.process;
    const skipped = now.real - this.last.real - passed;
    const slept = now.machine - this.last.machine - passed;
    this.last = now;
    return { skipped, set: slept > FINE_MS ? skipped - slept : skipped };
  }

  /** Process time stands still while the machine sleeps, machine time does not; neither can be set. All in ms. */
  private read() {
    return { real: Date.now(), process: performance.now(), machine: uptime() * 1000 };
  }
}
