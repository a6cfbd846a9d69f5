/** How long a hold may be. */
import { HOLD_SECONDS } from '../limits';
import { durationWords } from '../time/words';

/** In words what is wrong with a length, seconds; undefined where nothing is. 0 is no hold. */
export function whyNoHold(seconds: number): string | undefined {
  const { min, max } = HOLD_SECONDS;
  if (Number.isNaN(seconds)) return 'Write a number of seconds.';
  if (!Number.isInteger(seconds)) return 'A hold lasts whole seconds.';
  if (seconds === 0 || (seconds >= min && seconds <= max)) return undefined;
  return `A hold lasts ${durationWords(min * 1000)} to ${max / 60} min, or is off (0).`;
}
