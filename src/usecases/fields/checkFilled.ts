/** Whether every field of a message has something it becomes: asked when it is sent, for each of its readers. */
import type { FieldContext, FieldKind } from '#core/fields/fill';
import { copiesOf } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { receivers } from '../messages/envelope';
import { whyFieldLeft } from '../messages/whyStopped';
import { readersAt } from '../people/readers';
import { contextFor, departureContext } from './context';
import { filledWith, hasFields, whyUnfilled } from './fillMessage';

/** Of an occurrence nothing is asked: it has values of its own yet to come. @throws Invalid naming the field and the reader */
export function checkFilled(desk: Desk, tx: Tx, message: Message, departures: readonly Departure[]): void {
  if (!hasFields(message)) return;
  for (const departure of departures) {
    if (departure.seriesId !== null) continue;
    const context = departureContext(desk, tx, message, departure);
    const stop = whyFieldLeft(() => desk.settings(tx), filledWith(message, context));
    if (stop) throw new Invalid(whyUnfilled(message, context) ?? stop.words, stop.field);
  }
}

/** What has values of its own each time it leaves: what is missing then stops that one. */
const LATER: readonly FieldKind[] = ['own', 'occurrence'];

/** Of what leaves again and again: what is not known of a reader now is not known then. @throws Invalid */
export function checkEachTime(desk: Desk, tx: Tx, message: Message, plan: Plan, choices: Choices): void {
  if (!hasFields(message)) return;
  const readers = readersAt(desk, tx, receivers(tx, message.id));
  const apart = copiesOf(plan, choices.copies) === 'individual' || readers.length === 1;
  const contexts: FieldContext[] = (apart ? readers : [undefined]).map((reader) =>
    contextFor(desk, tx, message, reader, desk.now(tx), { messageId: message.id }),
  );
  for (const context of contexts) {
    const why = whyUnfilled(message, context, LATER);
    if (why) throw new Invalid(why, 'text');
  }
}
