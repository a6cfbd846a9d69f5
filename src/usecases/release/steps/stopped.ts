/** It must not leave like this, in words: it waits and asks, or does not leave at all. */
export interface Stopped {
  policy: 'ask' | 'skip';
  words: string;
  /** Why it stands still then, where that is not that somebody has to look at it. */
  pausedFor?: 'key';
}
