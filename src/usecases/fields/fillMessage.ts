/** A message with its fields filled, for one of its departures; and what keeps it from being filled. */
import { mayHoldField } from '#core/checks/placeholders';
import {
  fieldsOf,
  fillSubject,
  fillText,
  kindOfField,
  valueOf,
  whyNothing,
  type FieldContext,
  type FieldKind,
} from '#core/fields/fill';
import { fillHtml, hasFieldLeft, targetFields } from '#core/fields/html';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { departureContext } from './context';

type Words = Pick<Message, 'subject' | 'text' | 'html'>;

/** True where something in it may have to be filled: asked at every release. */
export const hasFields = (message: Words): boolean =>
  mayHoldField(message) || (message.html !== null && hasFieldLeft(message.html));

export const filledWith = <Some extends Words>(message: Some, context: FieldContext): Some => ({
  ...message,
  subject: fillSubject(message.subject, context),
  text: fillText(message.text, context),
  html: message.html && fillHtml(message.html, context),
});

const targetsOf = ({ html }: Words) => (html === null ? '' : targetFields(html).join('\n'));

/** Of one without fields it is the message itself. */
export function fillMessage(desk: Desk, db: Reading, message: Message, departure: Departure): Message {
  if (!hasFields(message)) return message;
  return filledWith(message, departureContext(desk, db, message, departure));
}

/**
 * The first field nothing is known for, in words: “organisation” is not known of Ana Duarte.
 * @param except kinds that are not asked for
 */
export function whyUnfilled(
  message: Words,
  context: FieldContext,
  except: readonly FieldKind[] = [],
): string | undefined {
  const open = fieldsOf(message.subject, message.text, targetsOf(message)).find(
    (field) => !except.includes(kindOfField(field.name)) && valueOf(field, context) === undefined,
  );
  if (open) return `“${open.name}” ${whyNothing(open, context)}.`;
  if (except.length > 0) return undefined;
  const astray = targetFields(fillHtml(message.html ?? '', context))[0];
  return astray && `A link leads to “${astray}”, which is no address of a page or of a mailbox.`;
}
