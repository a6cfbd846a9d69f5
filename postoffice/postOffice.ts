/** The post office at work: takes mail by SMTP, keeps it in mailboxes, answers by LMTP. */
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import PostalMime from 'postal-mime';
import { SMTPServer } from 'smtp-server';
import { composeAnswer } from './answer';
import type { PostOfficeClock } from './clock';
import { correspondents, type ScriptedCorrespondent } from './correspondents';
import type { PendingAnswer, PostOfficeStore } from './store';
import { afterWork } from './workingTime';

export interface PostOfficeOptions {
  store: PostOfficeStore;
  clock: PostOfficeClock;
  /** Where answers are delivered, on loopback. */
  lmtpPort: number;
}

const RETRY_MS = 5 * 60_000;
const known = new Map(correspondents.map((person) => [person.address, person]));

/** People do not answer automatic mail. */
async function isAutomatic(source: Buffer): Promise<boolean> {
  const mail = await PostalMime.parse(source);
  return mail.headers.some((header) => header.key === 'auto-submitted' && !header.value.startsWith('no'));
}

function answersTo(people: ScriptedCorrespondent[], source: Buffer, at: number): Omit<PendingAnswer, 'id'>[] {
  return people.flatMap((person) =>
    person.latency === null
      ? []
      : [{ address: person.address, due: afterWork(at, person.latency, person.zone, person.hours), source }],
  );
}

/** The mail server; any address under `.example` has a mailbox. */
export function createMailServer({ store, clock }: PostOfficeOptions): SMTPServer {
  return new SMTPServer({
    name: 'postoffice.example',
    banner: 'Post office',
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: 25 * 1024 * 1024,
    onRcptTo(address, _session, done) {
      if (address.address.toLowerCase().endsWith('.example')) return done();
      done(Object.assign(new Error('5.1.2 This post office knows .example only'), { responseCode: 550 }));
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        const source = Buffer.concat(chunks);
        const addresses = [...new Set(session.envelope.rcptTo.map((each) => each.address.toLowerCase()))];
        const people = addresses.flatMap((address) => known.get(address) ?? []);
        isAutomatic(source)
          .then((automatic) => {
            const at = clock.now();
            store.keep(at, addresses, source, automatic ? [] : answersTo(people, source, at));
            done(null, '2.0.0 In the mailbox');
          })
          .catch((error: Error) => done(error));
      });
    },
  });
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

/** Delivers every answer due by `now`, in order. One that cannot be delivered is tried again later. */
export async function answerAllDue({ store, lmtpPort }: PostOfficeOptions, now: number): Promise<void> {
  for (let answer = store.nextAnswer(now); answer; answer = store.nextAnswer(now)) {
    const composed = await composeAnswer(known.get(answer.address)!, answer.source, answer.due);
    try {
      if (composed) await deliver(lmtpPort, answer.address, composed.to, composed.bytes);
      store.answered(answer, answer.due, composed?.bytes ?? Buffer.alloc(0));
    } catch {
      store.postpone(answer, now + RETRY_MS);
    }
  }
}
