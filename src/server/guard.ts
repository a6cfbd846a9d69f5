/** Who may ask: a page of ours, or a program on this machine. A page of someone else's may not. */
import type { IncomingMessage } from 'node:http';

export type Asked = Pick<IncomingMessage, 'method' | 'headers'>;

const READING = ['GET', 'HEAD', 'OPTIONS'];

const bracketed = (host: string) => (host.includes(':') ? `[${host}]` : host);

/**
 * The hosts the web part is reached by.
 * @param port as it listens
 * @param origin its public address, where one is set
 */
export function ownHosts(host: string, port: number, origin?: string): ReadonlySet<string> {
  const here = [bracketed(host), 'localhost', '127.0.0.1', '[::1]'].map((each) => `${each}:${port}`);
  return new Set([...here, ...(origin ? [new URL(origin).host] : [])].map((each) => each.toLowerCase()));
}

/** The host of the very address a request came in on: a name made to point here never equals it. */
export const localHost = (address: string | undefined, port: number): string =>
  `${bracketed((address ?? '').replace(/^::ffff:/, ''))}:${port}`;

/**
 * Why a request is not answered; undefined where it is. A foreign `Host` is a name made to point here (DNS
 * rebinding); a foreign `Origin` on a change is another site's page using this browser. Programs send no Origin.
 */
export function refusal({ method = 'GET', headers }: Asked, hosts: ReadonlySet<string>): string | undefined {
  const host = headers.host?.toLowerCase();
  if (!host || !hosts.has(host))
    return 'Oak Lantern is not reached by this name. Use the address it printed.';
  const { origin } = headers;
  if (READING.includes(method) || origin === undefined) return undefined;
  const own = [...hosts].some((each) => origin === `http://${each}` || origin === `https://${each}`);
  return own ? undefined : 'Changes are taken from Oak Lantern’s own pages only.';
}
