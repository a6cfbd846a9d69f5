/** What checks see of a message beside its text, and all of them in one. */
import { addressKey, type Mailbox } from '../message/address';
import { agingWords } from './agingWords';
import { dateFindings } from './dates';
import type { CheckContext, CheckId, Finding } from './finding';
import { placeholders } from './placeholders';
import { recipientFindings } from './recipients';
import { salutations } from './salutations';
import { shapeFindings } from './shape';
import { zonelessTimes } from './zonelessTimes';

export interface CheckedMessage {
  subject: string;
  text: string;
  /** To and Cc, who see one another. */
  visible: readonly Mailbox[];
  bcc: readonly Mailbox[];
  /** Each gets a message of their own. */
  individual: boolean;
}

export interface MessageContext extends CheckContext {
  /** Whom I write with, with all their addresses. */
  people: readonly { name: string; addresses: readonly string[] }[];
  /** Switched off by the person. */
  off: readonly CheckId[];
}

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

/** Everybody a message goes to, each once. */
export function everybody({ visible, bcc }: CheckedMessage): Mailbox[] {
  const byKey = new Map([...bcc, ...visible].map((each) => [addressKey(each.address), each]));
  return [...byKey.values()];
}
