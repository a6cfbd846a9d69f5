/** Handing messages to the mail server over a few connections that are kept open. */
import SMTPConnection, { type SMTPEnvelope } from 'nodemailer/lib/smtp-connection';
import { Readable } from 'node:stream';
import PQueue from 'p-queue';
import { replyStatus, type AttemptStage, type RecipientOutcome } from '../core/departure/outcome';
import type { SmtpServer } from './smtpUrl';

/** What one attempt came to. */
export interface AttemptResult {
  outcomes: RecipientOutcome[];
  /** The connection ended after the final dot without an answer: the server may have the message. */
  unanswered: boolean;
}

/** Told, synchronously, before the step each stage names is taken. */
export type OnStage = (stage: Exclude<AttemptStage, 'claimed'>) => void;

interface SmtpError extends Error {
  response?: string;
  responseCode?: number;
  recipient?: string;
  rejectedErrors?: SmtpError[];
}

interface SendInfo {
  response: string;
  rejectedErrors?: SmtpError[];
}

const CHUNK = 16 * 1024;
/** An unused connection is closed after this long; servers close theirs soon after. */
const IDLE_MS = 10_000;

/**
 * The message as a stream. The connection reads it only after the server's 354 and writes the final dot only
 * after its end, so the first read and the end are where the stages are known.
 */
function stagedStream(bytes: Buffer, onStage: OnStage): Readable {
  let sent = 0;
  let open = false;
  return new Readable({
    highWaterMark: CHUNK,
    read() {
      if (!open) {
        open = true;
        onStage('data-open');
      }
      if (sent < bytes.length) {
        this.push(bytes.subarray(sent, sent + CHUNK));
        sent += CHUNK;
      } else {
        onStage('final-dot');
        this.push(null);
      }
    },
  });
}

const wordsOf = (error: SmtpError) => (error.response ?? error.message).replace(/\s*\r?\n\s*/g, ' ').trim();

const verdict = (address: string, error: SmtpError): RecipientOutcome => ({
  address,
  status: replyStatus(error.responseCode),
  answer: wordsOf(error),
});

/** Nobody has it: each recipient by its own refusal, else by what ended the attempt. */
function failure(addresses: string[], error: SmtpError): RecipientOutcome[] {
  const own = new Map((error.rejectedErrors ?? []).map((each) => [each.recipient, each]));
  return addresses.map((address) => verdict(address, own.get(address) ?? error));
}

/** The server has taken it for those it did not refuse. */
function success(addresses: string[], info: SendInfo): RecipientOutcome[] {
  const refused = new Map((info.rejectedErrors ?? []).map((each) => [each.recipient, each]));
  return addresses.map((address) => {
    const refusal = refused.get(address);
    return refusal ? verdict(address, refusal) : { address, status: 'accepted', answer: info.response };
  });
}

export class SmtpPool {
  private readonly idle: SMTPConnection[] = [];
  private readonly queue: PQueue;

  constructor(
    private readonly server: SmtpServer,
    /** How many messages may be on their way at once. */
    readonly connections = 5,
  ) {
    this.queue = new PQueue({ concurrency: connections });
  }

  /** Hands one message over. Never rejects: what went wrong is in the outcomes. */
  release(from: string, addresses: string[], bytes: Buffer, onStage: OnStage): Promise<AttemptResult> {
    return this.queue.add(() => this.attempt(from, addresses, bytes, onStage));
  }

  /** Closes the connections once what is under way has ended. */
  async close(): Promise<void> {
    await this.queue.onIdle();
    for (const connection of this.idle.splice(0)) connection.quit();
  }

  private async attempt(
    from: string,
    addresses: string[],
    bytes: Buffer,
    onStage: OnStage,
  ): Promise<AttemptResult> {
    const progress = { stage: 'connecting' as AttemptStage };
    onStage('connecting');
    let info: SendInfo;
    try {
      info = await this.handOver(
        from,
        addresses,
        bytes,
        (stage) => {
          onStage(stage);
          progress.stage = stage;
        },
        progress,
      );
    } catch (caught) {
      const error = caught as SmtpError;
      const unanswered = progress.stage === 'final-dot' && !error.responseCode;
      return { outcomes: failure(addresses, error), unanswered };
    }
    return { outcomes: success(addresses, info), unanswered: false };
  }

  private async handOver(
    from: string,
    addresses: string[],
    bytes: Buffer,
    follow: OnStage,
    progress: { stage: AttemptStage },
  ): Promise<SendInfo> {
    // send() alters the envelope it is given.
    const over = async (connection: SMTPConnection) => {
      const info = await send(
        connection,
        { from, to: [...addresses], size: bytes.length },
        stagedStream(bytes, follow),
      );
      this.keep(connection);
      return info;
    };
    const idle = this.idle.pop();
    if (idle) {
      try {
        return await over(idle);
      } catch (error) {
        // The server may have closed a connection that lay idle; that says nothing about this message.
        if (progress.stage !== 'connecting' || (error as SmtpError).responseCode) throw error;
      }
    }
    return over(await this.connect());
  }

  private connect(): Promise<SMTPConnection> {
    const { options, auth } = this.server;
    return new Promise((resolve, reject) => {
      const connection = new SMTPConnection(options);
      connection.once('error', reject);
      connection.connect((error) => {
        if (error) return reject(error);
        const ready = () => {
          connection.off('error', reject);
          resolve(connection);
        };
        if (!auth) return ready();
        connection.login({ credentials: auth }, (refused) => {
          if (!refused) return ready();
          connection.close();
          reject(refused);
        });
      });
    });
  }

  private keep(connection: SMTPConnection): void {
    const drop = () => {
      const index = this.idle.indexOf(connection);
      if (index >= 0) this.idle.splice(index, 1);
    };
    connection.removeAllListeners();
    connection.once('error', drop);
    connection.once('end', drop);
    this.idle.push(connection);
    const timer = setTimeout(() => {
      if (!this.idle.includes(connection)) return;
      drop();
      connection.quit();
    }, IDLE_MS);
    timer.unref();
  }
}

function send(connection: SMTPConnection, envelope: SMTPEnvelope, stream: Readable) {
  return new Promise<SendInfo>((resolve, reject) => {
    const fail = (error: Error) => {
      reject(error);
      // Only now: closing ends the connection, and the end is a failure of its own.
      connection.close();
    };
    connection.once('error', fail);
    // A server that hangs up cleanly in mid-transaction raises no error.
    connection.once('end', () => fail(new Error('The mail server closed the connection.')));
    connection.send(envelope, stream, (error, info) => (error ? fail(error) : resolve(info)));
  });
}
