/** What is said of a pending departure that is open here. */
import type { DepartureJson, MessageJson } from '#api/types';
import { UNSETTLED_STATES } from '#core/departure/states';
import type { Landing } from '#core/plan/plan';
import type { Words } from '../common/format';
import type { Lands } from '../moment/DayStrips';

/** The departures of the message that are still to leave: one, or several copies. */
export const copiesUnderWay = (message: MessageJson, departure: DepartureJson): DepartureJson[] =>
  departure.copyFor === null
    ? [departure]
    : message.departures.filter(({ state }) => UNSETTLED_STATES.includes(state));

/** Every landing of some departures. */
export const landsOf = (
  departures: readonly { at: string; recipients: (Landing & { name?: string })[] }[],
  nameOf?: (address: string) => string,
): Lands[] =>
  departures.flatMap(({ at, recipients }) =>
    recipients.map((each) => ({ ...each, at, name: each.name || nameOf?.(each.address) || each.address })),
  );

/** What is to be said of a departure that keeps its plan. */
export function keptSentence(
  departure: DepartureJson,
  copies: number,
  passed: boolean,
  changed: boolean,
  words: Words,
): string {
  if (departure.state === 'failed')
    return 'The mail server refused it. Change what is wrong, then try again.';
  // Closed without a change it goes on; a change waits for the word that it may go.
  const goesOn = departure.pausedFor === 'editing' && !changed ? 'save or close' : 'save';
  const it = copies > 1 ? `The first of ${copies} copies` : 'It';
  if (departure.holdLeft !== null) return `Its hold stands still, and runs on once you ${goesOn}.`;
  if (passed) return `Its moment, ${words.moment(departure.meant)}, has passed. When is it to leave?`;
  if (departure.state === 'paused')
    return copies > 1
      ? `${copies} copies stand still; the first leaves ${words.moment(departure.at)} your time once you ${goesOn}.`
      : `It stands still, and leaves ${words.moment(departure.at)} your time once you ${goesOn}.`;
  const leaves = departure.state === 'held' ? 'Held, leaves' : copies > 1 ? `${it} leaves` : 'Leaves';
  return `${leaves} ${words.moment(departure.at)} your time.`;
}
