/** What is waited for after any message to somebody, where nothing was said about that message. */
import type { Chasers } from './chasers';
import type { Deadline, SettledBy } from './watch';

export interface UsualWatch {
  /** Relative: it is for messages of any day. */
  deadline: Exclude<Deadline, { local: string }>;
  settledBy: SettledBy;
  chasers: Chasers | null;
}

/** Whose messages it is for: the nearer goes before the farther. */
export type UsualFor = { for: 'correspondent' | 'group'; id: string } | { for: 'everyone' };

/** One that was found, and why this one: “as usual for couriers”. */
export interface FoundUsual {
  watch: UsualWatch;
  because: string;
}
