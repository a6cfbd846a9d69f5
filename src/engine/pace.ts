/** No more messages a minute than an account may send. */
import type { Desk } from '#usecases/desk';
import { leftSince } from '#usecases/release/dueWork';
import type { Way } from '#usecases/release/mailServer';

const MINUTE_MS = 60_000;

export class Pace {
  /** When each attempt of the last minute began, by the clock in force. */
  private readonly times: number[];

  constructor(
    private readonly desk: Desk,
    private way: Way,
  ) {
    // What left before a restart counts too; when exactly is not asked.
    const now = desk.now();
    this.times = way.perMinute === null ? [] : Array<number>(leftSince(desk, way, now - MINUTE_MS)).fill(now);
  }

  change(way: Way): void {
    this.way = way;
  }

  begun(): void {
    if (this.way.perMinute !== null) this.times.push(this.desk.now());
  }

  /** How many may begin now. */
  room(): number {
    const { perMinute } = this.way;
    if (perMinute === null) return Infinity;
    const past = this.desk.now() - MINUTE_MS;
    while (this.times.length > 0 && this.times[0]! <= past) this.times.shift();
    return perMinute - this.times.length;
  }

  /** When the next may begin, epoch ms; 0 where it may at once. */
  freeAt(): number {
    const { perMinute } = this.way;
    return perMinute === null || this.room() > 0 ? 0 : this.times.at(-perMinute)! + MINUTE_MS;
  }
}
