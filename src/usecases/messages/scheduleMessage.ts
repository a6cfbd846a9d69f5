/** Sending and scheduling: a draft gets its departure. */
import { identityOf } from '#core/message/details';
import { sizeWords } from '#core/message/attachment';
import { isRepeating, waitsForFile } from '#core/plan/kinds/registry';
import { usualChoices, type Choices, type Plan } from '#core/plan/plan';
import { attachmentsOf } from '#store/attachments';
import type { Departure } from '#store/departures';
import { noteChange } from '#store/journal';
import { linksOf } from '#store/linkedFiles';
import { maxSizeOf } from '#store/accounts';
import { findMessage, swapMessage, type Message } from '#store/messages';
import { questionOf } from '#store/questions';
import type { Tx } from '#store/store';
import { accountOf, ENVIRONMENT } from '../accounts/usualAccount';
import type { Desk } from '../desk';
import { Invalid, Refused, Stale } from '../errors';
import { receivers } from './envelope';
import { openMessage } from './outgoingMessage';
import { checkSealing } from '../openpgp/checkSealing';
import { planDepartures } from '../departures/planDepartures';
import { withEvent } from '../events/boundPlan';
import { checkEachTime, checkFilled } from '../fields/checkFilled';
import { beginFileWatch } from '../fileWatches/beginFileWatch';
import { beginSeries } from '../series/beginSeries';
import { watchAsUsual } from '../watches/usualWatch';
import { whyHalf } from './whyStopped';

/** Base64 with its line ends (RFC 2045 §6.8). */
const ENCODED = (4 / 3) * (78 / 76);

/** What the mail server has said it would refuse, in words; undefined where it would not. */
function tooLarge(desk: Desk, tx: Tx, { id, text, html, identity }: Message): string | undefined {
  const limit = maxSizeOf(tx, accountOf(desk, tx, identity) ?? ENVIRONMENT);
  const attached = attachmentsOf(tx, id).reduce((sum, { size }) => sum + size, 0);
  const size = Math.round(attached * ENCODED + text.length + (html?.length ?? 0));
  if (limit === undefined || size <= limit) return undefined;
  return `The message would be ${sizeWords(size)} on its way, and the mail server takes ${sizeWords(limit)} at most. Take something off it.`;
}

/**
 * Plans the departures of a draft: held when it leaves now, scheduled when at a time. What repeats becomes
 * a series, and its next occurrences have theirs; what waits for a file has none before that changes.
 * @param inSpiteOfQuiet why quiet hours are set aside for this one
 * @param revision of the message as it was read; undefined takes any
 * A field that nothing is known for stops it, with its name and the reader’s.
 * @throws NotFound, Stale, Invalid; Refused where it is already on its way
 */
export function scheduleMessage(
  desk: Desk,
  messageId: string,
  asked: Plan,
  revision?: number,
  choices: Partial<Choices> = {},
  inSpiteOfQuiet?: string,
): Departure[] {
  return desk.store.write((tx) => {
    const plan = withEvent(desk, tx, asked);
    const now = desk.now(tx);
    const settings = desk.settings(tx);
    const message = openMessage(tx, messageId);
    if (revision !== undefined && revision !== message.revision) throw new Stale('message');
    if (message.seriesId !== null)
      throw new Refused('A series is made from it already: change that in Departures.');
    if (message.textId !== null)
      throw new Refused('It is a text kept in the Library: write with it instead.');
    if (message.batchId !== null) throw new Refused('A batch is made from it: schedule that.');
    if (message.fileWatchId !== null && !waitsForFile(plan))
      throw new Refused('It leaves each time a file changes: take that back in Departures first.');
    if (receivers(tx, messageId).length === 0) throw new Invalid('Add at least one recipient.', 'to');
    if (!settings.me.address)
      throw new Invalid('Tell Oak Lantern your own address first, in Settings.', 'from');
    if (
      !message.subject &&
      !message.text.trim() &&
      !message.html &&
      attachmentsOf(tx, messageId).length === 0 &&
      linksOf(tx, messageId).length === 0
    ) {
      throw new Invalid('The message is empty: write a subject or some text.', 'text');
    }
    const size = tooLarge(desk, tx, message);
    if (size) throw new Invalid(size, 'attachments');
    const repeats = isRepeating(plan);
    if ((repeats || waitsForFile(plan)) && questionOf(tx, messageId)?.offer)
      throw new Invalid('Times are offered once: choose one moment, or take them off the message.', 'plan');
    checkSealing(tx, message);
    const stop = whyHalf(tx, message);
    if (stop) throw new Invalid(stop.words, stop.field);
    // The sender is who I am when I send, not who I was when I began to write.
    const { name, address } = identityOf(settings, message.identity);
    if (!swapMessage(tx, message, { fromName: name, fromAddress: address, at: now }))
      throw new Stale('message');
    const chosen = { ...usualChoices, ...choices };
    if (repeats || waitsForFile(plan)) checkEachTime(desk, tx, message, plan, chosen);
    if (repeats) return beginSeries(desk, tx, messageId, plan, chosen);
    if (waitsForFile(plan)) {
      beginFileWatch(desk, tx, messageId, plan, chosen);
      return [];
    }
    const departures = planDepartures(desk, tx, messageId, plan, chosen, inSpiteOfQuiet);
    checkFilled(desk, tx, findMessage(tx, messageId)!, departures);
    watchAsUsual(desk, tx, message);
    noteChange(tx, 'message', messageId);
    return departures;
  });
}
