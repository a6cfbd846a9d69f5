/** Requests exactly as they stand, and nothing that tidies them on the way. */
import { connect } from 'node:net';

export interface RawAnswer {
  status: number;
  head: string;
  body: string;
}

/** Chunks put together (RFC 9112 §7.1). */
function whole(head: string, body: string): string {
  if (!/^transfer-encoding: chunked/im.test(head)) return body;
  let [text, rest] = ['', body];
  for (;;) {
    const line = rest.indexOf('\r\n');
    const size = parseInt(rest.slice(0, line), 16);
    if (line < 0 || !size) return text;
    text += rest.slice(line + 2, line + 2 + size);
    rest = rest.slice(line + 4 + size);
  }
}

/** One request over a connection of its own; status 0 where the server says nothing. @param lines of the head */
export function raw(
  port: number,
  lines: readonly string[],
  body = '',
  patience = 20_000,
): Promise<RawAnswer> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1');
    const chunks: Buffer[] = [];
    socket.setTimeout(patience, () => socket.destroy(new Error(`No answer to ${lines[0]}`)));
    socket.on('data', (chunk: Buffer) => chunks.push(chunk));
    socket.on('error', reject);
    socket.on('close', () => {
      const text = Buffer.concat(chunks)
        .toString('latin1')
        .replace(/^(HTTP\/1\.1 100 [^\r]*\r\n\r\n)+/, '');
      const end = text.indexOf('\r\n\r\n');
      const head = end < 0 ? text : text.slice(0, end);
      resolve({
        status: Number(/^HTTP\/1\.1 (\d+)/.exec(head)?.[1] ?? 0),
        head,
        body: whole(head, text.slice(end + 4)),
      });
    });
    socket.write(`${lines.join('\r\n')}\r\n\r\n${body}`, 'latin1');
  });
}

/** The lines of a request that is closed after its answer. */
export const request = (port: number, method: string, target: string, headers: readonly string[] = []) => [
  `${method} ${target} HTTP/1.1`,
  `Host: 127.0.0.1:${port}`,
  'Connection: close',
  ...headers,
];
