/** All that has moments beside departures. What is not here does not wake. */
import { lateWaker } from './late';
import { leasesWaker } from './leases';
import { queueWaker } from './queue';
import { remindersWaker } from './reminders';
import { returnsWaker } from './returns';
import type { Waker } from './waker';

/** What does not happen while one fails. @param name of a waker */
export const failureWords = (name: string): string =>
  allWakers(true, () => 0).find((each) => each.name === name)?.fails ?? 'something does not happen';

/**
 * @param releasing false where there is no mail server: then departures wait for one, whatever their moment
 * @param idleUntil nothing was running until then, epoch ms
 */
export const allWakers = (releasing: boolean, idleUntil: () => number): Waker[] => [
  leasesWaker,
  returnsWaker,
  remindersWaker,
  ...(releasing ? [lateWaker(idleUntil), queueWaker] : []),
];
