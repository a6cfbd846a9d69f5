/** Whether the product is at work, and what keeps it from working. */
import { arrivalsWaiting } from '#store/arrivals';
import { countDue } from '#store/dueDepartures';
import { lastBeat } from '#store/heartbeat';
import { loadTrouble } from '#store/mailServer';
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
  mailServer: {
    configured: boolean;
    trouble: string | null;
    /** Epoch ms. */
    since: number | null;
    nextTry: number | null;
    /** It is being tried at this moment. */
    trying: boolean;
    /** Departures whose moment has come and that wait for it. */
    waiting: number;
  };
}

/** Changes whenever something does that no commit tells of. */
export function healthMark(desk: Desk): string {
  const { engine, reader, disk, mailServer } = readHealth(desk, true);
  return JSON.stringify([engine.running, reader.running, disk, mailServer.trying]);
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

/** @param configured whether a mail server is set */
export function readHealth(desk: Desk, configured: boolean): Health {
  const { db } = desk.store;
  const trouble = loadTrouble(db);
  const waits = trouble !== undefined || !configured;
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
    mailServer: {
      configured,
      trouble: trouble?.trouble ?? null,
      since: trouble?.since ?? null,
      nextTry: trouble?.nextTry ?? null,
      trying: trouble !== undefined && isBeingTried(trouble),
      waiting: waits ? countDue(db, desk.now()) : 0,
    },
  };
}
