/** Mail comes in by LMTP (RFC 2033): for each recipient one answer, 250 only once the message is kept. */
import { SMTPServer } from 'smtp-server';
import type { AddressInfo } from 'node:net';

/** Bytes of a message at most; announced by SIZE (RFC 1870). */
const MAX_SIZE = 50 * 1024 * 1024;

export interface LmtpIntake {
  readonly port: number;
  close(): Promise<void>;
}

export interface LmtpHandlers {
  /** True for my own addresses; others are refused with 550. */
  accepts(address: string): boolean;
  /** Resolves once the message is committed; a rejection becomes 451, and the sender keeps it. */
  receive(bytes: Buffer): Promise<void>;
  /** Called with what went wrong when a message could not be kept. */
  failed(error: unknown): void;
}

function smtpReply(code: number, words: string): Error {
  return Object.assign(new Error(words), { responseCode: code });
}

/**
 * Listens on loopback.
 * @param port 0 takes any free one
 * @throws (rejects) with the system's error where the port is taken
 */
export function openLmtpIntake(port: number, handlers: LmtpHandlers): Promise<LmtpIntake> {
  const server = new SMTPServer({
    lmtp: true,
    name: 'oak-lantern',
    banner: 'Oak Lantern',
    size: MAX_SIZE,
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onRcptTo(address, session, done) {
      if (!handlers.accepts(address.address))
        return done(smtpReply(550, `5.1.1 No mailbox ${address.address} here`));
      // One named twice is answered twice (RFC 2033 §4.2); the server would count it once.
      const { rcptTo } = session.envelope;
      const same = (each: { address: string }) =>
        each.address.toLowerCase() === address.address.toLowerCase();
      if (rcptTo.some(same)) rcptTo.push(address);
      done();
    },
    onData(stream, session, done) {
      let chunks: Buffer[] = [];
      let size = 0;
      stream.on('data', (chunk: Buffer) => {
        size += chunk.length;
        // What is too big is listened to, since it has to be answered, and kept no byte of.
        if (size > MAX_SIZE) chunks = [];
        else chunks.push(chunk);
      });
      stream.on('end', () => {
        if (size > MAX_SIZE) return done(smtpReply(552, '5.3.4 Message too big'));
        handlers.receive(Buffer.concat(chunks)).then(
          () =>
            done(
              null,
              session.envelope.rcptTo.map(() => '2.0.0 Kept'),
            ),
          (error: unknown) => {
            handlers.failed(error);
            done(smtpReply(451, '4.3.0 Could not keep the message, try again'));
          },
        );
      });
    },
  });
  // A client that breaks off is no event of ours.
  server.on('error', () => {});
  return new Promise((resolve, reject) => {
    server.server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const { port: actual } = server.server.address() as AddressInfo;
      resolve({ port: actual, close: () => new Promise((closed) => server.close(() => closed())) });
    });
  });
}
