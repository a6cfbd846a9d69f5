/** The servers of an address, as its domain says them (RFC 6186, RFC 8314 §5.1). */
import { Resolver } from 'node:dns/promises';
import { domainToASCII } from 'node:url';
import { usualPort, type Security, type ServerKind } from '#core/message/account';
import { parseMailbox } from '#core/message/address';
import { Invalid } from '../errors';

export interface FoundServer {
  host: string;
  port: number;
  security: Security;
}

export interface FoundServers {
  smtp: FoundServer | null;
  imap: FoundServer | null;
  /** What is to be known about it, for people. */
  words: string;
}

/** A name server that says nothing for so long, ms, is not waited for. */
const PATIENCE_MS = 3000;

/** What is asked for, the best first: encrypted from the start goes before what begins in the open (RFC 8314 §3). */
const SERVICES: Record<ServerKind, { name: string; security: Security }[]> = {
  smtp: [
    { name: '_submissions', security: 'tls' },
    { name: '_submission', security: 'starttls' },
  ],
  imap: [
    { name: '_imaps', security: 'tls' },
    { name: '_imap', security: 'starttls' },
  ],
};

async function lookUp(resolver: Resolver, domain: string, kind: ServerKind): Promise<FoundServer | null> {
  for (const { name, security } of SERVICES[kind]) {
    const records = await resolver.resolveSrv(`${name}._tcp.${domain}`).catch(() => []);
    // Lower goes first, and among equals the heavier; a bare dot says that there is none (RFC 2782).
    const [best] = records
      .filter((each) => each.name !== '' && each.name !== '.')
      .sort((a, b) => a.priority - b.priority || b.weight - a.weight);
    if (best) return { host: best.name, port: best.port || usualPort(kind, security), security };
  }
  return null;
}

/** Whoever answers for a domain can say anything: what lies outside of it is named (RFC 6186 §6). */
const isWithin = (host: string, domain: string) =>
  host.toLowerCase() === domain || host.toLowerCase().endsWith(`.${domain}`);

/**
 * Never rejects for what is not found: then it is to be asked for.
 * @param servers name servers to ask; those of this machine where none are named
 * @throws (rejects) Invalid for what is no address
 */
export async function findServers(address: string, servers?: string[]): Promise<FoundServers> {
  const domain = domainOf(address);
  const resolver = new Resolver({ timeout: PATIENCE_MS, tries: 1 });
  if (servers) resolver.setServers(servers);
  const [smtp, imap] = await Promise.all([
    lookUp(resolver, domain, 'smtp'),
    lookUp(resolver, domain, 'imap'),
  ]);
  const elsewhere = [smtp, imap].flatMap((found) =>
    found && !isWithin(found.host, domain) ? found.host : [],
  );
  return { smtp, imap, words: wordsFor(domain, smtp, elsewhere) };
}

function wordsFor(domain: string, smtp: FoundServer | null, elsewhere: string[]): string {
  if (!smtp)
    return `${domain} does not say which servers it has. Whoever runs it tells you their names; they often begin with “smtp.” and “imap.”.`;
  if (elsewhere.length > 0)
    return `${domain} names a server outside of it: ${[...new Set(elsewhere)].join(', ')}. Look whether that is right before you give your password.`;
  return `${domain} says so itself.`;
}

function domainOf(address: string): string {
  try {
    const parsed = parseMailbox(address).address;
    return domainToASCII(parsed.slice(parsed.lastIndexOf('@') + 1)).toLowerCase();
  } catch (error) {
    throw new Invalid((error as Error).message, 'address');
  }
}
