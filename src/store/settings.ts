/** Settings and the nature of the database. */
import { eq, sql } from 'drizzle-orm';
import type { CheckId } from '#core/checks/finding';
import type { SetAside } from '#core/checks/setAside';
import type { OwnKeys } from '#core/commandKeys';
import type { RowAction } from '#core/rowActions';
import type { QuietHours } from '#core/hold/quietHours';
import type { Identity } from '#core/message/details';
import type { HoldRule } from '#core/hold/rule';
import type { Encrypt } from '#core/openpgp/key';
import type { WorkingWeek } from '#core/time/dayParts';
import type { Language } from '#core/text/language';
import type { Leave } from '#core/time/leave';
import type { HourCycle } from '#core/time/words';
import { meta, settings } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export interface Settings {
  /** Whom I write as besides. */
  identities: Identity[];
  /** Of the main identity; plain text, empty for none. */
  signature: string;
  /** The account its messages leave through; null: the usual one. */
  account: string | null;
  /** The folders sent copies can be kept in; the first is the usual one. */
  sentFolders: string[];
  /** How a new message begins. */
  writeAs: 'rich' | 'plain';
  /** Words I have said are spelled right, lower case. */
  ownWords: string[];

  /** My name and address; the address is empty until it has been told. */
  me: { name: string; address: string };
  /** My IANA zone. */
  zone: string;
  /** Length of the undo window, seconds; 0 is off. */
  holdSeconds: number;
  hourCycle: HourCycle;
  /** Those I write phrases in, beside English and what the browser asks for. */
  languages: Language[];
  theme: Theme;
  /** My working week; null: office hours. */
  week: WorkingWeek | null;
  leave: Leave[];
  /** Whose holidays I have, ISO 3166-1 alpha-2; null: those of my zone's country. */
  country: string | null;
  /** Its own code within the country. */
  region: string | null;
  quietHours: QuietHours;
  /** In order: the first that fits decides. */
  holdRules: HoldRule[];
  /** Checks that are not made. */
  checksOff: CheckId[];
  /** What they find in any message and is meant so. */
  meantSo: SetAside[];
  /** A new message is signed, and encrypted, like this. */
  usualSign: boolean;
  usualEncrypt: Encrypt;
  /** The header of what is encrypted does not tell the subject. */
  sealSubjects: boolean;
  /** My key goes along in the header of what I send (Autocrypt). */
  tellMyKey: boolean;
  /** Minutes after which my keys are locked again where nobody has used them. */
  keysOpenMinutes: number;
  /** Addresses, lower case, whose pictures from elsewhere are fetched. */
  picturesFrom: string[];
  /** Single keys act outside fields; else only with Alt Shift. */
  singleKeys: boolean;
  keys: OwnKeys;
  /** What a pull on a row of the inbox uncovers. */
  rowActions: RowAction[];
  /** What a chaser says where nothing else was written. */
  chaserText: string;
  /** Folders that files may be linked from, where the server does not say them. */
  fileFolders: string[];
  /** Days the exact bytes of what has left are kept; null: for good. */
  keepCopiesDays: number | null;
  /** Days what was deleted can be brought back; null: for good. */
  keepDeletedDays: number | null;
  /** Days the exact bytes of what has come are kept, where nothing else needs them; null: for good. */
  keepSourcesDays: number | null;
  /** Days what happened to a message is kept; null: for good. */
  keepJournalDays: number | null;
  /** Of so many days the last backup is kept; 0: none are made. */
  keepBackups: number;
}

export type Theme = 'light' | 'dark';

const everything = built((db) => db.select().from(settings).prepare());

/** All settings, defaults in place of what was never set. */
export function readSettings(db: Reading, defaults: Settings): Settings {
  const stored = Object.fromEntries(
    everything(db)
      .all()
      .map((row) => [row.key, row.value]),
  );
  return { ...defaults, ...(stored as Partial<Settings>) };
}

export function writeSettings(tx: Tx, patch: Partial<Settings>): void {
  for (const [key, given] of Object.entries(patch)) {
    // Nothing is a choice too, and something to be kept.
    const value = given ?? sql`'null'`;
    tx.insert(settings)
      .values({ key, value })
      .onConflictDoUpdate({ target: settings.key, set: { value } })
      .run();
  }
}

export type StoreKind = 'real' | 'sandbox';

const metaOf = built((db) =>
  db
    .select()
    .from(meta)
    .where(eq(meta.key, sql.placeholder('key')))
    .prepare(),
);

export const readMeta = (db: Reading, key: string): string | undefined => metaOf(db).get({ key })?.value;

/** Keeps a fact about the database for good: what is there stays. */
export function keepMeta(tx: Tx, key: string, value: string): void {
  tx.insert(meta).values({ key, value }).onConflictDoNothing().run();
}

/** Keeps how far something has got. */
export const writeMeta = (tx: Tx, key: string, value: string): void =>
  void tx.insert(meta).values({ key, value }).onConflictDoUpdate({ target: meta.key, set: { value } }).run();

export const dropMeta = (tx: Tx, key: string): void => void tx.delete(meta).where(eq(meta.key, key)).run();

/** What the database was made as; undefined for a new one. */
export const storeKind = (db: Reading) => readMeta(db, 'kind') as StoreKind | undefined;

/** Marks a new database for good. */
export const markStoreKind = (tx: Tx, kind: StoreKind): void => keepMeta(tx, 'kind', kind);
