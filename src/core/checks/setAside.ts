/** Findings somebody has looked at and meant so: they are not shown again. */
import type { CheckId, Finding } from './finding';

/** One finding that is meant so: of a check, in these words; empty words where it is about the whole field. */
export interface SetAside {
  check: CheckId;
  /** Lower case. */
  words: string;
}

/** The most that is remembered of one message, and of all. */
export const MOST_SET_ASIDE = 200;
export const LONGEST_SET_ASIDE = 500;

export const setAsideOf = ({ check, words }: Pick<Finding, 'check' | 'words'>): SetAside => ({
  check,
  words: words.toLowerCase().slice(0, LONGEST_SET_ASIDE),
});

/** Half a file cannot be meant, and a word is learned instead. */
export const canBeSetAside = ({ check, severity }: Finding): boolean =>
  check !== 'spelling' && (severity !== 'stop' || check === 'placeholder');

export function isSetAside(finding: Finding, all: readonly SetAside[]): boolean {
  if (all.length === 0 || !canBeSetAside(finding)) return false;
  const wanted = setAsideOf(finding);
  return all.some(({ check, words }) => check === wanted.check && words === wanted.words);
}

/** What is most likely a mistake that cannot be called back: sending asks about it once. */
export const isWeighty = ({ check, severity }: Finding): boolean =>
  severity === 'ask' && (check === 'attachment' || check === 'body' || check === 'address');
