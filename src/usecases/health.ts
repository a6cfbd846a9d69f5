/** Whether the product is at work, and what keeps it from working. */
import { spaceTaken, type Space } from '#store/space';
import { arrivalsWaiting } from '#store/arrivals';
import { countDue } from '#store/dueDepartures';
import { lastBeat } from '#store/heartbeat';
import { loadTrouble } from '#store/accounts';
import { everyAccount, namesOf, usualAccount } from './accounts/usualAccount';
import { backupTrouble } from './backups/keepBackups';
import { SILENCE_MS, type Desk } from './desk';
import { diskTroubleNow, ENGINE_DISK_WORDS } from './diskTrouble';
import { isBeingTried } from './release/serverTrouble';
import { failureWords } from './wakers/registry';
import { wakerTroublesIn } from '#store/wakerTroubles';

export interface Health {
  engine: {
    running: boolean;
    /** When it last gave a sign of life, real epoch ms; null where it never did. */
    seenAt: number | null;
  };
  /** Who takes mail in. */
  reader: {
    running: boolean;
    /** Messages that have come in and have not been read. */
    waiting: number;
  };
  /** What keeps the engine from writing anything down, and so from releasing anything. */
  disk: {
    trouble: string | null;
    /** Departures whose moment has come and that wait for it. */
    waiting: number;
  };
  /** What could not happen at its moment, and is tried again. */
  failing: {
    /** What does not happen, to follow a time: “something put off does not come back”. */
    words: string;
    count: number;
    /** Real epoch ms. */
    since: number;
    nextTry: number;
  }[];
  /** The server of the usual account. */
  mailServer: ServerHealth & { configured: boolean };
  /** The servers of all accounts. */
  accounts: (ServerHealth & { id: string; name: string; mailboxTrouble: string | null })[];
}

/** A sending server; times are epoch ms. */
export interface ServerHealth {
  trouble: string | null;
  since: number | null;
  nextTry: number | null;
  /** It is being tried at this moment. */
  trying: boolean;
  /** Departures whose moment has come and that wait for it. */
  waiting: number;
}

/** Changes whenever something does that no commit tells of. */
export function healthMark(desk: Desk): string {
  const { engine, reader, disk, accounts } = readHealth(desk);
  return JSON.stringify([engine.running, reader.running, disk, accounts.map(({ trying }) => trying)]);
}

/** The engine asks every hour. */
const NEXT_BACKUP_MS = 3_600_000;

function noBackup(desk: Desk): Health['failing'] {
  const trouble = backupTrouble(desk.store.db);
  // Where none are wanted any more, none is missing.
  if (!trouble || desk.settings().keepBackups === 0) return [];
  const { since } = trouble;
  return [
    { words: 'no backup is made; Settings say why', count: 1, since, nextTry: Date.now() + NEXT_BACKUP_MS },
  ];
}

const NO_SERVER = { trouble: null, since: null, nextTry: null, trying: false };

function serverHealth(desk: Desk, id: string, usual: string | undefined): ServerHealth {
  const { db } = desk.store;
  const found = loadTrouble(db, id);
  if (!found) return { ...NO_SERVER, waiting: 0 };
  const { trouble, since, nextTry } = found;
  const waiting = countDue(db, desk.now(), namesOf(id, usual));
  return { trouble, since, nextTry, trying: isBeingTried(found), waiting };
}

/** @param environment whether the environment names a mail server */
export function readHealth(desk: Desk, environment?: boolean): Health {
  const { db } = desk.store;
  const usual = usualAccount(db, environment);
  const accounts = everyAccount(db, environment).map(({ id, name, row }) => ({
    id,
    name,
    mailboxTrouble: row?.imapTrouble ?? null,
    ...serverHealth(desk, id, usual),
  }));
  const disk = diskTroubleNow(desk);
  return {
    disk: {
      trouble: disk ? ENGINE_DISK_WORDS[disk] : null,
      waiting: disk ? countDue(db, desk.now()) : 0,
    },
    engine: { running: desk.engineRuns(), seenAt: lastBeat(desk.dataDir) || null },
    reader: {
      running: Math.abs(Date.now() - lastBeat(desk.dataDir, 'reader')) < SILENCE_MS,
      waiting: arrivalsWaiting(db),
    },
    failing: [
      ...wakerTroublesIn(db).map(({ waker, count, since, nextTry }) => ({
        words: failureWords(waker),
        count,
        since,
        nextTry,
      })),
      ...noBackup(desk),
    ],
    mailServer:
      usual === undefined
        ? { configured: false, ...NO_SERVER, waiting: countDue(db, desk.now()) }
        : { configured: true, ...serverHealth(desk, usual, usual) },
    accounts,
  };
}

/** What what is kept for a while takes, bytes. */
export const readSpace = (desk: Desk): Space => spaceTaken(desk.store.db);
