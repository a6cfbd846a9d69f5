/** A mail server to release to, which can be told to misbehave. */
import { SMTPServer, type SMTPServerOptions } from 'smtp-server';
import type { AddressInfo, Socket } from 'node:net';
import { onTestFinished } from 'vitest';

export interface Received {
  from: string;
  to: string[];
  source: string;
}

export interface Sink {
  port: number;
  url: string;
  received: Received[];
  /** Resolves once so many messages have come in. */
  until(count: number): Promise<void>;
  close(): Promise<void>;
}

export const reply = (code: number, words: string) => Object.assign(new Error(words), { responseCode: code });

/**
 * Handlers of a server that takes so many connections at once; the others are told so.
 * @param most may be changed meanwhile, in what is returned
 */
export function fewConnections(most: number) {
  const taken = new Set<string>();
  const few = {
    most,
    /** So many at once there were at most, and so many have been told. */
    highest: 0,
    refused: 0,
    onConnect(session: { id: string }, done: (error?: Error) => void) {
      if (taken.size >= few.most) {
        few.refused++;
        return done(reply(421, '4.7.0 Too many connections'));
      }
      taken.add(session.id);
      few.highest = Math.max(few.highest, taken.size);
      done();
    },
    onClose(session: { id: string }) {
      taken.delete(session.id);
    },
  };
  return few;
}

/** @param port 0 for any; @param faults handlers put over the good ones */
export async function startSink(port = 0, faults: Partial<SMTPServerOptions> = {}): Promise<Sink> {
  const received: Received[] = [];
  const waiting: { count: number; resolve: () => void }[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
        const to = session.envelope.rcptTo.map((each) => each.address);
        received.push({ from, to, source: Buffer.concat(chunks).toString() });
        done();
        for (const each of waiting) if (received.length >= each.count) each.resolve();
      });
    },
    ...faults,
  });
  server.on('error', () => {});
  const sockets = new Set<Socket>();
  server.server.on('connection', (socket: Socket) => {
    sockets.add(socket);
    socket.on('close', () => sockets.delete(socket));
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const bound = (server.server.address() as AddressInfo).port;
  let closed = false;
  const close = () => {
    if (closed) return Promise.resolve();
    closed = true;
    for (const socket of sockets) socket.destroy();
    return new Promise<void>((resolve) => server.close(() => resolve()));
  };
  onTestFinished(close);
  return {
    port: bound,
    url: `smtp://127.0.0.1:${bound}`,
    received,
    until: (count) =>
      new Promise((resolve) => {
        if (received.length >= count) resolve();
        else waiting.push({ count, resolve });
      }),
    close,
  };
}

/** One that lets a single user in, by a password. */
export const guardedSink = (user: string, password: string): Promise<Sink> =>
  startSink(0, {
    disabledCommands: ['STARTTLS'],
    authOptional: false,
    allowInsecureAuth: true,
    onAuth: (given, _, done) =>
      given.username === user && given.password === password
        ? done(null, { user })
        : done(reply(535, '5.7.8 Not you')),
  });
