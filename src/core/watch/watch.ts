/** The wait for an answer to one message. */

/** Until when. What is relative counts from when the message was released. */
export type Deadline =
  | { hours: number }
  | { days: number }
  /** Working days of who is to answer, or mine: their week, holidays and leave. */
  | { workingDays: number; of: 'reader' | 'me' }
  | { local: string; zone: string };

export const SETTLED_BY = ['anyone', 'this-person', 'everyone', 'read', 'visit', 'decision', 'me'] as const;
/** Whose answer, or what else, ends the wait; by `me` it comes back in any case. */
export type SettledBy = (typeof SETTLED_BY)[number];

export const SETTLED_BY_WORDS: Record<SettledBy, string> = {
  anyone: 'anybody answers',
  'this-person': 'the first reader answers',
  everyone: 'all of them answer',
  read: 'it is seen, or answered',
  visit: 'a link in it is opened, or it is answered',
  decision: 'its question is decided',
  me: 'I say so; it comes back in any case',
};

export const WATCH_STATES = ['waiting', 'settled', 'ran-out', 'undelivered', 'ended'] as const;
export type WatchState = (typeof WATCH_STATES)[number];

/** What ended the wait. */
export const SETTLED_HOW = ['answer', 'receipt', 'visit', 'decision'] as const;
export type SettledHow = (typeof SETTLED_HOW)[number];

export const SETTLED_HOW_WORDS: Record<SettledHow, string> = {
  answer: 'Answered',
  receipt: 'Seen',
  visit: 'A link was opened',
  decision: 'Decided',
};

/** As they stand alone. */
export const WATCH_STATE_WORDS: Record<WatchState, string> = {
  waiting: 'Waiting',
  settled: 'Answered',
  'ran-out': 'No answer',
  undelivered: 'Undelivered',
  ended: 'Closed',
};
