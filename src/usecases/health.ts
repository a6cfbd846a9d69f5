/** Whether the product is at work, and what keeps it from working. */
import { countDue } from '../store/departures';
import { lastBeat } from '../store/heartbeat';
import { loadTrouble } from '../store/mailServer';
import type { Desk } from './desk';

export interface Health {
  engine: {
    running: boolean;
    /** When it last gave a sign of life, real epoch ms; null where it never did. */
    seenAt: number | null;
  };
  mailServer: {
    configured: boolean;
    trouble: string | null;
    /** Epoch ms. */
    since: number | null;
    nextTry: number | null;
    /** Departures whose moment has come and that wait for it. */
    waiting: number;
  };
}

/** @param configured whether a mail server is set */
export function readHealth(desk: Desk, configured: boolean): Health {
  const { db } = desk.store;
  const trouble = loadTrouble(db);
  const waits = trouble !== undefined || !configured;
  return {
    engine: { running: desk.engineRuns(), seenAt: lastBeat(desk.dataDir) || null },
    mailServer: {
      configured,
      trouble: trouble?.trouble ?? null,
      since: trouble?.since ?? null,
      nextTry: trouble?.nextTry ?? null,
      waiting: waits ? countDue(db, desk.now()) : 0,
    },
  };
}
