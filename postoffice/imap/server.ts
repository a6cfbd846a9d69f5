/** The mailbox programs look into by IMAP, served. */
import { createServer, type Server, type Socket } from 'node:net';
import { Folders } from './folders';
import { fillMailbox } from './privateMail';
import { serveMailbox } from './session';

/** What came to it lies there from the beginning; once. */
export async function openMailbox(file: string): Promise<Folders> {
  const folders = new Folders(file);
  await fillMailbox(folders);
  return folders;
}

export interface MailboxServer {
  server: Server;
  /** Ends every connection. */
  hangUp: () => void;
}

export function createMailboxServer(folders: Folders, now: () => number = Date.now): MailboxServer {
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    void serveMailbox(socket, { folders, now }).finally(() => sockets.delete(socket));
  });
  return { server, hangUp: () => sockets.forEach((socket) => socket.destroy()) };
}
