/** Handing messages to the mail server over a few connections that are kept open. */
import SMTPConnection, { type SMTPEnvelope } from 'nodemailer/lib/smtp-connection';
import { Readable } from 'node:stream';
import { domainToASCII } from 'node:url';
import PQueue from 'p-queue';
import { isVerdict, replyStatus, type AttemptStage, type RecipientOutcome } from '#core/departure/outcome';
import { HANDOVER } from '#core/limits';
import { readOffers, type Offers } from './offers';
import { serverWords, shownReply, type ConnectionError } from './serverWords';
import type { SmtpServer } from './smtpServer';

/** What one attempt came to. */
export interface AttemptResult {
  /** One for each recipient; where it is unanswered, of those only that were refused or put off before. */
  outcomes: RecipientOutcome[];
  /** The connection ended after the final dot without a verdict: the server may have the message. */
  unanswered: boolean;
  /** What was said, or happened, in place of a verdict. */
  words?: string;
  /** Why no connection could be made, in words: then nothing is said about this message. */
  unreachable?: string;
  /** Bytes of a message at most, as the server says (RFC 1870); undefined where it says nothing. */
  maxSize?: number;
  /** Receipts were asked for, and this server does not pass such wishes on. */
  noReceipts?: boolean;
}

/** What goes to the mail server beside the message. */
export interface Envelope {
  from: string;
  addresses: string[];
  /** Delivery is to be reported (RFC 3461), with this id in the reports. */
  receiptId?: string;
}

/** Told before the step each stage names is taken; the final dot waits until it resolves. */
export type OnStage = (stage: Exclude<AttemptStage, 'claimed'>) => Promise<unknown>;

interface SmtpError extends ConnectionError {
  recipient?: string;
  rejectedErrors?: SmtpError[];
  /** Whom the server refused of this message before. */
  refusedBefore?: SmtpError[];
  maxSize?: number;
}

interface SendInfo {
  response: string;
  rejectedErrors?: SmtpError[];
  noReceipts?: boolean;
  maxSize?: number;
}

/** A connection, and what the server said at its beginning. */
interface Line {
  connection: SMTPConnection;
  offers: Offers;
  /** Until it is closed, while it is not used. */
  rest?: NodeJS.Timeout;
}

/** The envelope as it is sent: whom the server refuses is noted in it. */
type OnItsWay = SMTPEnvelope & { rejectedErrors?: SmtpError[] };

/** The connection itself refuses what the server has said it will not take: another try would come to the same. */
const isHopeless = ({ code, responseCode }: SmtpError) =>
  responseCode === undefined && (code === 'EMESSAGE' || code === 'EENVELOPE');

/** The server is there, and takes no more for now (RFC 5321 §3.8, §4.2.1). */
const isBusy = ({ responseCode = 0 }: SmtpError) => responseCode >= 400 && responseCode < 500;

/** Letters, digits and hyphens in lower case: the same on the wire. What ends in a number may be an address. */
const PLAIN_DOMAIN = /@(?:[a-z0-9-]+\.)+[a-z]{2,}$/;

/** With a domain every server knows (RFC 5890 §2.3.2.1), whatever it is shown as. */
function wireAddress(address: string): string {
  if (PLAIN_DOMAIN.test(address)) return address;
  const at = address.lastIndexOf('@');
  return `${address.slice(0, at)}@${domainToASCII(address.slice(at + 1)) || address.slice(at + 1)}`;
}

/** The parameters of RFC 3461 §4; of the message itself only the headers come back with a report. */
function smtpEnvelope({ from, addresses, receiptId }: Envelope, bytes: Buffer): OnItsWay {
  const envelope: OnItsWay = {
    from: wireAddress(from),
    to: addresses.map(wireAddress),
    size: bytes.length,
  };
  if (receiptId === undefined) return envelope;
  const [only, ...others] = addresses;
  envelope.dsn = {
    ret: 'HDRS' as const,
    envid: receiptId,
    notify: ['SUCCESS', 'FAILURE', 'DELAY'],
    // It is the same for all recipients of an envelope, so it can be told of one only; and it is ASCII.
    ...(others.length === 0 && /^[\x21-\x7e]+$/.test(only!) && { orcpt: `rfc822;${wireAddress(only!)}` }),
  };
  return envelope;
}

/** How long an attempt may take in all, however the server fills the time, ms. */
export interface Patience {
  /** Until the final dot; the message's own length comes on top. */
  toDot: number;
  /** From the final dot to the answer. */
  afterDot: number;
  /** What takes longer leaves its place among the connections to others. */
  slow: number;
}

const PATIENCE: Patience = {
  toDot: HANDOVER.toDotMs,
  afterDot: HANDOVER.afterDotMs,
  slow: HANDOVER.slowMs,
};
/** Bytes a second that a line out of the desert carries. */
const SLOWEST = 10_000;
/** So many slow ones there are at most, as a multiple of the connections. */
const SLOW_ONES = 3;

const CHUNK = 16 * 1024;
/** An unused connection is closed after this long; servers close theirs soon after. */
const IDLE_MS = 10_000;

/** After this long a server that would not take as many connections is asked for them again. */
const FULL_MS = 600_000;

/** The connection could not be made. */
class Unreachable extends Error {}

/** One more connection could not be made, while others are at work: that says nothing about the server, nor about the message. */
class Full extends Error {}

/**
 * The message as a stream. The connection reads it only after the server's 354 and writes the final dot only
 * after its end, so the first read and the end are where the stages are known. The bytes do not wait for the
 * record that they are under way, since that much is safe to repeat; the final dot does.
 */
function stagedStream(bytes: Buffer, onStage: OnStage): Readable {
  let sent = 0;
  let opened: Promise<unknown> | undefined;
  return new Readable({
    highWaterMark: CHUNK,
    read() {
      if (!opened) {
        // What goes out in one piece is at its end at once.
        opened = bytes.length > CHUNK ? onStage('data-open') : Promise.resolve();
        // Taken up again below, before the end.
        opened.catch(() => {});
      }
      if (sent < bytes.length) {
        this.push(bytes.subarray(sent, sent + CHUNK));
        sent += CHUNK;
        return;
      }
      opened
        .then(() => onStage('final-dot'))
        .then(
          () => this.push(null),
          (error: Error) => this.destroy(error),
        );
    },
  });
}

const wordsOf = (error: SmtpError) => shownReply(error.response ?? error.message);

const verdict = (address: string, error: SmtpError): RecipientOutcome => ({
  address,
  status: isHopeless(error) ? 'refused' : replyStatus(error.responseCode),
  answer: wordsOf(error),
});

/** Nobody has it: each recipient by its own refusal, else by what ended the attempt. */
function failure(addresses: string[], error: SmtpError): RecipientOutcome[] {
  const own = new Map((error.rejectedErrors ?? []).map((each) => [each.recipient, each]));
  return addresses.map((address) => verdict(address, own.get(wireAddress(address)) ?? error));
}

/** The server has taken it for those it did not refuse. */
function success(addresses: string[], info: SendInfo): RecipientOutcome[] {
  const refused = new Map((info.rejectedErrors ?? []).map((each) => [each.recipient, each]));
  return addresses.map((address) => {
    const refusal = refused.get(wireAddress(address));
    return refusal
      ? verdict(address, refusal)
      : { address, status: 'accepted', answer: shownReply(info.response) };
  });
}

/** How many messages are on their way at once, where nothing else is said and the server takes as many connections. */
export const CONNECTIONS = 10;

export class SmtpPool {
  private readonly idle: Line[] = [];
  private readonly queue: PQueue;
  private warming = 0;
  /** All that are open, and what is being opened. */
  private readonly lines = new Set<Line>();
  private readonly opening = new Set<Promise<void>>();
  /** So many fewer are opened, since the server would not take more; and since when, monotonic ms. */
  private fewer = 0;
  private fullSince = 0;
  /** Those that take long, for which others are opened. */
  private slow = 0;

  constructor(
    private readonly server: SmtpServer,
    private readonly most = CONNECTIONS,
    private readonly patience = PATIENCE,
    private readonly fullMs = FULL_MS,
  ) {
    this.queue = new PQueue({ concurrency: most });
  }

  /** How many messages may be on their way at once, as far as is known: so much is worth claiming ahead for. */
  get connections(): number {
    return Math.max(1, this.most - this.fewer);
  }

  /**
   * Hands one message over. Never rejects: what went wrong is in the outcomes. Where the server takes no further connection it
   * waits for one of those that are open.
   * @param onStage where it rejects, the message is not handed over
   */
  async release(envelope: Envelope, bytes: Buffer, onStage: OnStage): Promise<AttemptResult> {
    // Whoever has to come back is before those that have not begun.
    for (let priority = 0; ; priority = 1) {
      this.askForMore();
      try {
        return await this.queue.add(() => this.besides(this.attempt(envelope, bytes, onStage)), { priority });
      } catch (error) {
        if (!(error instanceof Full)) throw error;
      }
    }
  }

  /** Goes on with the connections there are. */
  private makeDo(): void {
    this.fullSince = performance.now();
    this.open({ fewer: Math.min(this.fewer + 1, this.most + this.slow - 1) });
  }

  /** The server may take more by now. */
  private askForMore(): void {
    if (this.fewer > 0 && performance.now() - this.fullSince >= this.fullMs) this.open({ fewer: 0 });
  }

  private open({ fewer = this.fewer, slow = this.slow }): void {
    this.fewer = fewer;
    this.slow = slow;
    this.queue.concurrency = Math.max(1, this.most - fewer + slow);
  }

  /** One that takes long keeps nobody waiting but itself. */
  private async besides(attempt: Promise<AttemptResult>): Promise<AttemptResult> {
    let slow = false;
    const timer = setTimeout(() => {
      slow = this.slow < this.most * SLOW_ONES;
      if (slow) this.open({ slow: this.slow + 1 });
    }, this.patience.slow);
    try {
      return await attempt;
    } finally {
      clearTimeout(timer);
      if (slow) this.open({ slow: this.slow - 1 });
    }
  }

  /** Opens connections ahead of time, so that `count` can go out at once; what goes wrong is found out then. */
  warm(count: number): void {
    this.askForMore();
    const wanted = Math.min(count, this.connections) - this.idle.length - this.warming - this.queue.pending;
    for (let index = 0; index < wanted; index++) {
      this.warming++;
      this.connect()
        .then(
          (line) => this.keep(line),
          (error: SmtpError) => {
            if (isBusy(error) && this.lines.size > 0) this.makeDo();
          },
        )
        .finally(() => this.warming--);
    }
  }

  /** Signs in and goes again. @throws (rejects) Error in words where that does not work */
  async tryOut(): Promise<void> {
    const { connection } = await this.connect().catch((error: ConnectionError) => {
      throw new Unreachable(serverWords(this.server, error));
    });
    // It has let us in: how it ends is of no account.
    connection.on('error', () => {});
    connection.quit();
  }

  /** Closes the connections once what is under way has ended. */
  async close(): Promise<void> {
    await this.queue.onIdle();
    for (const { connection, rest } of this.idle.splice(0)) {
      clearTimeout(rest);
      connection.quit();
    }
  }

  private async attempt(envelope: Envelope, bytes: Buffer, onStage: OnStage): Promise<AttemptResult> {
    const { addresses } = envelope;
    const progress = { stage: 'claimed' as AttemptStage };
    let info: SendInfo;
    try {
      info = await this.handOver(
        envelope,
        bytes,
        async (stage) => {
          await onStage(stage);
          progress.stage = stage;
        },
        progress,
      );
    } catch (caught) {
      if (caught instanceof Full) throw caught;
      if (caught instanceof Unreachable) {
        const deferred = { status: 'deferred' as const, answer: caught.message };
        const outcomes = addresses.map((address) => ({ address, ...deferred }));
        return { outcomes, unanswered: false, unreachable: caught.message };
      }
      const error = caught as SmtpError;
      if (progress.stage !== 'claimed') error.rejectedErrors ??= error.refusedBefore;
      if (progress.stage === 'final-dot' && !isVerdict(error.responseCode)) return inDoubt(addresses, error);
      return { outcomes: failure(addresses, error), unanswered: false, maxSize: error.maxSize };
    }
    if (!isVerdict(Number(/^\d{3}(?!\d)/.exec(info.response)?.[0])))
      return inDoubt(addresses, noVerdict(info.response, info.rejectedErrors));
    const outcomes = success(addresses, info);
    const { noReceipts, maxSize } = info;
    return { outcomes, unanswered: false, ...(noReceipts && { noReceipts }), ...(maxSize && { maxSize }) };
  }

  private async handOver(
    envelope: Envelope,
    bytes: Buffer,
    follow: OnStage,
    progress: { stage: AttemptStage },
  ): Promise<SendInfo> {
    // send() alters the envelope it is given.
    const over = async (line: Line) => {
      const deadline = new Deadline(this.patience.toDot + (bytes.length / SLOWEST) * 1000);
      const stream = stagedStream(bytes, async (stage) => {
        await follow(stage);
        if (stage === 'final-dot') deadline.begin(this.patience.afterDot);
      });
      const info = await send(line, smtpEnvelope(envelope, bytes), stream, deadline);
      this.keep(line);
      const { receipts, maxSize } = line.offers;
      return { ...info, maxSize, noReceipts: envelope.receiptId !== undefined && !receipts };
    };
    const idle = this.idle.pop();
    clearTimeout(idle?.rest);
    if (idle) {
      try {
        return await over(idle);
      } catch (error) {
        // The server may have closed a connection that lay idle; that says nothing about this message.
        if (progress.stage !== 'claimed' || (error as SmtpError).responseCode) throw error;
      }
    }
    return over(await this.connectOrMakeDo());
  }

  /** @throws (rejects) Full where the server takes no more connections than are open, Unreachable where it takes none */
  private async connectOrMakeDo(): Promise<Line> {
    try {
      return await this.connect();
    } catch (error) {
      const busy = isBusy(error as SmtpError);
      // Whether it takes any is told by those that are being opened beside it.
      while (busy && this.lines.size === 0 && this.opening.size > 0) await Promise.race(this.opening);
      if (busy && this.lines.size > 0) {
        this.makeDo();
        throw new Full();
      }
      // How many it takes once it is there again is not known.
      this.open({ fewer: 0 });
      throw new Unreachable(serverWords(this.server, error as ConnectionError));
    }
  }

  private async connect(): Promise<Line> {
    const connected = connectTo(this.server, this.patience);
    const settled = connected.then(
      () => {},
      () => {},
    );
    this.opening.add(settled);
    try {
      const line = await connected;
      this.lines.add(line);
      line.connection.once('end', () => this.lines.delete(line));
      return line;
    } finally {
      this.opening.delete(settled);
    }
  }

  private keep(line: Line): void {
    const { connection } = line;
    const drop = () => {
      clearTimeout(line.rest);
      this.lines.delete(line);
      const index = this.idle.indexOf(line);
      if (index >= 0) this.idle.splice(index, 1);
    };
    connection.removeAllListeners();
    connection.once('error', drop);
    connection.once('end', drop);
    this.idle.push(line);
    line.rest = setTimeout(() => {
      drop();
      connection.quit();
    }, IDLE_MS);
    line.rest.unref();
  }
}

const noVerdict = (response: string, rejectedErrors?: SmtpError[]): SmtpError =>
  Object.assign(new Error('No answer to the message'), { response, rejectedErrors });

/** Nothing is known of those it was for; whom the server refused or put off before is told. */
const inDoubt = (addresses: string[], error: SmtpError): AttemptResult => ({
  outcomes: addresses.flatMap((address) => {
    const own = error.rejectedErrors?.find(({ recipient }) => recipient === wireAddress(address));
    return own ? [verdict(address, own)] : [];
  }),
  unanswered: true,
  words: wordsOf(error),
  maxSize: error.maxSize,
});

const minutes = (ms: number) =>
  ms < 90_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / 60_000)} min`;

/** A moment that passes however busy a server seems: time-outs of the connection begin anew with every byte. */
class Deadline {
  onPassed: (error: Error) => void = () => {};
  private timer: NodeJS.Timeout | undefined;

  constructor(ms: number) {
    this.begin(ms);
  }

  /** Counts anew from here. */
  begin(ms: number): void {
    this.end();
    this.timer = setTimeout(
      () => this.onPassed(new Error(`The mail server did not come to an end within ${minutes(ms)}`)),
      ms,
    );
  }

  end(): void {
    clearTimeout(this.timer);
  }
}

function send({ connection, offers }: Line, envelope: OnItsWay, stream: Readable, deadline: Deadline) {
  return new Promise<SendInfo>((resolve, reject) => {
    const fail = (error: Error) => {
      deadline.end();
      // A reader who was refused before is refused, whatever comes of the rest.
      const { rejectedErrors } = envelope;
      reject(
        Object.assign(error, {
          ...(rejectedErrors?.length && { refusedBefore: rejectedErrors }),
          ...(offers.maxSize !== undefined && { maxSize: offers.maxSize }),
        }),
      );
      // Only now: closing ends the connection, and the end is a failure of its own.
      connection.close();
    };
    deadline.onPassed = fail;
    connection.once('error', fail);
    // A server that hangs up cleanly in mid-transaction raises no error.
    connection.once('end', () => fail(new Error('The mail server closed the connection.')));
    connection.send(envelope, stream, (error, info) => {
      if (error) return fail(error);
      deadline.end();
      resolve(info);
    });
  });
}

/** Opens a connection and signs in. */
function connectTo({ options, auth }: SmtpServer, patience: Patience): Promise<Line> {
  return new Promise((resolve, reject) => {
    const connection = new SMTPConnection(options);
    const deadline = new Deadline(patience.toDot);
    const fail = (error: Error) => {
      deadline.end();
      reject(error);
      connection.close();
    };
    deadline.onPassed = fail;
    connection.once('error', fail);
    connection.connect((error) => {
      if (error) return fail(error);
      // Before anything else is said: this is its answer to EHLO.
      const offers = readOffers(connection.lastServerResponse || '');
      const ready = () => {
        deadline.end();
        connection.off('error', fail);
        resolve({ connection, offers });
      };
      if (!auth) return ready();
      connection.login({ credentials: auth }, (refused) => {
        if (refused) fail(refused);
        else ready();
      });
    });
  });
}
