/** The mail servers departures are released to. */
import { SmtpPool } from '#mail/smtpPool';
import { accountServer, parseSmtpUrl } from '#mail/smtpServer';
import { allAccounts, type Account } from '#store/accounts';
import type { Desk } from '../desk';
import { smtpPasswordOf } from '../accounts/passwords';
import { namesOf } from '../accounts/usualAccount';
import { openSecret } from '../secrets/keys';

export type MailServer = SmtpPool;

/** @throws Error in words where the address cannot be used */
export function openMailServer(url: string): MailServer {
  return new SmtpPool(parseSmtpUrl(url, process.env.OAK_SMTP_PLAIN));
}

/** @throws Error in words where the address cannot be used */
export function checkMailServerAddress(url: string): void {
  parseSmtpUrl(url);
}

/** What departures leave through, as it is by now. */
export interface Way {
  /** The account; empty for the environment's. */
  id: string;
  /** What its departures name. */
  names: string[];
  /** Messages a minute at most. */
  perMinute: number | null;
  /** Of an account with a row; undefined for the environment's. */
  account?: Account;
}

/** The server the environment names. */
export const BY_ENVIRONMENT: Way = { id: '', names: [''], perMinute: null };

/** @param environment whether the environment names a server */
export function waysOut(desk: Desk, environment: boolean): Way[] {
  const accounts = allAccounts(desk.store.db);
  const usual = environment ? '' : accounts[0]?.id;
  return [
    ...(environment ? [BY_ENVIRONMENT] : []),
    ...accounts.map((account) => ({
      id: account.id,
      names: namesOf(account.id, usual),
      perMinute: account.perMinute,
      account,
    })),
  ];
}

/** @throws SealedForGood where its password cannot be read */
export function openAccountServer(desk: Desk, { id, smtp, smtpPassword }: Account): MailServer {
  return new SmtpPool(accountServer(smtp, openSecret(desk.dataDir, smtpPassword, smtpPasswordOf(id))));
}

/** What of an account says how its server is reached. */
export const reachedBy = ({ smtp, smtpPassword }: Account): string => JSON.stringify([smtp, smtpPassword]);
