/** Whether a message that came in is the answer a watch waits for, and why. */
import type { MailClass } from '../reply/classify';
import type { SettledBy } from './watch';

/** What a watch waits for. */
export interface Awaited {
  settledBy: SettledBy;
  /** Those it went to, by {@link addressKey}, the first one first. */
  readers: readonly { address: string; name: string }[];
}

/** How a message that came in is tied to the one that is watched. */
export type Tie =
  /** It names it (RFC 5322 §3.6.4), the message itself or this reader's copy of it. */
  | 'names it'
  /** It names another reader's copy of it. */
  | 'names another copy'
  /** It is by somebody who got another copy, or none, and does not name this reader's. */
  | 'not this copy'
  /** It names some other message of the thread. */
  | 'names the thread'
  /** It is in the thread by its subject alone. */
  | 'subject'
  /** It has words of it in what it quotes. */
  | 'quotes it'
  /** Nothing but who wrote it. */
  | 'writer';

export interface Coming {
  is: MailClass;
  /** What tells that, in words. */
  evidence: string;
  tie: Tie;
  /** Which of the readers wrote it, from any address of theirs; undefined for anybody else. */
  reader?: string;
  /** The address it came from where that is not the one it went to. */
  otherAddress?: string;
  writer: string;
  /** The person has said before that what this writer sends counts, or does not. */
  overruled?: boolean;
  /** A reader has seen it, says this receipt (RFC 8098). */
  seen?: boolean;
}

export interface Verdict {
  counts: boolean;
  /** A whole sentence. */
  why: string;
}

const no = (why: string): Verdict => ({ counts: false, why });
const yes = (why: string): Verdict => ({ counts: true, why });

/** What does not count, and what it is taken for instead; what tells it follows. */
const NO_ANSWER: Partial<Record<MailClass, string>> = {
  own: 'It is mine',
  automatic: 'A machine wrote it',
  away: 'It is an away-message: it says when to expect an answer',
  bounce: 'It says that the message was not delivered',
  delay: 'It says that the delivery is late',
  receipt: 'It is a receipt',
  calendar: 'It answers an invitation, and not this message',
};

/** Nothing ties it to what is watched, whoever wrote it. */
const LOOSE: readonly Tie[] = ['writer', 'names another copy', 'not this copy'];

const TIES: Record<Tie, string> = {
  'names it': 'it names this message',
  'names another copy': 'it answers another reader’s copy',
  'not this copy': 'it does not name this reader’s copy',
  'names the thread': 'it answers in this thread',
  subject: 'its subject is that of an answer to this, though it names no message: likely',
  'quotes it': 'it quotes this message, though it names none: likely',
  writer:
    'it names no message, has another subject and quotes nothing of this: probably about something else',
};

function tied({ tie, reader, otherAddress, writer }: Coming): string {
  const who = reader === undefined ? `${writer}, to whom it did not go,` : writer;
  const from = otherAddress === undefined ? '' : ` from ${otherAddress}`;
  return `${who} wrote it${from}; ${TIES[tie]}.`;
}

export function judge({ settledBy, readers }: Awaited, coming: Coming): Verdict {
  const { is, evidence, tie, reader, overruled, seen } = coming;
  if (seen && settledBy === 'read') return yes('A receipt says that it was seen.');
  if (seen) return no('It was seen, says a receipt, and is not answered by that.');
  // What a person has said of this writer goes before the rules, but for what is mine or was never delivered.
  const loose = LOOSE.includes(tie);
  const sayable = !['own', 'bounce', 'delay'].includes(is);
  if (overruled === false && sayable) return no('You have said that what this writer sends does not count.');
  if (overruled === true && sayable && !loose)
    return yes('You have said that what this writer sends counts.');
  const instead = NO_ANSWER[is];
  if (instead) return no(`${instead}; what tells it: ${evidence}.`);
  if (loose) return no(tied(coming));
  const [first] = readers;
  if (settledBy === 'this-person' && reader !== first?.address)
    return no(`${tied(coming)} The wait is for ${first?.name || first?.address || 'somebody else'}.`);
  if (settledBy === 'everyone' && reader === undefined)
    return no(`${tied(coming)} The wait is for those it went to.`);
  if (settledBy === 'me') return no(`${tied(coming)} It comes back in any case.`);
  return yes(tied(coming));
}
