/** Delivers as any LMTP client does. */
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
