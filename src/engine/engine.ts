/**
 * The engine: wakes at due moments, releases departures, brings things back, takes mail in, and keeps the
 * sandbox clock. All of its state is in the database; the process can end at any moment.
 */
import type { Logger } from 'pino';
import type { LmtpIntake } from '../mail/lmtpIntake';
import { openLmtpIntake } from '../mail/lmtpIntake';
import type { PostOfficeClient } from '../mail/postOffice';
import type { SmtpPool } from '../mail/smtpPool';
import { allDone, delayUntil, readClock } from '../usecases/clock/sandbox';
import type { Desk } from '../usecases/desk';
import { followChanges, type Follower } from '../usecases/followChanges';
import { bringBackDue } from '../usecases/incoming/snooze';
import { isMine, receiveMail } from '../usecases/incoming/receiveMail';
import { claimDeparture } from '../usecases/release/claimDeparture';
import { dueNow, nextDue } from '../usecases/release/dueWork';
import { finishAttempt, recordStage, recoverUnfinished } from '../usecases/release/finishAttempt';

export interface EngineParts {
  desk: Desk;
  log: Logger;
  /** undefined where no mail server is set: then departures wait. */
  pool?: SmtpPool;
  /** 0 takes any free port. */
  lmtpPort: number;
  /** The outside world of a sandbox; it shares the sandbox clock. */
  postOffice?: PostOfficeClient;
}

/** Timers never sleep longer: a jump of the system clock or a suspended machine is noticed within it. */
const LONGEST_SLEEP_MS = 1000;

export class Engine {
  private readonly inFlight = new Map<string, Promise<void>>();
  private timer: NodeJS.Timeout | undefined;
  private follower: Follower | undefined;
  private intake: LmtpIntake | undefined;
  private ticking = false;
  private again = false;
  private stopped = false;
  /** The outside world's next moment, epoch ms. */
  private outsideDue: number | null = null;

  constructor(private readonly parts: EngineParts) {}

  /** The port mail comes in on, once started. */
  get lmtpPort(): number {
    return this.intake!.port;
  }

  /** @throws (rejects) where the LMTP port is taken */
  async start(): Promise<void> {
    const { desk, log, lmtpPort } = this.parts;
    this.intake = await openLmtpIntake(lmtpPort, {
      accepts: (address) => isMine(desk, address),
      receive: async (bytes) => {
        const message = await receiveMail(desk, bytes);
        log.info({ message: message.id }, 'mail came in');
      },
      failed: (error) => log.error({ err: error }, 'mail could not be kept'),
    });
    for (const departure of recoverUnfinished(desk)) log.warn({ departure: departure.id }, 'found unfinished');
    this.follower = followChanges(desk, () => this.wake());
    this.wake();
  }

  /** Stops taking on work and waits until what is under way has ended. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    this.follower?.stop();
    await Promise.all(this.inFlight.values());
    await this.intake?.close();
    await this.parts.pool?.close();
  }

  private wake(): void {
    if (this.stopped) return;
    this.again = true;
    if (this.ticking) return;
    this.ticking = true;
    clearTimeout(this.timer);
    void this.tickUntilQuiet().finally(() => {
      this.ticking = false;
      this.sleep();
    });
  }

  private async tickUntilQuiet(): Promise<void> {
    while (this.again && !this.stopped) {
      this.again = false;
      try {
        await this.tick();
      } catch (error) {
        this.parts.log.error({ err: error }, 'tick failed');
      }
    }
  }

  private async tick(): Promise<void> {
    const { desk, pool, postOffice } = this.parts;
    bringBackDue(desk);
    // Twice the connections: one batch is on its way while the next is composed.
    const room = pool ? pool.connections * 2 - this.inFlight.size : 0;
    const due = pool ? dueNow(desk, room + this.inFlight.size).filter((id) => !this.inFlight.has(id)) : [];
    if (due.length > 0) await this.tellTime();
    for (const id of due.slice(0, Math.max(0, room))) this.begin(id);
    if (this.inFlight.size > 0) return;
    const now = desk.now();
    if (postOffice && (this.outsideDue === null || this.outsideDue <= now)) {
      await this.tellTime();
      this.outsideDue = (await postOffice.run(now)).nextDue;
    }
    if (desk.sandbox) await this.settleClock();
  }

  /** Lets a sandbox clock go on to the next due moment, unless something is due right now. */
  private async settleClock(): Promise<void> {
    const { desk, pool } = this.parts;
    const own = nextDue(desk);
    const moments = [own, this.outsideDue].filter((due) => due !== null);
    const next = moments.length ? Math.min(...moments) : null;
    // Without a mail server overdue departures wait; they must not hold the clock for ever.
    if (next !== null && next <= desk.now() && pool) {
      this.again = true;
      return;
    }
    allDone(desk, next);
    await this.tellTime();
  }

  private async tellTime(): Promise<void> {
    const { desk, postOffice } = this.parts;
    if (!postOffice) return;
    const { now, rate, target, nextDue: limit } = readClock(desk);
    await postOffice.setClock({ now, rate: target === null ? rate : 0, limit });
  }

  private begin(id: string): void {
    const work = this.release(id)
      .catch(async (error: unknown) => {
        this.parts.log.error({ err: error, departure: id }, 'release failed');
        // It is still due; a rest keeps a lasting fault from becoming a busy loop.
        await new Promise((resolve) => setTimeout(resolve, LONGEST_SLEEP_MS));
      })
      .finally(() => {
        this.inFlight.delete(id);
        // Something it sent may be answered at once.
        this.outsideDue = null;
        this.wake();
      });
    this.inFlight.set(id, work);
  }

  private async release(id: string): Promise<void> {
    const { desk, log, pool } = this.parts;
    const claim = await claimDeparture(desk, id);
    if (!claim) return;
    let departure = claim.departure;
    const { outcomes, unanswered } = await pool!.release(claim.from, claim.addresses, claim.bytes, (stage) => {
      departure = recordStage(desk, departure, stage);
    });
    const finished = finishAttempt(desk, id, outcomes, unanswered);
    log.info({ departure: id, state: finished.state, late: desk.now() - departure.meant }, 'attempt ended');
  }

  private sleep(): void {
    if (this.stopped) return;
    const moments = [nextDue(this.parts.desk), this.outsideDue].filter((due) => due !== null);
    const delays = moments.map((due) => delayUntil(this.parts.desk, due));
    // What is due already and could not be done is looked at again after the longest sleep.
    const next = Math.min(LONGEST_SLEEP_MS, ...delays.filter((delay) => delay > 0));
    this.timer = setTimeout(() => this.wake(), Math.max(1, Math.ceil(next)));
  }
}
