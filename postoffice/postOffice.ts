/** The post office at work: takes mail by SMTP, keeps it in mailboxes, answers by LMTP. */
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import PostalMime from 'postal-mime';
import type { Socket } from 'node:net';
import { SMTPServer, type SMTPServerEnvelope, type SMTPServerOptions } from 'smtp-server';
import { composeAnswer } from './answer';
import type { PostOfficeClock } from './clock';
import { correspondents, type ScriptedCorrespondent } from './correspondents';
import type { FaultBox } from './faults';
import type { Folders } from './imap/folders';
import { MAILBOX_ACCOUNT } from './imap/session';
import { composeDelivered, composeFailed, composeSeen } from './report';
import { preparedAnswers } from './pressed';
import type { PendingAnswer, PostOfficeStore } from './store';
import { afterWork } from './workingTime';

export interface PostOfficeOptions {
  store: PostOfficeStore;
  clock: PostOfficeClock;
  faults: FaultBox;
  /** Where answers are delivered, on loopback. */
  lmtpPort: number;
  /** Where colleagues keep files; undefined where there is no such folder. */
  folder?: string;
  /** Where the events of its calendar server are kept; undefined where it has none. */
  calendar?: string;
  /** What programs look into by IMAP; undefined where there is no such mailbox. */
  mailbox?: Folders;
}

/** Mail for the mailbox programs look into lies in its inbox, where there is one. */
function putIntoInbox(mailbox: Folders | undefined, addresses: readonly string[], source: Buffer): boolean {
  if (!mailbox || !addresses.includes(MAILBOX_ACCOUNT.address)) return false;
  // A mailbox server has a clock of its own, and so have the programs that ask what is new since then.
  mailbox.put(mailbox.find('INBOX')!, source, { at: Date.now(), flags: [] });
  return true;
}

const RETRY_MS = 5 * 60_000;
const known = new Map(correspondents.map((person) => [person.address, person]));

/** People do not answer automatic mail. */
async function isAutomatic(source: Buffer): Promise<boolean> {
  const mail = await PostalMime.parse(source);
  return mail.headers.some((header) => header.key === 'auto-submitted' && !header.value.startsWith('no'));
}

type Planned = Omit<PendingAnswer, 'id' | 'source'>;

/** People open a message some time before they have answered it; their program then asks whether to say so. */
function answersTo(people: ScriptedCorrespondent[], at: number, asks: boolean): Planned[] {
  return people.flatMap(({ address, latency, zone, hours, habit, presses, confirms = true }): Planned[] => {
    if (latency === null) return [];
    const atOnce = { address, due: at + BY_MACHINE_MS, asked: null };
    if (habit === 'bounces') return [{ ...atOnce, kind: 'failed' }];
    if (habit === 'away') return [{ ...atOnce, kind: 'answer' }];
    const after = (minutes: number) => afterWork(at, minutes, zone, hours);
    const late = asks && presses === 'days late' ? LATE_MINUTES : 0;
    const answer: Planned = { kind: 'answer', address, due: after(latency + late), asked: null };
    const again: Planned = { ...answer, kind: 'again', due: after(latency + RECONSIDERS_MINUTES) };
    const seen: Planned = { kind: 'seen', address, due: after(Math.floor(latency / 2)), asked: null };
    if (habit === 'only-opens') return [seen];
    return [...(confirms ? [seen] : []), answer, ...(asks && presses === 'twice' ? [again] : [])];
  });
}

/** Three of their days. */
const LATE_MINUTES = 3 * 8 * 60;
const RECONSIDERS_MINUTES = 45;

/** What no person does takes seconds. */
const BY_MACHINE_MS = 4000;
/** A mailbox is reached within seconds. */
const DELIVERED_MS = 2000;

/** The reports an envelope asks for (RFC 3461 §4.1). */
function reportsOf({ mailFrom, rcptTo, dsn }: SMTPServerEnvelope, at: number): Planned[] {
  const sender = mailFrom ? mailFrom.address : '';
  return rcptTo.flatMap((each): Planned[] => {
    if (!sender || !each.dsn?.notify?.includes('SUCCESS')) return [];
    const asked = {
      sender,
      envelopeId: dsn?.envid ?? null,
      originalRecipient: each.dsn.orcpt ?? null,
      back: dsn?.ret === 'FULL' ? ('FULL' as const) : ('HDRS' as const),
    };
    return [{ kind: 'delivered', address: each.address.toLowerCase(), due: at + DELIVERED_MS, asked }];
  });
}

/** The envelope as its commands gave it, as far as it is about one recipient: others may be hidden from them. */
function envelopeWords({ mailFrom, rcptTo, dsn }: SMTPServerEnvelope, recipient: string): string {
  const line = (words: string, parameters: Record<string, string | null | undefined>) =>
    [
      words,
      ...Object.entries(parameters).flatMap(([name, value]) => (value ? [`${name}=${value}`] : [])),
    ].join(' ');
  return [
    line(`MAIL FROM:<${mailFrom ? mailFrom.address : ''}>`, { RET: dsn?.ret, ENVID: dsn?.envid }),
    ...rcptTo
      .filter(({ address }) => address.toLowerCase() === recipient)
      .map(({ address, dsn: own }) =>
        line(`RCPT TO:<${address}>`, { NOTIFY: own?.notify?.join(','), ORCPT: own?.orcpt }),
      ),
  ].join('\n');
}

/** What we need of a connection of the server's that its interface does not offer: faults strike below it. */
interface Line {
  id: string;
  _socket: Socket;
  send(code: number, words: string): void;
  handler_STARTTLS(command: unknown, done: () => void): void;
}

/** Breaks off the connection a session belongs to. */
function breakOff(server: SMTPServer, session: { id: string }): void {
  for (const line of server.connections as unknown as Set<Line>) {
    if (line.id === session.id) line._socket.destroy();
  }
}

/** The mail server; any address under `.example` has a mailbox. */
export function createMailServer({ store, clock, faults, mailbox }: PostOfficeOptions): SMTPServer {
  const options: SMTPServerOptions = {
    name: 'postoffice.example',
    banner: 'Post office',
    authOptional: true,
    allowInsecureAuth: true,
    onAuth({ username, password }, _session, done) {
      const { user, password: right } = MAILBOX_ACCOUNT;
      if (username === user && password === right) return done(null, { user });
      done(
        Object.assign(new Error('5.7.8 This name and password are not known here'), { responseCode: 535 }),
      );
    },
    // Offered only to be refused.
    hideSTARTTLS: true,
    hideDSN: false,
    disableReverseLookup: true,
    size: 36 * 1024 * 1024,
    onConnect(session, done) {
      server.options.hideSTARTTLS = !faults.present.refuseStartTls;
      for (const line of server.connections as unknown as Set<Line>) {
        if (line.id !== session.id) continue;
        line.handler_STARTTLS = (_command, handled) => {
          line.send(454, '4.7.0 TLS is not available just now');
          handled();
        };
      }
      done();
    },
    onRcptTo(address, session, done) {
      if (faults.drops('before-data')) return breakOff(server, session);
      const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
      const fault = faults.recipientReply(from, address.address, clock.now());
      if (fault) return done(Object.assign(new Error(fault.words), { responseCode: fault.code }));
      if (address.address.toLowerCase().endsWith('.example')) return done();
      done(Object.assign(new Error('5.1.2 This post office knows .example only'), { responseCode: 550 }));
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.once('data', () => {
        if (faults.drops('in-data')) breakOff(server, session);
      });
      stream.on('end', () => {
        const source = Buffer.concat(chunks);
        const addresses = [...new Set(session.envelope.rcptTo.map((each) => each.address.toLowerCase()))];
        const people = addresses.flatMap((address) => known.get(address) ?? []);
        const reply = () => done(null, '2.0.0 In the mailbox');
        if (faults.drops('after-dot-unkept')) return breakOff(server, session);
        Promise.all([isAutomatic(source), preparedAnswers(source)])
          .then(([automatic, prepared]) => {
            const at = clock.now();
            const answers = automatic ? [] : answersTo(people, at, prepared.length > 0);
            const boxes = addresses.map((address) => ({
              address,
              envelope: envelopeWords(session.envelope, address),
            }));
            store.keep(at, boxes, source, [...reportsOf(session.envelope, at), ...answers]);
            putIntoInbox(mailbox, addresses, source);
            const { answerAfterSeconds } = faults.present;
            if (faults.drops('after-dot')) breakOff(server, session);
            else if (answerAfterSeconds > 0) setTimeout(reply, answerAfterSeconds * 1000);
            else reply();
          })
          .catch((error: Error) => done(error));
      });
    },
  };
  const server = new SMTPServer(options);
  server.server.prependListener('connection', (socket: Socket) => {
    if (faults.isDown(clock.now())) socket.resetAndDestroy();
  });
  return server;
}

/** Breaks off all connections of a mail server that goes down. */
export function breakOffAll(server: SMTPServer): void {
  for (const line of server.connections as unknown as Set<Line>) line._socket.destroy();
}

function deliver(port: number, from: string, to: string, bytes: Buffer): Promise<void> {
  return new Promise((resolve, reject) => {
    const connection = new SMTPConnection({ host: '127.0.0.1', port, lmtp: true, ignoreTLS: true });
    const fail = (error: Error) => {
      connection.close();
      reject(error);
    };
    connection.once('error', fail);
    connection.connect((refused) => {
      if (refused) return fail(refused);
      connection.send({ from, to: [to] }, bytes, (error) => {
        if (error) return fail(error);
        connection.quit();
        resolve();
      });
    });
  });
}

async function compose(answer: PendingAnswer): Promise<{ to: string; bytes: Buffer } | undefined> {
  const { kind, address, source, asked, due } = answer;
  if (kind === 'delivered')
    return { to: asked!.sender, bytes: await composeDelivered(address, source, asked!, due) };
  const person = known.get(address)!;
  if (kind === 'failed') return composeFailed(person, source, due);
  return kind === 'seen'
    ? composeSeen(person, source, due)
    : composeAnswer(person, source, due, kind === 'again');
}

/** Delivers every answer due by `now`, in order. One that cannot be delivered is tried again later. */
export async function answerAllDue(
  { store, lmtpPort, mailbox }: PostOfficeOptions,
  now: number,
): Promise<void> {
  for (let answer = store.nextAnswer(now); answer; answer = store.nextAnswer(now)) {
    const composed = await compose(answer);
    // A report comes from nobody, so that none is ever made about it (RFC 3464 §2, RFC 8098 §3).
    const from = answer.kind === 'answer' || answer.kind === 'again' ? answer.address : '';
    try {
      if (composed && !putIntoInbox(mailbox, [composed.to.toLowerCase()], composed.bytes))
        await deliver(lmtpPort, from, composed.to, composed.bytes);
      store.answered(answer, answer.due, composed?.bytes ?? Buffer.alloc(0));
    } catch {
      store.postpone(answer, now + RETRY_MS);
    }
  }
}
