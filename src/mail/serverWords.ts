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

/** One line, without the line breaks of a multi-line reply. */
export const oneLineReply = (text: string) => text.replace(/\s*\r?\n\s*/g, ' ').trim();

/**
 * @param label host and port
 * @returns a sentence; the server's own words in it where it said any
 */
export function serverWords(label: string, error: ConnectionError): string {
  const { code, originalCode, response } = error;
  const said = response ? ` It says: “${oneLineReply(response)}”.` : '';
  const certificate = CERTIFICATE[originalCode ?? ''] ?? CERTIFICATE[code ?? ''];
  if (certificate) return `The mail server ${label} cannot be trusted: its certificate ${certificate}.`;
  if (code === 'EAUTH') {
    return `The mail server ${label} does not accept the user name or password in OAK_SMTP_URL.${said}`;
  }
  if (code === 'ETLS') {
    return `The mail server ${label} offers encryption and then fails at it, and nothing is sent unencrypted.${said}`;
  }
  if (code === 'EPROTOCOL') return `What answers at ${label} does not take mail.${said}`;
  const known = CONNECTION[originalCode ?? ''] ?? CONNECTION[code ?? ''];
  if (known) return `The mail server ${label} cannot be reached: ${known}.`;
  if (response) return `The mail server ${label} takes no mail now.${said}`;
  return `The mail server ${label} cannot be reached: ${error.message.replace(/\.$/, '')}.`;
}
