/** What an account is made of: the server mail is sent through, and the mailbox it comes to. */

/**
 * How a connection is kept from being read on its way: `tls` from its start, `starttls` before anything is said
 * (RFC 8314 §3), `none` only where it was allowed.
 */
export const SECURITIES = ['tls', 'starttls', 'none'] as const;
export type Security = (typeof SECURITIES)[number];

/** Where a server is and whom it knows me as. */
export interface ServerPlace {
  host: string;
  port: number;
  security: Security;
  /** Empty where none is asked for. */
  user: string;
}

export type ServerKind = 'smtp' | 'imap';

/** The ports of RFC 6409, RFC 8314 and RFC 9051. */
const PORTS: Record<ServerKind, Record<Security, number>> = {
  smtp: { tls: 465, starttls: 587, none: 587 },
  imap: { tls: 993, starttls: 143, none: 143 },
};

export const usualPort = (kind: ServerKind, security: Security): number => PORTS[kind][security];

/** Host and port, for people. */
export const placeLabel = ({ host, port }: Pick<ServerPlace, 'host' | 'port'>): string =>
  `${host.includes(':') ? `[${host}]` : host}:${port}`;

export const SECURITY_WORDS: Record<Security, string> = {
  tls: 'encrypted from the start (TLS)',
  starttls: 'encrypted once connected (STARTTLS)',
  none: 'not encrypted',
};
