/** What came of something that has left, in few words. */
import { undeliveredTo } from '../departure/undelivered';
import { SETTLED_HOW_WORDS, type SettledHow, type WatchState } from './watch';

export interface Left {
  /** Epoch ms. */
  leftAt: number;
  answeredAt: number | null;
  watch: { state: WatchState; at: number | null; by: SettledHow | null } | null;
  recipients: Parameters<typeof undeliveredTo>[0];
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Whole days or hours, or minutes while it is less. */
const about = (ms: number) => {
  if (ms >= 2 * DAY_MS) return `${Math.floor(ms / DAY_MS)} days`;
  if (ms >= HOUR_MS) return `${Math.floor(ms / HOUR_MS)} h`;
  return `${Math.max(1, Math.floor(ms / 60_000))} min`;
};

/**
 * “answered after 5 h”, “no answer for 3 days, watched until Thu 11:00”.
 * @param now epoch ms; @param moment says a moment on my clock
 */
export function cameOfIt(left: Left, now: number, moment: (at: number) => string): string {
  const { leftAt, answeredAt, watch, recipients } = left;
  if (undeliveredTo(recipients).length > 0 || watch?.state === 'undelivered') return 'undelivered';
  if (answeredAt !== null) return `answered after ${about(answeredAt - leftAt)}`;
  // It was told by its subject, or by what it quotes.
  if (watch?.state === 'settled') return SETTLED_HOW_WORDS[watch.by ?? 'answer'].toLowerCase();
  const silent = `no answer for ${about(now - leftAt)}`;
  return watch?.state === 'waiting' && watch.at !== null
    ? `${silent}, watched until ${moment(watch.at)}`
    : silent;
}
