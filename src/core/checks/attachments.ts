/** Attachments: named and missing, half here, or too large to get through. */
import { LARGE_ATTACHED, sizeWords } from '../message/attachment';
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { CheckedMessage } from './checkedMessage';
import { URL_IN_TEXT } from './links';

/** What one says of something that goes with the message, in five languages. */
const MENTIONS = new RegExp(
  [
    // English
    'attach(?:ed|ing|ments?)(?! (?:is|are|was|were)? ?(?:missing|lost))',
    '(?:I|we)(?: also| hereby)? attach',
    'enclos(?:ed|ing|ures?)',
    // Portuguese
    'em anexo',
    'junto (?:envio|enviamos|segue|remeto)',
    'segue junto',
    'anexos?',
    'anexad[oa]s?',
    'anexei',
    'anexamos',
    // German
    'im anhang',
    'häng(?:e|en)\\s(?:[^.!?\\n]{1,60}\\s)?an',
    'anhang',
    'anbei',
    'angehängt(?:e[nmrs]?)?',
    'anhängend(?:e[nmrs]?)?',
    'beigefügt(?:e[nmrs]?)?',
    'beiliegend(?:e[nmrs]?)?',
    // French
    'ci-(?:joint|inclus)(?:e?s?)',
    'en PJ',
    'pièces? jointes?',
    'en annexe',
    'je joins',
    'nous joignons',
    // Spanish
    'adjunt(?:[oa]s?|amos|é)',
  ].join('|'),
  'giu',
);
/** “Here is the PDF”: what is named so is in the message, or is a link. */
const HERE = new RegExp(
  `(?:${[
    "here(?:['’]s| is| are)(?: (?:the|my|our|your|a|all))?",
    'hier (?:ist|sind)(?: (?:das|die|der|unsere?|meine?))?',
    '(?:voici|voilà)(?: (?:le|la|les|mon|notre))?',
    'aqui (?:está|estão|vai|vão)(?: (?:o|a|os|as))?',
    'aquí (?:está|están|va|van)(?: (?:el|la|los|las))?',
  ].join('|')}) (?:[\\p{L}-]+ ){0,2}?(?:${[
    'pdfs?|files?|scans?|documents?|spreadsheets?|slides|photos?|pictures?|presentation|invoice|contract|agreement',
    'fotos?|dateien?|datei|dokumente?|rechnung|vertrag|folien',
    'fichiers?|photos?|devis|facture|contrat|ficheiros?|fatura|contrato|archivos?|factura',
  ].join('|')})`,
  'giu',
);
const WHOLE = /(?<![\p{L}\p{N}])$/u;

/** A label is attached to a crate, and an attachment may be the other's, or not there on purpose. */
const OTHER_BEFORE =
  /\b(?:thank you|thanks|obrigad[oa]|danke|dank|merci|gracias)\b[^.!?\n]{0,30}$|(?:\b(?:your|their|his|her|its|no|not|without|never|the (?:first|last|earlier|previous)|more|further|seu|sua|vosso|sem|não|ihr(?:e[nmr]?)?|eure?n?|kein(?:e[nmr]?)?|ohne|nicht|votre|vos|sans|pas|su|sus|sin)\s+)$/iu;
const OTHER_AFTER =
  /^[^.!?\n]{0,60}?\b(?:yesterday|earlier|before|already|last (?:week|month|time|year|mail|message)|previously|ontem|gestern|vorhin|hier|ayer|once|as soon as|tomorrow|later|amanhã|morgen|demain|mañana)\b|^\s+(?:(?:firmly|well|securely|still)\s+)?to (?!this (?:mail|message|e-?mail|note|letter)\b|(?:the|my) (?:mail|message|e-?mail)\b)|^\s+(?:(?:that|which)\s+)?(?:you|they|he|she)\s+(?:just\s+|had\s+|have\s+)?(?:sent|attached|forwarded|gave|made|mentioned|shared)\b/iu;

/** The first words of the writer's own that speak of something attached. */
function mention(text: string): { from: number; words: string } | undefined {
  const linked = URL_IN_TEXT.test(text);
  for (const part of ownParts(text)) {
    const here = linked ? [] : [...part.text.matchAll(HERE)];
    for (const match of [...part.text.matchAll(MENTIONS), ...here]) {
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
      ...whole,
      check: 'attachment',
      severity: 'stop',
      words: name,
      why: 'is not wholly here yet',
    }));
  for (const { name, size } of attachments)
    if (size === 0)
      findings.push({
        ...whole,
        check: 'attachment',
        severity: 'ask',
        words: name,
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
      ...whole,
      check: 'large',
      severity: 'note',
      words: sizeWords(size),
      why: `are attached; many mail systems refuse more than ${sizeWords(LARGE_ATTACHED)}`,
    });
  return findings;
}
