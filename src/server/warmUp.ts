/** Pages are loaded before anybody asks for them. */
import { createServer, type RequestListener } from 'node:http';
import { duplexPair } from 'node:stream';

/** Whoever starts the product is not kept waiting for longer by a page that is not well, ms. */
const PATIENCE_MS = 5000;

/**
 * Shows a page to nobody: what it is made of is loaded and compiled when it is first shown, which would keep everybody
 * waiting who asks for anything at that moment.
 * @returns resolves when it has been shown, whatever came of it
 */
export async function warmUp(show: RequestListener, path: string): Promise<void> {
  const [near, far] = duplexPair();
  // Inside this process: there is no port, so nobody else can come in by it.
  createServer(show).emit('connection', far);
  await new Promise<void>((resolve) => {
    const patience = setTimeout(() => near.destroy(), PATIENCE_MS);
    near.once('close', () => clearTimeout(patience));
    near
      .on('close', resolve)
      .on('end', () => near.destroy())
      .on('error', resolve)
      .resume();
    near.write(`GET ${path} HTTP/1.1\r\nHost: localhost\r\nAccept: text/html\r\nConnection: close\r\n\r\n`);
  });
}
