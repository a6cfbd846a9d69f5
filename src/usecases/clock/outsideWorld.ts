/** The outside world of a sandbox, which shares its clock. */
import { PostOfficeClient } from '#mail/postOffice';
import type { Desk } from '../desk';
import { readClock } from './sandbox';

export type OutsideWorld = PostOfficeClient;

export function openOutsideWorld(url: string): OutsideWorld {
  return new PostOfficeClient(url);
}

/** Tells it how the sandbox clock stands and runs. */
export async function shareClock(desk: Desk, outside: OutsideWorld): Promise<void> {
  const { now, rate, target, nextDue } = readClock(desk);
  await outside.setClock({ now, rate: target === null ? rate : 0, limit: nextDue });
}
