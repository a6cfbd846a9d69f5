/** What keeps a message from leaving as it is: asked when it is sent, and once more when its moment has come. */
import { placeholders } from '../../core/checks/placeholders';
import type { Settings } from '../../store/settings';

/** In words, with the field it is about; undefined where nothing does. */
export function whyStopped(
  { checksOff }: Pick<Settings, 'checksOff'>,
  message: { subject: string; text: string },
): { field: string; words: string } | undefined {
  if (checksOff.includes('placeholder')) return undefined;
  const stop = placeholders(message).find(({ severity }) => severity === 'stop');
  return stop && { field: stop.field, words: `“${stop.words}” ${stop.why}: fill it in, or take it out.` };
}
