/** The mail server departures are released to. */
import { SmtpPool } from '#mail/smtpPool';
import { parseSmtpUrl } from '#mail/smtpUrl';

export type MailServer = SmtpPool;

/** @throws Error in words where the address cannot be used */
export function openMailServer(url: string): MailServer {
  return new SmtpPool(parseSmtpUrl(url, process.env.OAK_SMTP_PLAIN));
}

/** @throws Error in words where the address cannot be used */
export function checkMailServerAddress(url: string): void {
  parseSmtpUrl(url);
}
