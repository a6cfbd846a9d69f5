/** What keeps a message from leaving as it is: asked when it is sent, and once more when its moment has come. */
import { mayHoldField, placeholders } from '#core/checks/placeholders';
import { isSetAside } from '#core/checks/setAside';
import { goesAlong } from '#core/message/attachment';
import { attachmentsOf, type Attachment } from '#store/attachments';
import type { Message } from '#store/messages';
import type { Settings } from '#store/settings';
import type { Reading } from '#store/store';

/**
 * In words, with the field it is about; undefined where nothing does.
 * @param settings read only where something was found: every release asks, and nearly none has anything
 */
export function whyStopped(
  db: Reading,
  settings: () => Pick<Settings, 'checksOff' | 'meantSo'>,
  message: Pick<Message, 'id' | 'subject' | 'text' | 'html' | 'setAside'>,
  attached: readonly Attachment[] = attachmentsOf(db, message.id),
): { field: string; words: string } | undefined {
  const half = attached.find((each) => each.received < each.size && goesAlong(each, message.html));
  if (half) {
    const words = `“${half.name}” is not wholly here yet: wait for it, or take it out.`;
    return { field: 'attachments', words };
  }
  if (!mayHoldField(message)) return undefined;
  const stops = placeholders(message).filter(({ severity }) => severity === 'stop');
  if (stops.length === 0) return undefined;
  const { checksOff, meantSo } = settings();
  const meant = [...message.setAside, ...meantSo];
  const stop = checksOff.includes('placeholder') ? undefined : stops.find((each) => !isSetAside(each, meant));
  if (!stop) return undefined;
  return { field: stop.field, words: `“${stop.words}” ${stop.why}: fill it in, or take it out.` };
}
