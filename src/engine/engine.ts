/**
 * The engine: wakes at due moments, releases departures, brings things back, and keeps the sandbox clock. It looks at
 * nothing that comes in: that is the reader's. All of its state is in the database; the process can end at any moment.
 */
import type { Logger } from 'pino';
import { followClockSet, restartHolds } from '#usecases/clock/clockSet';
import { shareClock, type OutsideWorld } from '#usecases/clock/outsideWorld';
import { backUpApart, endBackups } from '#usecases/backups/backUpApart';
import { wantsBackup } from '#usecases/backups/keepBackups';
import { allDone, delayUntil, giveSignOfLife } from '#usecases/clock/sandbox';
import { excuseSilence } from '#usecases/departures/editLease';
import type { Desk } from '#usecases/desk';
import { diskTrouble, tellDiskTrouble, type DiskTrouble } from '#usecases/diskTrouble';
import { followCommits } from '#usecases/followChanges';
import { keepHouse } from '#usecases/keepHouse';
import { mailWaits } from '#usecases/incoming/mailWaits';
import { CalendarFollower } from '#usecases/calendars/followCalendars';
import { FileFollower } from '#usecases/fileWatches/followFiles';
import { clearAwayDue } from '#usecases/links/clearAwayRead';
import { earlier } from '#usecases/release/dueWork';
import { recoverUnfinished } from '#usecases/release/finishAttempt';
import { pauseTooLate } from '#usecases/release/lateStarts';
import type { MailServer } from '#usecases/release/mailServer';
import { tryServersSoon } from '#usecases/release/serverTrouble';
import { allWakers } from '#usecases/wakers/registry';
import { Wakers } from '#usecases/wakers/wakers';
import { Lanes } from './lanes';
import { MachineClock } from './machineClock';

export interface EngineParts {
  desk: Desk;
  log: Logger;
  /** That the environment names; accounts have theirs. */
  mailServer?: MailServer;
  /** The outside world of a sandbox; it shares the sandbox clock. */
  outside?: OutsideWorld;
}

/** Timers never sleep longer: a jump of the system clock or a suspended machine is noticed within it. */
const LONGEST_SLEEP_MS = 1000;
const HOUSEKEEPING_MS = 3_600_000;
/** A desk that is open for an hour a day only is backed up too; what is to be done at the start comes first. */
const FIRST_BACKUP_MS = 300_000;
const HEARTBEAT_MS = 1000;
/** While much is on its way commits are its own, most of all; what others have written is looked at so often. */
const BUSY_LOOK_MS = 100;
/** Between two heartbeats real time never differs more from the time that passed, unless it was set or slept. */
const CLOCK_JUMP_MS = 2000;
/** Connections are opened this long before they are needed. */
const WARM_MS = 1500;
/** What leaves is made as long before its moment. */
const AHEAD_MS = 5000;

export class Engine {
  private readonly lanes: Lanes;
  private timer: NodeJS.Timeout | undefined;
  private housekeeping: NodeJS.Timeout | undefined;
  private firstBackup?: NodeJS.Timeout;
  private heartbeat: NodeJS.Timeout | undefined;
  /** What was committed while releases went on is to be looked at. */
  private looking: NodeJS.Timeout | undefined;
  private readonly machine = new MachineClock();
  /** Until when nothing was running, by the clock in force, epoch ms: a start, or the end of a sleep. */
  private idleUntil = 0;
  private readonly wakers: Wakers;
  /** What keeps it from writing, as last told. */
  private disk: DiskTrouble | undefined;
  private follower: { stop(): void } | undefined;
  private readonly files: FileFollower;
  private readonly calendars: CalendarFollower;
  private ticking = false;
  private again = false;
  private stopped = false;
  private clearing: Promise<unknown> = Promise.resolve();
  private tickFailed = false;
  /** The outside world's next moment, epoch ms. */
  private outsideDue: number | null = null;

  constructor(private readonly parts: EngineParts) {
    const { desk, log, mailServer } = parts;
    this.files = new FileFollower(desk, (what, error) => log.warn({ err: error, what }, 'looking at files'));
    this.calendars = new CalendarFollower(desk, (what, error) =>
      log.warn({ err: error, what }, 'following calendars'),
    );
    this.lanes = new Lanes(desk, log, mailServer, {
      disk: (trouble) => this.tellDisk(trouble),
      left: () => void this.clearAway(),
      // Something it sent may be answered at once.
      ended: () => (this.outsideDue = null),
      idle: () => this.wake(),
    });
    this.wakers = new Wakers(desk, allWakers, (waker, id, error) => {
      this.tellDisk(diskTrouble(error));
      log.error({ err: error, waker, id }, 'it could not happen');
    });
  }

  /** How many signs of life it has given. */
  heartbeats = 0;

  start(): void {
    const { desk, log } = this.parts;
    giveSignOfLife(desk);
    this.idleUntil = desk.now();
    this.heartbeat = setInterval(() => this.beat(), HEARTBEAT_MS);
    this.tellDisk(undefined, true);
    this.wakers.begin();
    restartHolds(desk);
    for (const departure of recoverUnfinished(desk))
      log.warn({ departure: departure.id }, 'found unfinished');
    void this.clearAway();
    // It may be another server by now, or be well again.
    tryServersSoon(desk);
    this.follower = followCommits(desk, () => {
      if (this.lanes.busy) this.looking ??= setTimeout(() => this.lookAtChanges(), BUSY_LOOK_MS);
      else this.lookAtChanges();
    });
    this.files.start();
    this.calendars.start();
    const keep = () => {
      void keepHouse(desk).catch((error: unknown) => log.warn({ err: error }, 'housekeeping'));
      void this.clearAway();
      void this.keepSafe();
    };
    this.housekeeping = setInterval(keep, HOUSEKEEPING_MS);
    this.firstBackup = setTimeout(() => void this.keepSafe(), FIRST_BACKUP_MS);
    this.wake();
  }

  /** Stops taking on work and waits until what is under way has ended. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    clearInterval(this.housekeeping);
    clearTimeout(this.firstBackup);
    endBackups();
    this.follower?.stop();
    clearTimeout(this.looking);
    await this.files.stop();
    await this.calendars.stop();
    await this.lanes.stop();
    await this.clearing;
    clearInterval(this.heartbeat);
  }

  private lookAtChanges(): void {
    clearTimeout(this.looking);
    this.looking = undefined;
    this.files.changed();
    this.calendars.changed();
    this.wake();
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
      // Whatever ends in the same turn is looked at together.
      await new Promise((resolve) => setImmediate(resolve));
      this.again = false;
      this.tickFailed = false;
      try {
        await this.tick();
      } catch (error) {
        this.tickFailed = true;
        this.tellDisk(diskTrouble(error));
        this.parts.log.error({ err: error }, 'tick failed');
      }
    }
  }

  private async tick(): Promise<void> {
    const { desk, outside } = this.parts;
    // Before anything is called due: by a clock that was just set, a hold could be.
    this.followMachine();
    this.wakers.run();
    // What the disk did not take is still due: a rest keeps that from becoming a busy loop.
    this.tickFailed = this.wakers.heldUp;
    this.lanes.follow();
    if (this.lanes.any) {
      pauseTooLate(desk, this.idleUntil);
      desk.store.read(() => this.lanes.lookUpDue());
      if (this.lanes.waiting) await this.tellTime();
      this.lanes.fill();
    }
    if (this.lanes.busy) return;
    if (!this.lanes.waiting && !this.tickFailed) this.tellDisk(undefined);
    const now = desk.now();
    if (outside && (this.outsideDue === null || this.outsideDue <= now)) {
      await this.tellTime();
      this.outsideDue = (await outside.run(now)).nextDue;
    }
    if (desk.sandbox) await this.settleClock();
  }

  private beat(): void {
    const { desk, log } = this.parts;
    try {
      // Before the sign of life: a clock that was set would make it look as if there had been none for long.
      if (this.followMachine()) this.wake();
      if (giveSignOfLife(desk)) this.idleUntil = desk.now();
      this.heartbeats++;
    } catch (error) {
      log.error({ err: error }, 'heartbeat failed');
    }
  }

  /** Notices that the clock of the machine was set, or that it slept. @returns true where it was */
  private followMachine(): boolean {
    const { desk, log } = this.parts;
    const { skipped, set } = this.machine.look();
    if (Math.abs(skipped) <= CLOCK_JUMP_MS) return false;
    log.warn({ skipped, set }, 'the clock of this machine was set, or it slept');
    excuseSilence(desk, skipped);
    if (Math.abs(set) > CLOCK_JUMP_MS) followClockSet(desk, set);
    this.idleUntil = desk.now();
    return true;
  }

  /** @param anew tells it although it was told before */
  private tellDisk(trouble: DiskTrouble | undefined, anew = false): void {
    if (trouble === this.disk && !anew) return;
    this.disk = trouble;
    tellDiskTrouble(this.parts.desk, trouble);
  }

  /** The next moment anything is to happen here or outside, epoch ms. */
  private nextMoment(): number | null {
    return this.momentWith(this.lanes.next());
  }

  private momentWith(release: number | null): number | null {
    return earlier(earlier(release, this.wakers.next()), this.outsideDue);
  }

  /** Lets a sandbox clock go on to the next due moment, unless something is due right now. */
  private async settleClock(): Promise<void> {
    const { desk } = this.parts;
    // What has come in may stop what is due next: once it has been read, that wakes this.
    if (mailWaits(desk)) return;
    const next = this.nextMoment();
    if (next !== null && next <= desk.now()) {
      this.again = !this.tickFailed;
      return;
    }
    allDone(desk, next);
    await this.tellTime();
  }

  private async tellTime(): Promise<void> {
    const { desk, outside } = this.parts;
    if (outside) await shareClock(desk, outside);
  }

  /** Once a day. Why it could not be stands where everybody sees it. */
  private async keepSafe(): Promise<void> {
    const { desk, log } = this.parts;
    try {
      if (wantsBackup(desk)) await backUpApart(desk.dataDir);
    } catch (error) {
      log.warn({ err: error }, 'no backup was made');
    }
  }

  /** Files that have gone out are cleared away as it was chosen; what does not work is tried again after the next. */
  private clearAway(): Promise<unknown> {
    const { desk, log } = this.parts;
    const work = () =>
      clearAwayDue(desk, ({ path }, error) =>
        log.warn({ err: error, path }, 'a linked file could not be cleared away'),
      ).catch((error: unknown) => log.warn({ err: error }, 'linked files could not be cleared away'));
    // One after another: two would clear the same file away.
    this.clearing = this.clearing.then(work);
    return this.clearing;
  }

  private sleep(): void {
    if (this.stopped) return;
    const { desk } = this.parts;
    const next = this.momentWith(desk.store.read(() => this.lanes.nextToWakeFor(desk.now())));
    const delay = next === null ? Infinity : delayUntil(desk, next);
    // Due by now: it fell due since the tick looked, unless the tick failed.
    const overdue = this.tickFailed ? LONGEST_SLEEP_MS : 0;
    // Opened ahead of time; a sandbox jump has no need of that.
    if (delay < WARM_MS && next !== null && !desk.sandbox) this.lanes.warm(next + WARM_MS);
    if (delay < AHEAD_MS) this.lanes.makeAhead(desk.now() + AHEAD_MS);
    const rest = delay > 0 ? Math.min(LONGEST_SLEEP_MS, Math.ceil(delay)) : overdue;
    this.timer = setTimeout(() => this.wake(), rest);
  }
}
