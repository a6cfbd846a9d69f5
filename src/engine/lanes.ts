/** The lanes there are: one for each account, begun, changed and ended as accounts are. */
import type { Logger } from 'pino';
import type { Desk } from '#usecases/desk';
import { earlier } from '#usecases/release/dueWork';
import {
  openAccountServer,
  reachedBy,
  waysOut,
  type MailServer,
  type Way,
} from '#usecases/release/mailServer';
import { keepTroublesOf, reportUnusable, tryServersSoon } from '#usecases/release/serverTrouble';
import { Lane, type LaneEvents } from './lane';

interface Open {
  lane: Lane;
  way: Way;
  /** How its server is reached. */
  reached: string;
}

export class Lanes {
  private readonly open = new Map<string, Open>();
  /** Those of accounts that are gone, until what is under way has ended. */
  private readonly ending = new Set<Promise<void>>();
  /** The accounts as last seen; undefined before the first look. */
  private known: string | undefined;
  /** Whose password cannot be read, as it was then. */
  private readonly unreadable = new Map<string, string>();

  /** @param environment the server the environment names */
  constructor(
    private readonly desk: Desk,
    private readonly log: Logger,
    private readonly environment: MailServer | undefined,
    private readonly events: LaneEvents,
  ) {}

  /** As the accounts are by now. */
  follow(): void {
    const ways = waysOut(this.desk, this.environment !== undefined);
    const ids = ways.map(({ id }) => id);
    if (ids.join() !== this.known) keepTroublesOf(this.desk, ids);
    this.known = ids.join();
    for (const [id, { lane }] of this.open)
      if (!ways.some((way) => way.id === id)) {
        this.open.delete(id);
        this.end(lane);
      }
    for (const way of ways) this.followOne(way);
  }

  private followOne(way: Way): void {
    const known = this.open.get(way.id);
    const reached = way.account ? reachedBy(way.account) : '';
    if (known?.reached === reached) {
      if (JSON.stringify(known.way) !== JSON.stringify(way)) known.lane.change(way);
      known.way = way;
      return;
    }
    const wasUnreadable = this.unreadable.has(way.id);
    const server = this.serverOf(way, reached);
    if (!server) return;
    if (known) known.lane.change(way, server);
    const lane = known?.lane ?? new Lane(this.desk, this.log, way, server, this.events);
    this.open.set(way.id, { lane, way, reached });
    // What it is called by now may be right.
    if (known || wasUnreadable) tryServersSoon(this.desk, way.id);
  }

  private serverOf({ id, account }: Way, reached: string): MailServer | undefined {
    if (!account) return this.environment;
    if (this.unreadable.get(id) === reached) return undefined;
    this.unreadable.delete(id);
    try {
      return openAccountServer(this.desk, account);
    } catch (error) {
      this.unreadable.set(id, reached);
      reportUnusable(this.desk, id, (error as Error).message);
      this.log.error({ err: error, account: id }, 'an account cannot be used');
      return undefined;
    }
  }

  private end(lane: Lane): void {
    const done = lane.stop().finally(() => this.ending.delete(done));
    this.ending.add(done);
  }

  get any(): boolean {
    return this.open.size > 0;
  }

  get busy(): boolean {
    return this.ending.size > 0 || this.all.some((lane) => lane.busy);
  }

  get waiting(): boolean {
    return this.all.some((lane) => lane.waiting);
  }

  private get all(): Lane[] {
    return [...this.open.values()].map(({ lane }) => lane);
  }

  lookUpDue(): void {
    for (const lane of this.all) lane.lookUpDue();
  }

  fill(): void {
    for (const lane of this.all) lane.fill();
  }

  /** The next moment anything is to leave, epoch ms; null where none is planned. */
  next(): number | null {
    return this.all.reduce<number | null>((first, lane) => earlier(first, lane.next()), null);
  }

  /** The same, but for what is due by `now` and waits for a lane that is at work: that goes on by itself. */
  nextToWakeFor(now: number): number | null {
    return this.all.reduce<number | null>((first, lane) => {
      const next = lane.next();
      return next !== null && next <= now && lane.busy ? first : earlier(first, next);
    }, null);
  }

  warm(by: number): void {
    for (const lane of this.all) lane.warm(by);
  }

  makeAhead(by: number): void {
    for (const lane of this.all) lane.makeAhead(by);
  }

  async stop(): Promise<void> {
    await Promise.all([...this.all.map((lane) => lane.stop()), ...this.ending]);
  }
}
