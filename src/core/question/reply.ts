/** What a reply says to a question. */
import { withoutQuotes } from '../text/quotes';
import { answerKey, COMMENT_LENGTH } from './question';

export interface Reply {
  /** Index of the one it says plainly; undefined where it says none, or is not clear. */
  answer?: number;
  /** Of what is not clear, index of the only one it names. */
  proposed?: number;
  /** What it says besides. */
  comment: string;
}

/** What a prepared answer invites to go on with. */
export const WHY = 'Why, if you like to say:';
/** What stands behind the proof in a prepared answer. */
export const LEAVE_IT = '(please leave this line as it is)';

const GREETING =
  /^(dear|hi|hello|hey|good (morning|afternoon|evening|day)|kia ora|namaste|ol[áa]|bom dia|boa (tarde|noite)|caro|cara|prezad[oa]|hallo|guten (tag|morgen|abend)|liebe[rs]?|sehr geehrte[rs]?|bonjour|bonsoir|cher|chère|salut|hola|estimad[oa]|buen(os|as) (d[íi]as|tardes|noches))(?!\p{L})[^.!?]{0,60}[,!:.]?$/iu;
const IS_TOKEN = /\[answer\s[\w.-]+\]/;

/** What somebody has written themselves: no quotes, no signature below its line (RFC 3676 §4.3). */
export function ownWords(text: string): string {
  const lines = withoutQuotes(text.replaceAll('\r', ''))
    .split('\n')
    // Where nothing but quotes is there, they are no words of theirs either.
    .filter((line) => !line.startsWith('>'));
  const end = lines.findIndex((line) => /^-- ?$/.test(line));
  return (end < 0 ? lines : lines.slice(0, end)).join('\n');
}

/** The answer a line is: its words, or its number as they are counted in the message. */
function plainly(line: string, keys: readonly string[]): number | undefined {
  const key = answerKey(line);
  const words = keys.indexOf(key);
  if (words >= 0) return words;
  const numbered = /^(\d)(?:[.):]? (.+))?$/u.exec(key);
  if (!numbered) return undefined;
  const at = Number(numbered[1]) - 1;
  if (keys[at] === undefined) return undefined;
  // “2. Friday” is one only where that is what 2 is.
  return numbered[2] === undefined || answerKey(numbered[2]) === keys[at] ? at : undefined;
}

const ESCAPE = /[.*+?^${}()|[\]\\]/g;

/** Indexes of the answers whose words stand in a text. */
const named = (text: string, keys: readonly string[]): number[] =>
  keys.flatMap((key, index) =>
    new RegExp(`(?<![\\p{L}\\p{N}])${key.replace(ESCAPE, String.raw`\$&`)}(?![\\p{L}\\p{N}])`, 'u').test(text)
      ? [index]
      : [],
  );

/** Where something is denied, naming an answer may mean its opposite. */
const DENIES =
  /(?<!\p{L})(not|no|never|cannot|nicht|kein\p{L}{0,2}|nao|nunca|pas|jamais)(?!\p{L})|n[’']t(?!\p{L})/u;

/** What is said besides the answer. @param except lines that are the answer itself */
function commentIn(lines: readonly string[], except: (line: string) => boolean): string {
  const kept = lines
    .filter((line) => !IS_TOKEN.test(line) && !except(line))
    .map((line) => (line.startsWith(WHY) ? line.slice(WHY.length).trim() : line));
  return kept
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()
    .slice(0, COMMENT_LENGTH);
}

/** As far as the question itself: a program that marks no quotes has put what it answers below. */
function beforeAsked(lines: readonly string[], words: string): readonly string[] {
  const key = answerKey(words);
  const at = key === '' ? -1 : lines.findIndex((line) => answerKey(line) === key);
  return at < 0 ? lines : lines.slice(0, at);
}

/**
 * The answer in somebody’s own words: the first line, after a greeting, is one of the answers or its number, and no other line is another.
 * Anything else is not guessed at; where it names only one of them, that is proposed.
 * @param own as {@link ownWords} gives it; @param asked the words of the question
 */
export function readReply(own: string, answers: readonly string[], asked = ''): Reply {
  const keys = answers.map(answerKey);
  const lines = beforeAsked(
    own.split('\n').map((line) => line.trim()),
    asked,
  );
  const isSaid = (line: string) => line !== '' && !IS_TOKEN.test(line);
  // An answer may look like a greeting.
  const said = lines.filter(
    (line) => isSaid(line) && (!GREETING.test(line) || plainly(line, keys) !== undefined),
  );
  const plain = said.flatMap((line) => plainly(line, keys) ?? []);
  const first = said[0] === undefined ? undefined : plainly(said[0], keys);
  if (first !== undefined && plain.every((each) => each === first))
    return { answer: first, comment: commentIn(lines, (line) => plainly(line, keys) === first) };
  const all = commentIn(lines, () => false);
  const words = answerKey(all);
  const [only, ...others] = named(words, keys);
  const clear = only !== undefined && others.length === 0 && !DENIES.test(words.replace(keys[only]!, ''));
  return { ...(clear && { proposed: only }), comment: all };
}

/** What stands beside a prepared answer. @param index of the answer that was pressed */
export function commentOn(own: string, answers: readonly string[], index: number): string {
  const keys = answers.map(answerKey);
  return commentIn(
    own.split('\n').map((line) => line.trim()),
    (line) => plainly(line, keys) === index,
  );
}
