/** Delivers as any LMTP client does. */
import { connect } from 'node:net';
import { createInterface } from 'node:readline';
import SMTPConnection from 'nodemailer/lib/smtp-connection';

/** @returns whether it was taken in */
export function deliver(port: number, from: string, to: string, source: string | Buffer): Promise<boolean> {
  return new Promise((resolve, reject) => {
    const connection = new SMTPConnection({ host: '127.0.0.1', port, lmtp: true, ignoreTLS: true });
    connection.once('error', reject);
    connection.once('end', () => reject(new Error('It hung up.')));
    connection.connect(() =>
      connection.send({ from, to: [to] }, source, (error, info) => {
        connection.quit();
        resolve(!error && info.accepted.length === 1);
      }),
    );
  });
}

/**
 * Delivers bytes exactly as they stand; only dots at the beginning of a line are doubled (RFC 5321 §4.5.2). The other
 * takes lines apart one by one, which costs gigabytes where a message is nothing but line ends.
 * @returns whether it was taken in
 */
export async function deliverAsIs(port: number, from: string, to: string, source: Buffer): Promise<boolean> {
  const socket = connect(port, '127.0.0.1');
  const lines = createInterface({ input: socket })[Symbol.asyncIterator]();
  try {
    /** The last line of the answer (RFC 5321 §4.2.1). */
    const answer = async (): Promise<string> => {
      for (;;) {
        const { value, done } = (await lines.next()) as IteratorResult<string, undefined>;
        if (done) throw new Error('It hung up.');
        if (/^\d{3}(?!-)/.test(value)) return value;
      }
    };
    const say = async (line: string, expected: RegExp): Promise<boolean> => {
      socket.write(`${line}\r\n`);
      return expected.test(await answer());
    };
    await answer();
    if (!(await say('LHLO client.example', /^250/))) return false;
    if (!(await say(`MAIL FROM:<${from}>`, /^250/))) return false;
    if (!(await say(`RCPT TO:<${to}>`, /^250/))) return false;
    if (!(await say('DATA', /^354/))) return false;
    socket.write(Buffer.from(source.toString('latin1').replace(/(^|\r\n)\./g, '$1..'), 'latin1'));
    return await say('\r\n.', /^250/);
  } finally {
    socket.destroy();
  }
}
