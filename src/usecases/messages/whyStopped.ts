/** What keeps a message from leaving as it is: asked when it is sent, and once more when its moment has come. */
import { placeholders } from '../../core/checks/placeholders';
import type { Settings } from '../../store/settings';

/**
 * In words, with the field it is about; undefined where nothing does.
 * @param settings read only where something was found: every release asks, and nearly none has anything
 */
export function whyStopped(
  settings: () => Pick<Settings, 'checksOff'>,
  message: { subject: string; text: string },
): { field: string; words: string } | undefined {
  const stop = placeholders(message).find(({ severity }) => severity === 'stop');
  if (!stop || settings().checksOff.includes('placeholder')) return undefined;
  return { field: stop.field, words: `“${stop.words}” ${stop.why}: fill it in, or take it out.` };
}
