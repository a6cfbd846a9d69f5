/** Which account what I write leaves through. */
import { identityOf } from '#core/message/details';
import { allAccounts, allTroubles, type Account } from '#store/accounts';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';

/** The account the environment sets up: it has no row, and no other name. */
export const ENVIRONMENT = '';

/** That of an identity which names none: the environment's, else the oldest; undefined where there is none at all. */
export function usualAccount(db: Reading, environment = namedByEnvironment()): string | undefined {
  return environment ? ENVIRONMENT : allAccounts(db)[0]?.id;
}

const namedByEnvironment = () => Boolean(process.env.OAK_SMTP_URL);

/** All there are, the environment's first, then the oldest. */
export const everyAccount = (
  db: Reading,
  environment = namedByEnvironment(),
): { id: string; name: string; row?: Account }[] => [
  ...(environment ? [{ id: ENVIRONMENT, name: 'From the environment' }] : []),
  ...allAccounts(db).map((row) => ({ id: row.id, name: row.name, row })),
];

/** What the departures of an account may name: the usual one is also meant where none is named. */
export const namesOf = (id: string, usual: string | undefined): string[] =>
  id === usual && id !== '' ? [id, ''] : [id];

/** The account of an identity; undefined where there is none at all. */
export const accountOf = (desk: Desk, db: Reading, identity: string | null): string | undefined =>
  identityOf(desk.settings(db), identity).account ?? usualAccount(db);

/** Every name of those whose server is in trouble. */
export function namesInTrouble(db: Reading): string[] {
  const usual = usualAccount(db);
  return allTroubles(db).flatMap(({ account }) => namesOf(account, usual));
}
