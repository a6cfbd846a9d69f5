/**
 * The engine: wakes at due moments, releases departures, brings things back, takes mail in, and keeps the
 * sandbox clock. All of its state is in the database; the process can end at any moment.
 */
import type { Logger } from 'pino';
import { shareClock, type OutsideWorld } from '../usecases/clock/outsideWorld';
import { allDone, delayUntil } from '../usecases/clock/sandbox';
import type { Desk } from '../usecases/desk';
import { followChanges, forgetOldChanges, type Follower } from '../usecases/followChanges';
import { bringBackDue } from '../usecases/incoming/snooze';
import { openIntake, type Intake } from '../usecases/incoming/openIntake';
import { claimDeparture } from '../usecases/release/claimDeparture';
import { dueNow, earlier, nextDue } from '../usecases/release/dueWork';
import type { MailServer } from '../usecases/release/mailServer';
import { finishAttempt, recordStage, recoverUnfinished } from '../usecases/release/finishAttempt';

export interface EngineParts {
  desk: Desk;
  log: Logger;
  /** undefined where no mail server is set: then departures wait. */
  mailServer?: MailServer;
  /** 0 takes any free port. */
  lmtpPort: number;
  /** The outside world of a sandbox; it shares the sandbox clock. */
  outside?: OutsideWorld;
}

/** Timers never sleep longer: a jump of the system clock or a suspended machine is noticed within it. */
const LONGEST_SLEEP_MS = 1000;
const HOUSEKEEPING_MS = 3_600_000;

export class Engine {
  private readonly inFlight = new Map<string, Promise<void>>();
  private timer: NodeJS.Timeout | undefined;
  private housekeeping: NodeJS.Timeout | undefined;
  private follower: Follower | undefined;
  private intake: Intake | undefined;
  private ticking = false;
  private again = false;
  private stopped = false;
  private tickFailed = false;
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
    this.intake = await openIntake(desk, lmtpPort, {
      kept: (message) => log.info({ message }, 'mail came in'),
      failed: (error) => log.error({ err: error }, 'mail could not be kept'),
    });
    for (const departure of recoverUnfinished(desk))
      log.warn({ departure: departure.id }, 'found unfinished');
    this.follower = followChanges(desk, () => this.wake());
    this.housekeeping = setInterval(() => forgetOldChanges(desk), HOUSEKEEPING_MS);
    this.wake();
  }

  /** Stops taking on work and waits until what is under way has ended. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    clearInterval(this.housekeeping);
    this.follower?.stop();
    await Promise.all(this.inFlight.values());
    await this.intake?.close();
    await this.parts.mailServer?.close();
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
      this.tickFailed = false;
      try {
        await this.tick();
      } catch (error) {
        this.tickFailed = true;
        this.parts.log.error({ err: error }, 'tick failed');
      }
    }
  }

  private async tick(): Promise<void> {
    const { desk, mailServer, outside } = this.parts;
    bringBackDue(desk);
    // Twice the connections: one batch is on its way while the next is composed.
    const room = mailServer ? mailServer.connections * 2 - this.inFlight.size : 0;
    const due = mailServer
      ? dueNow(desk, room + this.inFlight.size).filter((id) => !this.inFlight.has(id))
      : [];
    if (due.length > 0) await this.tellTime();
    for (const id of due.slice(0, Math.max(0, room))) this.begin(id);
    if (this.inFlight.size > 0) return;
    const now = desk.now();
    if (outside && (this.outsideDue === null || this.outsideDue <= now)) {
      await this.tellTime();
      this.outsideDue = (await outside.run(now)).nextDue;
    }
    if (desk.sandbox) await this.settleClock();
  }

  /** The next moment anything is to happen here or outside, epoch ms. */
  private nextMoment(): number | null {
    return earlier(nextDue(this.parts.desk, this.parts.mailServer !== undefined), this.outsideDue);
  }

  /** Lets a sandbox clock go on to the next due moment, unless something is due right now. */
  private async settleClock(): Promise<void> {
    const { desk } = this.parts;
    const next = this.nextMoment();
    if (next !== null && next <= desk.now()) {
      this.again = true;
      return;
    }
    allDone(desk, next);
    await this.tellTime();
  }

  private async tellTime(): Promise<void> {
    const { desk, outside } = this.parts;
    if (outside) await shareClock(desk, outside);
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
    const { desk, log, mailServer } = this.parts;
    const claim = await claimDeparture(desk, id);
    if (!claim) return;
    let departure = claim.departure;
    const { outcomes, unanswered } = await mailServer!.release(
      claim.from,
      claim.addresses,
      claim.bytes,
      (stage) => {
        departure = recordStage(desk, departure, stage);
      },
    );
    const finished = finishAttempt(desk, id, outcomes, unanswered);
    log.info({ departure: id, state: finished.state, late: desk.now() - departure.meant }, 'attempt ended');
  }

  private sleep(): void {
    if (this.stopped) return;
    const next = this.nextMoment();
    const delay = next === null ? Infinity : delayUntil(this.parts.desk, next);
    // Due by now: it fell due since the tick looked, unless all hands are busy or the tick failed.
    const overdue = this.inFlight.size > 0 || this.tickFailed ? LONGEST_SLEEP_MS : 0;
    const rest = delay > 0 ? Math.min(LONGEST_SLEEP_MS, Math.ceil(delay)) : overdue;
    this.timer = setTimeout(() => this.wake(), rest);
  }
}
