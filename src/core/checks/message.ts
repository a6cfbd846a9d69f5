/** All checks in one. */
import { agingWords } from './agingWords';
import { dateFindings } from './dates';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import type { CheckId, Finding } from './finding';
import { attachmentFindings } from './attachments';
import { linkFindings } from './links';
import { placeholders } from './placeholders';
import { recipientFindings } from './recipients';
import { replyAllFindings } from './replyAll';
import { salutations } from './salutations';
import { shapeFindings } from './shape';
import { spellingFindings, wordsToSpell } from './spelling';
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
  attachment: 'An attachment is named, and none is there',
  large: 'Very large attachments',
  'reply-all': 'An answer to all that speaks to one',
  link: 'A link without a target, or named and missing',
  'foreign-link': 'A link from messages with another organisation',
  spelling: 'Spelling',
};

const SEVERITIES = ['stop', 'ask', 'note'];

/** The words of a message that a dictionary is asked about. */
export function spelledWords(
  message: CheckedMessage,
  { people, ownNames, ownWords }: Pick<MessageContext, 'people' | 'ownNames' | 'ownWords'>,
) {
  const names = [...people, ...message.visible, ...message.bcc].map(({ name }) => name).concat(ownNames);
  return wordsToSpell(message.text, names, ownWords);
}

const spelling = (message: CheckedMessage, context: MessageContext) =>
  spellingFindings(spelledWords(message, context), context.dictionary);

/** About a whole line: what is found within it is another matter. */
const WIDE: readonly CheckId[] = ['capitals', 'unfinished'];

/** One thing is reported once: of what is found in the same words the first. */
function once(findings: readonly Finding[]): Finding[] {
  const kept: Finding[] = [];
  for (const finding of findings) {
    const { field, from, to } = finding;
    const covered =
      to > 0 &&
      kept.some(
        (other) =>
          other.field === field && !WIDE.includes(other.check) && from >= other.from && to <= other.to,
      );
    if (!covered) kept.push(finding);
  }
  return kept;
}

/** What the checks find, the gravest first, then in the order of the text. Nothing to say is no finding. */
export function checkMessage(message: CheckedMessage, context: MessageContext): Finding[] {
  const { text } = message;
  // Somebody who has not begun has made no mistake.
  if (!text.trim() && !message.subject.trim() && message.visible.length + message.bcc.length === 0) return [];
  const found = [
    ...placeholders(message),
    ...shapeFindings(message),
    ...salutations(message, context),
    ...recipientFindings(message, context),
    ...dateFindings(text, context),
    ...agingWords(text, context),
    ...zonelessTimes(text, context),
    ...attachmentFindings(message),
    ...replyAllFindings(message, context),
    ...linkFindings(message, context),
    ...(context.off.includes('spelling') ? [] : spelling(message, context)),
  ];
  return once(found.filter(({ check }) => !context.off.includes(check))).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || a.from - b.from,
  );
}
