/** Fields of a template that nobody filled. */
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { CheckedMessage } from './checkedMessage';

/** `{{name}}`: the mark of a template, which is never meant. */
const FIELD = /\{\{[^{}\n]{0,200}\}\}/g;
/** What people put where something is still to come, between brackets of some kind. */
const MEANT =
  "(?:(?:your|first|last|full|recipient'?s?|insert|their|company|client)\\s+)*(?:name|date|day|month|year|time|company|title|address|amount|sum|price|fee|number|reference|ref|city|place|venue|link|phone|role|text|nome|data|valor|número|morada|empresa|nom|montant|numéro|société|datum|betrag|anrede|vorname|nachname|firma|ort|nummer|fecha|nombre|importe|numero)";
/** `[name]`, `<company>`, `{first name}`, `<<numero>>`, `[●]`. */
const NAMED = new RegExp(
  `\\[(?:${MEANT}|[●•…]|\\.{3})\\]|<<[^<>\\n]{1,40}>>|(?<!<)<${MEANT}>(?!>)|(?<![{$])\\{${MEANT}\\}(?!\\})`,
  'gi',
);
/** `%REF%`, `${number}`: what a program should have filled. */
const CODED = /%[A-Z][A-Z0-9_]{1,30}%|\$\{[^{}\n]{1,40}\}/g;
const BLANK = /(?<![\p{L}\p{N}])(?:X{2,}|_{3,}|\?{3,}|TBD|TBC|lorem ipsum)(?![\p{L}\p{N}])/gu;
/** Twenty in Roman figures stands before such words or after such names. */
const ROMAN = /^\s*(?:century|siècle|século|siglo|jahrhundert)/i;

/** False where there is surely none of those that stop a message: asked at every release. */
export const mayHoldField = ({ subject, text }: Pick<CheckedMessage, 'subject' | 'text'>): boolean =>
  subject.includes('{{') || text.includes('{{');

export function placeholders({ subject, text }: Pick<CheckedMessage, 'subject' | 'text'>): Finding[] {
  const inSubject = [...subject.matchAll(FIELD), ...subject.matchAll(NAMED), ...subject.matchAll(CODED)].map(
    (match): Finding => ({
      check: 'placeholder',
      severity: match[0].startsWith('{{') ? 'stop' : 'ask',
      field: 'subject',
      from: match.index,
      to: match.index + match[0].length,
      words: match[0],
      why: 'in the subject is not filled',
      fixes: [],
    }),
  );
  const inBody = ownParts(text).flatMap((part) => {
    const at = (match: RegExpExecArray) => part.from + match.index;
    const why = 'is not filled';
    return [
      ...[...part.text.matchAll(FIELD)].map((match) =>
        inText('placeholder', 'stop', at(match), match[0], why),
      ),
      ...[NAMED, CODED, BLANK]
        .flatMap((pattern) => [...part.text.matchAll(pattern)])
        .filter(
          (match) =>
            !(match[0].startsWith('XX') && ROMAN.test(part.text.slice(match.index + match[0].length))),
        )
        .map((match) => inText('placeholder', 'ask', at(match), match[0], why)),
    ];
  });
  return [...inSubject, ...inBody];
}
