/** Linked files: what is linked, and what happens where it cannot go as it should. */

/** Of what a path names: all of it, or the newest file alone. */
export const LINK_CHOICES = ['all', 'newest'] as const;
export type LinkChoice = (typeof LINK_CHOICES)[number];

/**
 * Why what is linked cannot go: nothing is there; it holds nothing; it is what went last time; somebody is writing it; it
 * is larger than is allowed; it is not under a folder that is allowed; it cannot be read.
 */
export const LINK_TROUBLES = [
  'missing',
  'empty',
  'unchanged',
  'busy',
  'large',
  'outside',
  'unreadable',
] as const;
export type LinkTrouble = (typeof LINK_TROUBLES)[number];

/** What happens then: the departure waits and asks; it does not leave; it leaves without the file. */
export const LINK_POLICIES = ['ask', 'skip', 'without'] as const;
export type LinkPolicy = (typeof LINK_POLICIES)[number];

/** What happens to the file once everybody's server has taken the message. */
export const AFTERWARDS = ['keep', 'move', 'delete'] as const;
export type Afterwards = (typeof AFTERWARDS)[number];

/** How clearing away stands: to be done once all have it, due, begun, done, left as it had changed, put back again. */
export const CLEARINGS = ['waiting', 'due', 'begun', 'done', 'changed', 'undone'] as const;

/** What is chosen about a link. */
export interface LinkChoices {
  which: LinkChoice;
  ifMissing: LinkPolicy;
  ifEmpty: LinkPolicy;
  /** null: the same goes again. */
  ifUnchanged: LinkPolicy | null;
  ifBusy: LinkPolicy;
  /** Bytes; null: as much as mail takes. */
  largerThan: number | null;
  ifLarger: LinkPolicy;
  /** Stands in the text where it leaves without the file. */
  line: string;
  after: Afterwards;
  /** Where it goes; a folder that is allowed. */
  moveTo: string | null;
  /** Size and time have to stand still for so long. */
  settleSeconds: number;
}

export const usualLink: LinkChoices = {
  which: 'all',
  ifMissing: 'ask',
  ifEmpty: 'ask',
  ifUnchanged: null,
  ifBusy: 'ask',
  largerThan: null,
  ifLarger: 'ask',
  line: '',
  after: 'keep',
  moveTo: null,
  settleSeconds: 2,
};

/** What is chosen for a trouble. What must not or cannot be read is asked about. */
export function policyFor(
  trouble: LinkTrouble,
  choices: Pick<LinkChoices, 'ifMissing' | 'ifEmpty' | 'ifUnchanged' | 'ifBusy' | 'ifLarger'>,
): LinkPolicy {
  const { ifMissing, ifEmpty, ifUnchanged, ifBusy, ifLarger } = choices;
  const chosen = {
    missing: ifMissing,
    empty: ifEmpty,
    unchanged: ifUnchanged,
    busy: ifBusy,
    large: ifLarger,
  };
  return (trouble in chosen && chosen[trouble as keyof typeof chosen]) || 'ask';
}

/** To follow the name of a file or a pattern: “stock.csv is not there”. */
export const TROUBLE_WORDS: Record<LinkTrouble, string> = {
  missing: 'is not there',
  empty: 'is empty',
  unchanged: 'has not changed since it went last',
  busy: 'is still being written',
  large: 'is too large',
  outside: 'is not in a folder that files may be linked from',
  unreadable: 'cannot be read',
};

/** The text with a line of one's own at its end, once. */
export const withLine = (text: string, line: string): string =>
  line.trim() === '' ? text : `${text.trimEnd()}\n\n${line.trim()}\n`.trimStart();
