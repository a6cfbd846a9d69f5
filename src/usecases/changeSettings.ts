/** Settings: reading is {@link Desk.settings}; changes apply at once. */
import { AddressError, parseMailbox } from '../core/message/address';
import { HOLD_SECONDS } from '../core/message/limits';
import { durationWords } from '../core/time/words';
import { noteChange } from '../store/journal';
import { writeSettings, type Settings } from '../store/settings';
import { oneLine } from './messages/draftInput';
import type { Desk } from './desk';
import { Invalid } from './errors';
import { checkedPlace } from './people/checkedPlace';

function checked(patch: Partial<Settings>, before: Settings): Partial<Settings> {
  const result = { ...patch, ...checkedPlace(patch, before) } as Partial<Settings>;
  const { holdSeconds, me } = patch;
  if (
    holdSeconds !== undefined &&
    holdSeconds !== 0 &&
    (holdSeconds < HOLD_SECONDS.min || holdSeconds > HOLD_SECONDS.max)
  ) {
    const span = `${durationWords(HOLD_SECONDS.min * 1000)} to ${HOLD_SECONDS.max / 60} min`;
    throw new Invalid(`A hold lasts ${span}, or is off (0).`, 'holdSeconds');
  }
  try {
    if (me) result.me = { name: oneLine(me.name), address: parseMailbox(me.address).address };
  } catch (error) {
    if (error instanceof AddressError) throw new Invalid(error.message, 'me.address');
    throw error;
  }
  return result;
}

/**
 * @throws Invalid
 */
export function changeSettings(desk: Desk, patch: Partial<Settings>): Settings {
  return desk.store.write((tx) => {
    const good = checked(patch, desk.settings(tx));
    writeSettings(tx, good);
    noteChange(tx, 'settings', Object.keys(good).join(' '));
    return desk.settings(tx);
  });
}
