/** What an answer now would do: land in the writer's working day, or wait. */
import { dayPart, nextWorkStart, type Working } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';

export interface AtDesk {
  /** The writer's wall-clock time, `2026-11-25T00:54:00`. */
  local: string;
  working: boolean;
  /** When the writer is next at work, epoch ms; undefined while at work or where no work is in sight. */
  worksAt?: number;
}

/** @param now epoch ms */
export function atTheirDesk(now: number, zone: string, who?: Working): AtDesk {
  const local = toLocal(now, zone);
  if (dayPart(local, who) === 'working') return { local, working: true };
  const start = nextWorkStart(local, who);
  return { local, working: false, worksAt: start === undefined ? undefined : toInstant(start, zone).at };
}
