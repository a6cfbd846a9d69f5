/** What keeps a message from leaving as it is: asked when it is sent, and once more when its moment has come. */
import { mayHoldField, placeholders } from '#core/checks/placeholders';
import { isSetAside } from '#core/checks/setAside';
import { targetFields } from '#core/fields/html';
import { goesAlong } from '#core/message/attachment';
import { attachmentsOf, type Attachment } from '#store/attachments';
import type { Message } from '#store/messages';
import type { Settings } from '#store/settings';
import type { Reading } from '#store/store';

/** In words, with the field it is about. */
export interface Stop {
  field: string;
  words: string;
}

/** What is attached and not wholly here; undefined where all is. */
export function whyHalf(
  db: Reading,
  message: Pick<Message, 'id' | 'html'>,
  attached: readonly Attachment[] = attachmentsOf(db, message.id),
): Stop | undefined {
  const half = attached.find((each) => each.received < each.size && goesAlong(each, message.html));
  if (!half) return undefined;
  const words = `“${half.name}” is not wholly here yet: wait for it, or take it out.`;
  return { field: 'attachments', words };
}

/**
 * A field that nobody filled; undefined where there is none, or all that are left are meant so.
 * @param settings read only where something was found: every release asks, and nearly none has anything
 */
export function whyFieldLeft(
  settings: () => Pick<Settings, 'checksOff' | 'meantSo'>,
  message: Pick<Message, 'subject' | 'text' | 'html' | 'setAside'>,
): Stop | undefined {
  const [astray] = message.html?.includes('href') ? targetFields(message.html) : [];
  if (astray === undefined && !mayHoldField(message)) return undefined;
  const { checksOff, meantSo } = settings();
  if (checksOff.includes('placeholder')) return undefined;
  const meant = [...message.setAside, ...meantSo];
  const stop = placeholders(message).find((each) => each.severity === 'stop' && !isSetAside(each, meant));
  if (stop) return { field: stop.field, words: `“${stop.words}” ${stop.why}: fill it in, or take it out.` };
  return astray === undefined
    ? undefined
    : { field: 'text', words: `A link leads to “${astray}”: fill it in, or take it out.` };
}

/** Either of both. */
export const whyStopped = (
  db: Reading,
  settings: () => Pick<Settings, 'checksOff' | 'meantSo'>,
  message: Pick<Message, 'id' | 'subject' | 'text' | 'html' | 'setAside'>,
  attached?: readonly Attachment[],
): Stop | undefined => whyHalf(db, message, attached) ?? whyFieldLeft(settings, message);
