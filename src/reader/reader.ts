/**
 * The reader: takes mail in by LMTP and keeps its bytes at once, whatever they are; and reads what has arrived
 * afterwards. All of its state is in the database; the process can end at any moment.
 */
import type { Logger } from 'pino';
import { ReadingPool } from '#reading/pool';
import type { Desk } from '#usecases/desk';
import { followCommits } from '#usecases/followChanges';
import { MailboxFollower } from '#usecases/mailboxes/followMailboxes';
import { forgetBrokenOff } from '#usecases/incoming/arrive';
import { endReaderLife, giveReaderLife } from '#usecases/readerLife';
import { indexSome } from '#usecases/search/indexByAndBy';
import { openIntake, type Intake } from '#usecases/incoming/openIntake';
import { arrivalsToRead, readArrival, readStrangeAnew, type Arrival } from '#usecases/incoming/readArrivals';

export interface ReaderParts {
  desk: Desk;
  log: Logger;
  /** 0 takes any free port. */
  lmtpPort: number;
}

/** Messages read at once: one that is slow does not hold up the next. */
const AT_ONCE = 2;
const HEARTBEAT_MS = 1000;
/** How often it is looked whether something waits for the index, and the pause between two turns. */
const INDEX_MS = 5000;
const BETWEEN_MS = 50;
/** After a failure that was no message's: real ms. */
const REST_MS = 1000;

export class Reader {
  private readonly pool = new ReadingPool(AT_ONCE);
  private readonly inHand = new Map<string, Promise<void>>();
  private intake: Intake | undefined;
  private heartbeat: NodeJS.Timeout | undefined;
  private resting: NodeJS.Timeout | undefined;
  private indexing: NodeJS.Timeout | undefined;
  private readonly mailboxes: MailboxFollower;
  private follower: { stop(): void } | undefined;
  private stopped = false;

  constructor(private readonly parts: ReaderParts) {
    const { desk, log } = parts;
    this.mailboxes = new MailboxFollower({
      desk,
      pool: this.pool,
      told: (what, error) => log.warn({ err: error, what }, 'keeping mailboxes the same'),
    });
  }

  /** The port mail comes in on, once started. */
  get lmtpPort(): number {
    return this.intake!.port;
  }

  /** @throws (rejects) where the LMTP port is taken */
  async start(): Promise<void> {
    const { desk, log, lmtpPort } = this.parts;
    forgetBrokenOff(desk);
    this.intake = await openIntake(desk, lmtpPort, {
      arrived: () => this.goOn(),
      failed: (error) => log.error({ err: error }, 'mail could not be kept'),
    });
    giveReaderLife(desk);
    this.heartbeat = setInterval(() => giveReaderLife(desk), HEARTBEAT_MS);
    this.follower = followCommits(desk, () => {
      this.mailboxes.changed();
      this.goOn();
    });
    this.mailboxes.changed();
    this.goOn();
    this.index();
    void readStrangeAnew(desk, this.pool, (message) => log.info({ message }, 'read after all')).catch(
      (error: unknown) =>
        !this.stopped && log.error({ err: error }, 'what was strange could not be read anew'),
    );
  }

  /** What waits for the index, a little at a time; what comes in meanwhile goes first. */
  private index(): void {
    if (this.stopped) return;
    // After a fault it is tried again later: one that lasts must not fill the log.
    let more = false;
    try {
      more = this.inHand.size > 0 || indexSome(this.parts.desk);
    } catch (error) {
      this.parts.log.warn({ err: error }, 'the index could not be kept');
    }
    this.indexing = setTimeout(() => this.index(), more ? BETWEEN_MS : INDEX_MS);
  }

  /** Takes nothing in any more, and leaves for the next start what it has not read. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.resting);
    clearTimeout(this.indexing);
    clearInterval(this.heartbeat);
    endReaderLife(this.parts.desk);
    this.follower?.stop();
    await this.intake?.close();
    // What a mailbox was about to keep is on the server still.
    const mailboxes = this.mailboxes.stop();
    this.pool.close();
    await mailboxes;
    await Promise.all(this.inHand.values());
  }

  private goOn(): void {
    if (this.stopped || this.resting) return;
    const free = AT_ONCE - this.inHand.size;
    if (free <= 0) return;
    try {
      for (const arrival of arrivalsToRead(this.parts.desk, [...this.inHand.keys()], free))
        this.take(arrival);
    } catch (error) {
      this.rest(error);
    }
  }

  private take(arrival: Arrival): void {
    const { desk, log } = this.parts;
    const done = readArrival(desk, this.pool, arrival)
      .then((message) => {
        if (message) log.info({ message }, 'mail came in');
        else log.warn({ arrival: arrival.id, bytes: arrival.size }, 'mail is hard to read');
      })
      .catch((error: unknown) => {
        if (!this.stopped) this.rest(error);
      })
      .finally(() => {
        this.inHand.delete(arrival.id);
        this.goOn();
      });
    this.inHand.set(arrival.id, done);
  }

  /** A fault that lasts must not become a busy loop. */
  private rest(error: unknown): void {
    this.parts.log.error({ err: error }, 'what has arrived could not be read; trying again');
    this.resting ??= setTimeout(() => {
      this.resting = undefined;
      this.goOn();
    }, REST_MS);
  }
}
