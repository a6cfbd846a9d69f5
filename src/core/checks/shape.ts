/** Whether a message is whole: a subject, a text, an end, and a voice that is not raised. */
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { CheckedMessage } from './checkedMessage';

/** Words no sentence ends with, in the languages the product knows. */
const OPEN =
  /(?:^|[\s(])(?:and|or|but|the|a|an|of|to|for|with|from|in|at|by|because|that|which|if|when|is|are|was|will|we|i|my|your|our|e|ou|mas|de|do|da|para|com|por|que|und|oder|aber|der|die|das|mit|von|für|weil|dass|et|ou|mais|le|la|les|des|pour|avec|parce|que|y|o|pero|el|los|las|con|porque)\s*[,–-]?$/iu;
/** Fewer letters than this may be an acronym. */
const SHOUT = 20;

/** What follows the last sentence of a letter: a greeting, a name. */
const CLOSING =
  /^(?:(?:kind|best|warm|many)\s+)?(?:regards|wishes|thanks|greetings)|^(?:cheers|yours|sincerely|cordially|obrigad[oa]|abraço|atenciosamente|cumprimentos|com os melhores|viele|herzliche|mit freundlichen|beste|grüße|cordialement|bien à|amitiés|saludos|un saludo|atentamente)\b/iu;

/** Where the text ends before it takes its leave: a greeting and the names after it are not the end of a sentence. */
function endOf(parts: readonly { text: string }[]): number {
  const closing = parts.findLastIndex(({ text }) => CLOSING.test(text.trim()));
  return closing > 0 ? closing - 1 : parts.length - 1;
}

export function shapeFindings({ subject, text, visible, bcc }: CheckedMessage): Finding[] {
  const findings: Finding[] = [];
  const whole = { from: 0, to: 0, words: '', fixes: [] };
  const parts = ownParts(text);
  if (!subject.trim() && visible.length + bcc.length > 0)
    findings.push({
      ...whole,
      check: 'subject',
      severity: 'ask',
      field: 'subject',
      why: 'The subject is empty',
    });
  if (parts.length === 0 && subject.trim())
    findings.push({
      ...whole,
      check: 'body',
      severity: 'ask',
      field: 'text',
      why: 'There is no text of yours',
    });
  const letters = parts
    .map((part) => part.text)
    .join('')
    .replace(/[^\p{L}]/gu, '');
  if (letters.length >= SHOUT && letters === letters.toUpperCase() && letters !== letters.toLowerCase()) {
    const first = parts[0]!;
    findings.push(inText('capitals', 'note', first.from, first.text, 'and all the rest is in capitals'));
  }
  const end = parts[endOf(parts)];
  const last = end?.text.trimEnd();
  if (end && last && OPEN.test(last)) {
    // Four words, with what stands between them.
    const words = last.split(/(\s+)/).slice(-7).join('');
    findings.push(
      inText('unfinished', 'ask', end.from + last.length - words.length, words, 'is where the text ends'),
    );
  }
  return findings;
}
