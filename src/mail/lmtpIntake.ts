/** Mail comes in by LMTP (RFC 2033): for each recipient one answer, 250 only once the message is kept. */
import { SMTPServer } from 'smtp-server';
import type { AddressInfo } from 'node:net';
import { INTAKE } from '#core/limits';

export interface LmtpIntake {
  readonly port: number;
  close(): Promise<void>;
}

/** One message on its way in. */
export interface IncomingBytes {
  /** @throws where it cannot be kept */
  add(chunk: Buffer): void;
  /** All of it is there. Resolves once it is committed. */
  keep(): Promise<void>;
  /** It broke off, or is not wanted. */
  drop(): void;
}

export interface LmtpHandlers {
  /** True for my own addresses; others are refused with 550. */
  accepts(address: string): boolean;
  /** A message begins. What it throws, or rejects with, becomes 451, and the sender keeps the message. */
  begin(): IncomingBytes;
  /** Called after each that was kept. */
  arrived(): void;
  /** Called with what went wrong when a message could not be kept. */
  failed(error: unknown): void;
}

function smtpReply(code: number, words: string): Error {
  return Object.assign(new Error(words), { responseCode: code });
}

/** The connections open from each address. */
class Sources {
  private readonly open = new Map<string, number>();

  /** @returns false where there are enough already */
  enter(address: string): boolean {
    const count = this.open.get(address) ?? 0;
    if (count >= INTAKE.connectionsOfOne) return false;
    this.open.set(address, count + 1);
    return true;
  }

  leave(address: string): void {
    const count = (this.open.get(address) ?? 1) - 1;
    if (count > 0) this.open.set(address, count);
    else this.open.delete(address);
  }
}

/**
 * Listens on loopback.
 * @param port 0 takes any free one
 * @throws (rejects) with the system's error where the port is taken
 */
export function openLmtpIntake(port: number, handlers: LmtpHandlers): Promise<LmtpIntake> {
  const sources = new Sources();
  const entered = new Set<string>();
  const server = new SMTPServer({
    lmtp: true,
    name: 'oak-lantern',
    banner: 'Oak Lantern',
    size: INTAKE.messageBytes,
    maxClients: INTAKE.connections,
    socketTimeout: INTAKE.silenceMs,
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onConnect(session, done) {
      if (!sources.enter(session.remoteAddress))
        return done(smtpReply(421, '4.7.0 Too many connections from there, try again later'));
      entered.add(session.id);
      done();
    },
    onClose(session) {
      if (entered.delete(session.id)) sources.leave(session.remoteAddress);
    },
    onRcptTo(address, session, done) {
      if (!handlers.accepts(address.address))
        return done(smtpReply(550, `5.1.1 No mailbox ${address.address} here`));
      const { rcptTo } = session.envelope;
      if (rcptTo.length >= INTAKE.recipients)
        return done(smtpReply(452, '4.5.3 Too many recipients, send to the others by another'));
      // One named twice is answered twice (RFC 2033 §4.2); the server would count it once.
      const same = (each: { address: string }) =>
        each.address.toLowerCase() === address.address.toLowerCase();
      if (rcptTo.some(same)) rcptTo.push(address);
      done();
    },
    onData(stream, session, done) {
      let coming: IncomingBytes | undefined = handlers.begin();
      let [size, trouble] = [0, undefined as unknown];
      const giveUp = (why?: unknown) => {
        clearTimeout(late);
        trouble ??= why;
        try {
          coming?.drop();
        } catch (error) {
          trouble ??= error;
        }
        coming = undefined;
      };
      const hangUp = () => {
        giveUp();
        for (const connection of server.connections)
          if (connection.id === session.id) connection.send(421, '4.4.2 This message does not end');
      };
      const late = setTimeout(hangUp, INTAKE.messageMs);
      stream.on('data', (chunk: Buffer) => {
        size += chunk.length;
        if (size > INTAKE.patienceBytes) return hangUp();
        // What is too big is listened to, since it has to be answered, and kept no byte of.
        if (size > INTAKE.messageBytes) return giveUp();
        try {
          coming?.add(chunk);
        } catch (error) {
          giveUp(error);
        }
      });
      // The line broke before the final dot.
      stream.on('close', () => !stream.readableEnded && giveUp());
      const failed = (error: unknown) => {
        handlers.failed(error);
        done(smtpReply(451, '4.3.0 Could not keep the message, try again'));
      };
      stream.on('end', () => {
        clearTimeout(late);
        if (size > INTAKE.messageBytes) return done(smtpReply(552, '5.3.4 Message too big'));
        if (!coming) return failed(trouble);
        const unkept = (error: unknown) => {
          // What has been written of it belongs to nothing.
          giveUp();
          failed(error);
        };
        coming.keep().then(() => {
          handlers.arrived();
          done(
            null,
            session.envelope.rcptTo.map(() => '2.0.0 Kept'),
          );
        }, unkept);
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
