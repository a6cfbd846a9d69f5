/** What leaves through one account: its own server, its own pace, and nothing of another waits for it. */
import type { Logger } from 'pino';
import { HANDOVER } from '#core/limits';
import type { Desk } from '#usecases/desk';
import { diskTrouble, type DiskTrouble } from '#usecases/diskTrouble';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { dueNow, dueSoon, isHeldUp, nextRelease } from '#usecases/release/dueWork';
import { finishAttempt, recordStage } from '#usecases/release/finishAttempt';
import type { MailServer, Way } from '#usecases/release/mailServer';
import { Ahead, MOST_AHEAD } from './ahead';
import { Pace } from './pace';

/** What is behind its moment leaves in due order: later ones wait this long, at most, for an earlier one. */
const IN_ORDER_MS = 3000;
/** What fell due no longer ago is not behind, and waits for nobody. */
const ON_TIME_MS = 1000;
/** Due departures looked up at once, as a multiple of the connections. */
const LOOK_AHEAD = 12;
/** As long as so many wait, what is due after them need not be known. */
const ENOUGH = 4;
/** After what may fail again at once. */
const REST_MS = 1000;

interface Flight {
  due: number;
  /** Monotonic ms. */
  since: number;
  done: Promise<void>;
}

/** What a lane tells the engine. */
export interface LaneEvents {
  disk(trouble: DiskTrouble | undefined): void;
  /** Some have left. */
  left(): void;
  /** An attempt has come to its end. */
  ended(): void;
  /** Nothing is under way any more, or nothing waits that was looked up. */
  idle(): void;
}

export class Lane {
  private readonly inFlight = new Map<string, Flight>();
  /** Due departures that have not begun, in due order, as last looked up; the claim looks again. */
  private ready: { id: string; due: number }[] = [];
  private filling: NodeJS.Immediate | undefined;
  private stopped = false;
  /** Something has left that nobody has been told of. */
  private anyLeft = false;
  private readonly pace: Pace;
  private readonly ahead: Ahead;

  constructor(
    private readonly desk: Desk,
    private readonly log: Logger,
    private way: Way,
    private server: MailServer,
    private readonly events: LaneEvents,
  ) {
    this.pace = new Pace(desk, way);
    this.ahead = new Ahead(desk, () => !this.busy && !this.waiting);
  }

  /** Something is on its way. */
  get busy(): boolean {
    return this.inFlight.size > 0;
  }

  /** Something is due and has not begun. */
  get waiting(): boolean {
    return this.ready.length > 0;
  }

  /** @param server another one from now on; what is under way comes to its end at the one before */
  change(way: Way, server?: MailServer): void {
    this.way = way;
    this.pace.change(way);
    // It may go by other names.
    this.ready = [];
    if (!server) return;
    void this.server.close();
    this.server = server;
  }

  /** The next moment anything is to leave, epoch ms; null where none is planned. */
  next(): number | null {
    const next = nextRelease(this.desk, this.way);
    return next === null ? null : Math.max(next, this.pace.freeAt());
  }

  /** Looks up what is due, unless enough is known that is due before it; {@link fill} begins it as there is room. */
  lookUpDue(): void {
    const { connections } = this.server;
    if (this.ready.length >= connections * ENOUGH && !isHeldUp(this.desk, this.way)) return;
    const ahead = connections * LOOK_AHEAD;
    this.ready =
      this.pace.room() > 0
        ? dueNow(this.desk, this.way, ahead + this.inFlight.size).filter(({ id }) => !this.inFlight.has(id))
        : [];
  }

  /**
   * Begins what is ready, in due order. In batches, so that what begins together is committed together; and of what is
   * behind, the later waits until the earlier has gone, or has taken too long.
   */
  fill(): void {
    const { connections } = this.server;
    const now = performance.now();
    const flights = [...this.inFlight.values()];
    // What takes long has left its place among the connections.
    let quick = flights.filter(({ since }) => now - since < HANDOVER.slowMs).length;
    if (quick > connections * 2) return;
    const ahead = flights.filter(({ since }) => now - since < IN_ORDER_MS);
    const earliest = Math.min(this.ready[0]?.due ?? 0, ...ahead.map((flight) => flight.due));
    const onTime = this.desk.now() - ON_TIME_MS;
    const mayBegin = (next: { due: number } | undefined) =>
      next !== undefined && (next.due === earliest || next.due > onTime);
    let room = this.pace.room();
    // What they begin with is reading.
    this.desk.store.read(() => {
      for (; mayBegin(this.ready[0]) && quick < connections * 4 && room > 0; quick++, room--)
        this.begin(this.ready.shift()!);
    });
    if (room <= 0) this.ready = [];
  }

  /** Opens connections for what is due by a moment. */
  warm(by: number): void {
    this.server.warm(dueSoon(this.desk, this.way, by, this.server.connections).length);
  }

  /** Makes what will be due by a moment, while nothing is on its way; what is behind has missed that. */
  makeAhead(by: number): void {
    if (this.busy || this.waiting) return;
    const now = this.desk.now();
    const soon = dueSoon(this.desk, this.way, by, Math.min(MOST_AHEAD, this.pace.room()));
    void this.ahead.make(soon.filter(({ due }) => due > now).map(({ id }) => id));
  }

  /** Takes on nothing more, and resolves once what is under way has ended. */
  async stop(): Promise<void> {
    this.stopped = true;
    this.ready = [];
    await this.ahead.stop();
    await Promise.all([...this.inFlight.values()].map(({ done }) => done));
    this.tellLeft();
    await this.server.close();
  }

  private begin({ id, due }: { id: string; due: number }): void {
    this.pace.begun();
    const done = this.release(id)
      .catch((error: unknown) => {
        this.events.disk(diskTrouble(error));
        this.log.error({ err: error, departure: id }, 'release failed');
        // It is still due; a rest keeps a lasting fault from becoming a busy loop.
        return this.rest();
      })
      .finally(() => {
        this.inFlight.delete(id);
        this.events.ended();
        // Together with whatever else ends in this turn.
        this.filling ??= setImmediate(() => this.goOn());
      });
    this.inFlight.set(id, { due, since: performance.now(), done });
  }

  private goOn(): void {
    this.filling = undefined;
    this.tellLeft();
    const waited = this.waiting;
    if (!this.stopped) this.fill();
    // Looking things up again is for when nothing is left.
    if (!this.busy || (waited && !this.waiting)) this.events.idle();
  }

  private tellLeft(): void {
    if (this.anyLeft) this.events.left();
    this.anyLeft = false;
  }

  private async release(id: string): Promise<void> {
    const { desk, log, server } = this;
    const account = this.way.id;
    const claim = await claimDeparture(desk, id, account, this.ahead.take(id));
    if (!claim) return;
    this.events.disk(undefined);
    let departure = claim.departure;
    const result = await server.release(claim.envelope, claim.bytes, async (stage) => {
      departure = await recordStage(desk, departure, stage);
    });
    // Where others are about to leave they bring it along; where none are, nothing is gained by waiting.
    const atEase = this.inFlight.size > server.connections;
    const finished = await this.insist(() =>
      finishAttempt(desk, id, result, { account, known: { departure, message: claim.message }, atEase }),
    );
    if (result.unreachable) log.warn({ departure: id }, result.unreachable);
    if (finished?.state === 'sent') this.anyLeft = true;
    log.debug({ departure: id, state: finished?.state, late: desk.now() - departure.meant }, 'attempt ended');
  }

  /** What the server has answered must be kept: where the disk refuses, again and again until it can be. */
  private async insist<T>(work: () => Promise<T>): Promise<T | undefined> {
    for (;;) {
      try {
        return await work();
      } catch (error) {
        this.events.disk(diskTrouble(error));
        this.log.error({ err: error }, 'an answer of the mail server could not be kept');
        if (this.stopped) return undefined;
        await this.rest();
      }
    }
  }

  private rest(): Promise<void> {
    return new Promise((resolve) => setTimeout(resolve, REST_MS));
  }
}
