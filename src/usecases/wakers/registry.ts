/** All that has moments beside departures. What is not here does not wake. */
import { leasesWaker } from './leases';
import { queueWaker } from './queue';
import { remindersWaker } from './reminders';
import { returnsWaker } from './returns';
import { seriesWaker } from './series';
import type { Waker } from './waker';
import { watchesWaker } from './watches';

const ALL: readonly Waker[] = [
  leasesWaker,
  returnsWaker,
  remindersWaker,
  watchesWaker,
  seriesWaker,
  queueWaker,
];

/** @param releasing false where there is no mail server: then departures wait for one, whatever their moment */
export const allWakers = (releasing: boolean): Waker[] =>
  ALL.filter((waker) => releasing || waker !== queueWaker);

/** What does not happen while one fails. @param name of a waker */
export const failureWords = (name: string): string =>
  ALL.find((each) => each.name === name)?.fails ?? 'something does not happen';
