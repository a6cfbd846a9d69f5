/** All checks in one. */
import { agingWords } from './agingWords';
import { dateFindings } from './dates';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import type { CheckId, Finding } from './finding';
import { placeholders } from './placeholders';
import { recipientFindings } from './recipients';
import { salutations } from './salutations';
import { shapeFindings } from './shape';
import { zonelessTimes } from './zonelessTimes';

export const CHECK_WORDS: Record<CheckId, string> = {
  placeholder: 'A placeholder is left',
  subject: 'The subject is empty',
  body: 'The text is empty',
  salutation: 'Addressed by another name',
  copied: 'Somebody copied in the text, and not on the list',
  address: 'An address unlike one I know',
  visible: 'Many recipients see one another',
  weekday: 'A weekday and its date do not agree',
  'past-date': 'A date that is past when it lands',
  capitals: 'All in capitals',
  unfinished: 'Ends in the middle of a sentence',
  aging: 'Words that age',
  zoneless: 'Times without a zone',
};

const SEVERITIES = ['stop', 'ask', 'note'];

/** What the checks find, the gravest first, then in the order of the text. Nothing to say is no finding. */
export function checkMessage(message: CheckedMessage, context: MessageContext): Finding[] {
  const { text } = message;
  // Somebody who has not begun has made no mistake.
  if (!text.trim() && !message.subject.trim() && message.visible.length + message.bcc.length === 0) return [];
  return [
    ...placeholders(message),
    ...shapeFindings(message),
    ...salutations(message, context),
    ...recipientFindings(message, context),
    ...dateFindings(text, context),
    ...agingWords(text, context),
    ...zonelessTimes(text, context),
  ]
    .filter(({ check }) => !context.off.includes(check))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || a.from - b.from);
}
