/** Why a mail server could not be used, in words for the person who set it. */

export interface ConnectionError extends Error {
  code?: string;
  /** The system's or TLS's own code, where there is one. */
  originalCode?: string;
  response?: string;
  responseCode?: number;
}

const CERTIFICATE: Record<string, string> = {
  CERT_HAS_EXPIRED: 'has expired',
  CERT_NOT_YET_VALID: 'is not valid yet',
  CERT_REVOKED: 'has been revoked',
  DEPTH_ZERO_SELF_SIGNED_CERT: 'is signed by nobody but itself',
  SELF_SIGNED_CERT_IN_CHAIN: 'comes from an authority this machine does not know',
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: 'comes from an authority this machine does not know',
  UNABLE_TO_GET_ISSUER_CERT_LOCALLY: 'comes from an authority this machine does not know',
  ERR_TLS_CERT_ALTNAME_INVALID: 'is for another name',
};

const CONNECTION: Record<string, string> = {
  ECONNREFUSED: 'nothing listens there',
  ECONNRESET: 'it breaks the connection off',
  EHOSTUNREACH: 'there is no way to it in the network',
  ENETUNREACH: 'there is no network',
  ENOTFOUND: 'there is no machine of that name, or no network to ask for it',
  EAI_AGAIN: 'its name cannot be looked up now',
  ETIMEDOUT: 'it does not answer',
};

/** A server that knows no STARTTLS where it is required. */
const NO_STARTTLS = /^ETLS 50[0-3]/;

/** Characters of a server's words that are kept; RFC 5321 §4.5.3.1.5 allows 512 a line. */
const LONGEST_REPLY = 600;

/** Control characters, and marks that turn the direction of what follows (UAX 9). */
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069]/g;

/** Half of a character that was cut in two. */
const HALF = /[\ud800-\udbff]$/;

/** A sign for a control character: Unicode has pictures of the oldest ones, others are named by their number. */
function pictured(letter: string): string {
  const code = letter.charCodeAt(0);
  if (code < 0x20) return String.fromCharCode(0x2400 + code);
  if (code === 0x7f) return '\u2421';
  return `[U+${code.toString(16).toUpperCase().padStart(4, '0')}]`;
}

/**
 * What a server said, as it may be shown: in one line, what cannot be seen as a sign for it, and what is endless cut.
 */
export function shownReply(text: string): string {
  const line = text
    .slice(0, LONGEST_REPLY * 4)
    .split('\n')
    .map((each) => each.trim())
    .filter((each) => each !== '')
    .join(' ')
    .replace(CONTROL, pictured);
  return line.length > LONGEST_REPLY ? `${line.slice(0, LONGEST_REPLY).replace(HALF, '')}…` : line;
}

/** Where what is wrong can be put right. */
const PLACES = {
  environment: {
    login: 'the user name or password in OAK_SMTP_URL',
    plain: 'Write smtps:// where it takes that, or name the host in OAK_SMTP_PLAIN to send it all the same.',
  },
  account: {
    login: 'the user name or password',
    plain: 'Choose TLS from the start where it takes that, or allow this server to go without.',
  },
};

const NOT_NOW = { 'mail server': 'takes no mail now', 'mailbox server': 'cannot be looked into now' };

/** A server of either kind, as words name it. */
export interface NamedServer {
  /** Host and port. */
  label: string;
  saidBy: keyof typeof PLACES;
  kind?: 'mail server' | 'mailbox server';
}

/**
 * @returns a sentence; the server's own words in it where it said any
 */
export function serverWords(
  { label, saidBy, kind = 'mail server' }: NamedServer,
  error: ConnectionError,
): string {
  const { code, originalCode, response } = error;
  const said = response ? ` It says: “${shownReply(response)}”.` : '';
  const certificate = CERTIFICATE[originalCode ?? ''] ?? CERTIFICATE[code ?? ''];
  const server = `The ${kind} ${label}`;
  if (certificate) return `${server} cannot be trusted: its certificate ${certificate}.`;
  const { login, plain } = PLACES[saidBy];
  if (code === 'EAUTH') return `${server} does not accept ${login}.${said}`;
  if (NO_STARTTLS.test(`${code} ${response}`) || /required STARTTLS/.test(error.message)) {
    return `${server} offers no encryption, and nothing is sent to it without. ${plain}${said}`;
  }
  if (code === 'ETLS') {
    return `${server} offers encryption and then fails at it, and nothing is sent unencrypted.${said}`;
  }
  if (code === 'EPROTOCOL') return `What answers at ${label} does not take mail.${said}`;
  const known = CONNECTION[originalCode ?? ''] ?? CONNECTION[code ?? ''];
  if (known) return `${server} cannot be reached: ${known}.`;
  if (response) return `${server} ${NOT_NOW[kind]}.${said}`;
  return `${server} cannot be reached: ${shownReply(error.message).replace(/\.$/, '')}.`;
}
