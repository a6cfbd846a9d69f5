/**
 * Patience with those who guess. Nobody is locked out: a right secret is never turned away. But where wrong ones have
 * come from, one is looked at after another, with a pause before each.
 */
import { setTimeout as sleep } from 'node:timers/promises';

/** So many wrong tries cost nothing. */
const FREE_TRIES = 5;
/** Short enough that somebody who is right beside many who guess is in soon, long enough to make guessing hopeless. */
const PAUSE_MS = 200;
/** Wrong tries are forgotten after this long without one. */
const FORGET_MS = 60 * 60_000;

interface Lane {
  wrong: number;
  /** Epoch ms. */
  last: number;
  waiting: number;
  /** Resolves when the last of those who wait has been looked at. */
  end: Promise<unknown>;
}

/**
 * Whom tries are counted for: an address, or of the newer kind the network a single line is given as a whole
 * (RFC 6177).
 */
export function sourceOf(address: string): string {
  if (!address.includes(':')) return address;
  const [head = '', tail] = address.toLowerCase().split('::');
  const before = head ? head.split(':') : [];
  const after = tail ? tail.split(':') : [];
  const gap = tail === undefined ? 0 : Math.max(0, 8 - before.length - after.length);
  const groups = [...before, ...Array<string>(gap).fill('0'), ...after];
  return groups
    .slice(0, 4)
    .map((group) => group.replace(/^0+(?=.)/, ''))
    .join(':');
}

export class Patience {
  private readonly lanes = new Map<string, Lane>();

  constructor(
    private readonly now: () => number = Date.now,
    private readonly pause: (ms: number) => Promise<unknown> = sleep,
  ) {}

  /**
   * Resolves when a secret from there may be looked at.
   * @param gone true once nobody waits for the answer any more: then the next one's turn comes
   */
  async turn(source: string, gone: () => boolean = () => false): Promise<void> {
    const lane = this.laneOf(source);
    if (!lane || lane.wrong < FREE_TRIES) return;
    lane.waiting++;
    const mine = lane.end.then(() => (gone() ? undefined : this.pause(PAUSE_MS)));
    lane.end = mine;
    await mine;
    lane.waiting--;
  }

  /** @returns in how many seconds another one from there would be looked at; 0: at once */
  wrong(source: string): number {
    const now = this.now();
    for (const [key, { last, waiting }] of this.lanes)
      if (now - last > FORGET_MS && waiting === 0) this.lanes.delete(key);
    const lane = this.lanes.get(source) ?? { wrong: 0, last: now, waiting: 0, end: Promise.resolve() };
    lane.wrong++;
    lane.last = now;
    this.lanes.set(source, lane);
    return lane.wrong < FREE_TRIES ? 0 : Math.ceil((PAUSE_MS * (lane.waiting + 1)) / 1000);
  }

  right(source: string): void {
    const lane = this.lanes.get(source);
    if (lane) lane.wrong = 0;
  }

  private laneOf(source: string): Lane | undefined {
    const lane = this.lanes.get(source);
    return lane && this.now() - lane.last <= FORGET_MS ? lane : undefined;
  }
}
