/** A mailbox server of its own for a test, and another program that uses it. */
import { ImapFlow } from 'imapflow';
import { onTestFinished } from 'vitest';
import { tempDir } from './desk';
import { PASSWORD, runDovecot, type Dovecot } from './dovecotServer';
import { freePort } from './product';

export { PASSWORD };

/** @param more lines of its configuration */
export async function startDovecot(more?: string): Promise<Dovecot> {
  const dovecot = await runDovecot({ dir: tempDir(), port: await freePort(), more });
  onTestFinished(() => dovecot.stop());
  return dovecot;
}

/** Another program that uses the mailbox. */
export async function otherProgram(port: number, user = 'me', pass = PASSWORD): Promise<ImapFlow> {
  const client = new ImapFlow({
    host: '127.0.0.1',
    port,
    secure: false,
    auth: { user, pass },
    logger: false,
  });
  client.on('error', () => {});
  await client.connect();
  onTestFinished(() => client.close());
  return client;
}
