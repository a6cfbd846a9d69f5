/** Attachments: named and missing, half here, or too large to get through. */
import { LARGE_ATTACHED, sizeWords } from '../message/attachment';
import { inText, ownParts, type Finding } from './finding';
import type { CheckedMessage } from './checkedMessage';

/** What one says of something that goes with the message, in five languages. */
const MENTIONS = new RegExp(
  [
    // English
    'attach(?:ed|ing|ments?)?(?! (?:is|are|was|were)? ?(?:missing|lost))',
    'enclos(?:ed|ing|ures?)',
    // Portuguese
    'em anexo',
    'anexos?',
    'anexad[oa]s?',
    'anexei',
    'anexamos',
    // German
    'im anhang',
    'anhang',
    'anbei',
    'angehängt(?:e[nmrs]?)?',
    'anhängend(?:e[nmrs]?)?',
    'beigefügt(?:e[nmrs]?)?',
    'beiliegend(?:e[nmrs]?)?',
    // French
    'ci-joint(?:e?s?)',
    'pièces? jointes?',
    'en annexe',
    'je joins',
    'nous joignons',
    // Spanish
    'adjunt(?:[oa]s?|amos|é)',
  ].join('|'),
  'giu',
);
const WHOLE = /(?<![\p{L}\p{N}])$/u;

/** A label is attached to a crate, and an attachment may be the other's, or not there on purpose. */
const OTHER_BEFORE =
  /(?:\b(?:your|their|his|her|its|no|not|without|never|the (?:first|last|earlier|previous)|more|further|seu|sua|vosso|sem|não|ihr(?:e[nmr]?)?|eure?n?|kein(?:e[nmr]?)?|ohne|nicht|votre|vos|sans|pas|su|sus|sin)\s+)$/iu;
const OTHER_AFTER =
  /^\s+(?:(?:firmly|well|securely|still)\s+)?to (?!this (?:mail|message|e-?mail|note|letter)\b|(?:the|my) (?:mail|message|e-?mail)\b)|^\s+(?:(?:that|which)\s+)?(?:you|they|he|she)\s+(?:just\s+|had\s+|have\s+)?(?:sent|attached|forwarded|gave|made|mentioned|shared)\b/iu;

/** The first words of the writer's own that speak of something attached. */
function mention(text: string): { from: number; words: string } | undefined {
  for (const part of ownParts(text)) {
    for (const match of part.text.matchAll(MENTIONS)) {
      const end = match.index + match[0].length;
      const [before, after] = [part.text.slice(0, match.index), part.text.slice(end)];
      if (!WHOLE.test(before) || /^[\p{L}\p{N}]/u.test(after)) continue;
      if (OTHER_BEFORE.test(before) || OTHER_AFTER.test(after)) continue;
      return { from: part.from + match.index, words: match[0] };
    }
  }
  return undefined;
}

export function attachmentFindings({ text, attachments }: CheckedMessage): Finding[] {
  const whole = { from: 0, to: 0, fixes: [], field: 'attachments' as const };
  const findings: Finding[] = attachments
    .filter(({ received, size }) => received < size)
    .map(({ name }) => ({
      ...{ ...whole, check: 'attachment', severity: 'stop', words: name },
      why: 'is not wholly here yet',
    }));
  for (const { name, size } of attachments)
    if (size === 0)
      findings.push({
        ...{ ...whole, check: 'attachment', severity: 'ask', words: name },
        why: 'is empty: it has not a single byte',
      });
  const said = attachments.length === 0 ? mention(text) : undefined;
  if (said)
    findings.push({
      ...inText('attachment', 'ask', said.from, said.words, 'and nothing is'),
      moves: [{ words: 'Attach a file', attach: true }],
    });
  const size = attachments.reduce((sum, each) => sum + each.size, 0);
  if (size >= LARGE_ATTACHED)
    findings.push({
      ...{ ...whole, check: 'large', severity: 'note', words: sizeWords(size) },
      why: `are attached; many mail systems refuse more than ${sizeWords(LARGE_ATTACHED)}`,
    });
  return findings;
}
