/** The mailbox that ships with the demo, for a test of its own. */
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { onTestFinished } from 'vitest';
import type { Folders } from '#postoffice/imap/folders';
import { createMailboxServer, openMailbox } from '#postoffice/imap/server';
import { tempDir } from './desk';

export async function startMailbox(): Promise<{ folders: Folders; port: number }> {
  const folders = await openMailbox(join(tempDir(), 'mailbox.db'));
  const { server, hangUp } = createMailboxServer(folders);
  await new Promise<void>((resolve) => void server.listen(0, '127.0.0.1', resolve));
  onTestFinished(async () => {
    hangUp();
    await new Promise((resolve) => server.close(resolve));
    folders.close();
  });
  return { folders, port: (server.address() as AddressInfo).port };
}
