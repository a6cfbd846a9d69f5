/** All that has moments beside departures. What is not here does not wake. */
import { leasesWaker } from './leases';
import { queueWaker } from './queue';
import { remindersWaker } from './reminders';
import { returnsWaker } from './returns';
import { seriesWaker } from './series';
import type { Waker } from './waker';
import { watchesWaker } from './watches';

export const allWakers: readonly Waker[] = [
  leasesWaker,
  returnsWaker,
  remindersWaker,
  watchesWaker,
  seriesWaker,
  queueWaker,
];

/** What does not happen while one fails. @param name of a waker */
export const failureWords = (name: string): string =>
  allWakers.find((each) => each.name === name)?.fails ?? 'something does not happen';
