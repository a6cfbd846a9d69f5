/** All that is secret in the database, sealed with the key that seals by now. */
import { allAccounts, changeAccountRow } from '#store/accounts';
import { allCalendars, changeCalendar } from '#store/calendars';
import type { Reading, Store, Tx } from '#store/store';
import { imapPasswordOf, smtpPasswordOf } from '../accounts/passwords';
import { sealedAnew } from './keys';

export const passwordOf = (calendarId: string) => `calendar:${calendarId}`;

interface Secret {
  /** As it lies there. */
  kept: string;
  /** What it is sealed for. */
  about: string;
  put: (tx: Tx, sealed: string) => void;
}

/** Every place where one lies. */
const secretsIn = (db: Reading): Secret[] => [
  ...allCalendars(db).map(({ id, password }) => ({
    kept: password,
    about: passwordOf(id),
    put: (tx: Tx, sealed: string) => changeCalendar(tx, id, { password: sealed }),
  })),
  ...allAccounts(db).flatMap(({ id, smtpPassword, imapPassword }) => [
    {
      kept: smtpPassword,
      about: smtpPasswordOf(id),
      put: (tx: Tx, sealed: string) => changeAccountRow(tx, id, { smtpPassword: sealed }),
    },
    {
      kept: imapPassword,
      about: imapPasswordOf(id),
      put: (tx: Tx, sealed: string) => changeAccountRow(tx, id, { imapPassword: sealed }),
    },
  ]),
];

/** @param more keys that are known besides @returns how many were sealed anew */
export function sealAll(store: Store, dataDir: string, more: readonly Buffer[] = []): number {
  const anew = secretsIn(store.db).flatMap((secret) => {
    const sealed = sealedAnew(dataDir, secret.kept, secret.about, more);
    return sealed === secret.kept ? [] : [{ ...secret, sealed }];
  });
  if (anew.length > 0) store.writeOver((tx) => anew.forEach(({ put, sealed }) => put(tx, sealed)));
  return anew.length;
}
