/** Fields of a template that nobody filled. */
import { inText, ownParts, type Finding } from './finding';
import type { CheckedMessage } from './checkedMessage';

/** `{{name}}`: the mark of a template, which is never meant. */
const FIELD = /\{\{[^{}\n]{0,80}\}\}/g;
/** `[name]`, `<company>`, `XX`, `TBD`: what people put where something is still to come. */
const NAMED =
  /\[(?:(?:your|first|last|full|recipient'?s?|insert|their)\s+)*(?:name|date|time|company|title|address|amount|number|city|link|nome|data|nom|datum|fecha|nombre|betrag|text)\]|<(?:(?:your|first|last|insert)\s+)*(?:name|date|company|title|amount|nome|nom)>/gi;
const BLANK = /(?<![\p{L}\p{N}])(?:X{2,}|_{3,}|\?{3,}|TBD|TBC|lorem ipsum)(?![\p{L}\p{N}])/gu;
/** Twenty in Roman figures stands before such words or after such names. */
const ROMAN = /^\s*(?:century|siècle|século|siglo|jahrhundert)/i;

export function placeholders({ subject, text }: Pick<CheckedMessage, 'subject' | 'text'>): Finding[] {
  const inSubject = [...subject.matchAll(FIELD), ...subject.matchAll(NAMED)].map((match): Finding => ({
    ...{ check: 'placeholder', severity: match[0].startsWith('{{') ? 'stop' : 'ask', field: 'subject' },
    ...{ from: match.index, to: match.index + match[0].length, words: match[0] },
    ...{ why: 'in the subject is not filled', fixes: [] },
  }));
  const inBody = ownParts(text).flatMap((part) => {
    const at = (match: RegExpExecArray) => part.from + match.index;
    const why = 'is not filled';
    return [
      ...[...part.text.matchAll(FIELD)].map((match) =>
        inText('placeholder', 'stop', at(match), match[0], why),
      ),
      ...[...part.text.matchAll(NAMED), ...part.text.matchAll(BLANK)]
        .filter(
          (match) =>
            !(match[0].startsWith('XX') && ROMAN.test(part.text.slice(match.index + match[0].length))),
        )
        .map((match) => inText('placeholder', 'ask', at(match), match[0], why)),
    ];
  });
  return [...inSubject, ...inBody];
}
