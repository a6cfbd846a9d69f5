/** A message’s question with fixed answers, one of which each reader picks. */
import { folded } from '../text/folded';

/** When it is decided. */
export const DECIDED_WHEN = ['everyone', 'majority', 'first'] as const;
export type DecidedWhen = (typeof DECIDED_WHEN)[number];

/** To follow “decided when”. */
export const DECIDED_WHEN_WORDS: Record<DecidedWhen, string> = {
  everyone: 'everybody has answered',
  majority: 'more than half agree',
  first: 'the first has answered',
};

export interface Question {
  words: string;
  /** In the order they are offered. */
  answers: readonly string[];
  decidedWhen: DecidedWhen;
  /** Readers are invited to say why. */
  mayComment: boolean;
}

export const ANSWERS = { fewest: 2, most: 6 } as const;
/** Characters of one answer: it is a button, and a line of text. */
export const ANSWER_LENGTH = 80;
export const QUESTION_LENGTH = 300;
/** Of what somebody says besides. */
export const COMMENT_LENGTH = 2000;

/** By which way an answer came: the prepared reply, the page, words in a reply, or told by me. */
export const ANSWERED_HOW = ['link', 'page', 'words', 'me'] as const;
export type AnsweredHow = (typeof ANSWERED_HOW)[number];

/** To follow a name and an answer. */
export const ANSWERED_HOW_WORDS: Record<AnsweredHow, string> = {
  link: 'by one click',
  page: 'on the page',
  words: 'in words',
  me: 'as you said',
};

/**
 * What an answer is worth: it counts, unless a later one of the same reader does; what is unclear is asked of me; it came too late, or from
 * somebody it did not go to; its proof is not one of ours; or it is no answer, as I have said.
 */
export const ANSWER_STATUSES = ['counts', 'unclear', 'late', 'somebody-else', 'refused', 'none'] as const;
export type AnswerStatus = (typeof ANSWER_STATUSES)[number];

/** One answer as it came. */
export interface Given {
  /** The reader it counts for, lower case; null for nobody it was asked of. */
  reader: string | null;
  /** Index among the answers; null where it is not known. */
  answer: number | null;
  status: AnswerStatus;
}

/** As they stand alone. */
export const ANSWER_STATUS_WORDS: Record<AnswerStatus, string> = {
  counts: 'Counts',
  unclear: 'Unclear',
  late: 'Too late',
  'somebody-else': 'Somebody else',
  refused: 'Refused',
  none: 'No answer',
};

const IS_WORD = /[\p{L}\p{N}]/u;

/** An answer for comparing: without case, marks, and the signs around it. */
export function answerKey(text: string): string {
  const signs = [...folded(text.normalize('NFKC')).replace(/\s+/gu, ' ')];
  const isWord = (sign: string) => IS_WORD.test(sign);
  return signs.slice(signs.findIndex(isWord), signs.findLastIndex(isWord) + 1).join('');
}

const withoutControls = (text: string) => text.replace(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, ' ').trim();

/** As it is kept: each on one line, nothing around it. */
export const keptQuestion = (given: Question): Question => ({
  ...given,
  words: withoutControls(given.words),
  answers: given.answers.map(withoutControls),
});

/** Why it cannot be asked like this, and which part of it; undefined where it can. @param question as it is kept */
export function whyNoQuestion({ words, answers }: Question): { field: string; words: string } | undefined {
  if (!words) return { field: 'words', words: 'Write what you ask.' };
  if (/\{\{/.test([words, ...answers].join(' ')))
    return { field: 'words', words: 'Fields are filled in the text of the message, not in its question.' };
  const { fewest, most } = ANSWERS;
  if (answers.length < fewest || answers.length > most)
    return { field: 'answers', words: `Give ${fewest} to ${most} answers to choose from.` };
  const keys = answers.map(answerKey);
  const empty = keys.indexOf('');
  if (empty >= 0)
    return {
      field: `answers.${empty}`,
      words: `Answer ${empty + 1} has no letters or digits: readers may have to write it.`,
    };
  const twice = keys.findIndex((key, index) => keys.indexOf(key) !== index);
  if (twice >= 0)
    return {
      field: `answers.${twice}`,
      words: `“${answers[twice]}” stands there twice. Readers could not tell them apart.`,
    };
  return undefined;
}
