/** Links that lead nowhere, that are spoken of and missing, or that were copied from mail with somebody else. */
import { hasFieldAsTarget } from '../fields/html';
import { leadsElsewhere, leadsSomewhere, linkedPages } from '../message/links';
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { CheckedMessage, MessageContext } from './checkedMessage';

/** What one says of a link that is there. */
const MENTIONS =
  /(?<![\p{L}\p{N}])(?:click here|(?:this|the following|the) link(?: below| here)|here(?:['’]s| is) the link|following link|clique aqui|(?:link abaixo|seguinte link)|hier klicken|klicken sie hier|(?:folgende[nmr]?|unter diesem) link|cliquez ici|(?:lien ci-dessous|lien suivant)|haga clic aquí|(?:enlace siguiente|siguiente enlace|enlace de abajo))(?![\p{L}\p{N}])/iu;

/** A page that is named in the text itself. */
export const URL_IN_TEXT = /\bhttps?:\/\/\S|\bwww\.\S/iu;

export function linkFindings({ text, links }: CheckedMessage, { foreignLinks }: MessageContext): Finding[] {
  const parts = ownParts(text);
  const isOwn = (at: number) => parts.some(({ from, text: words }) => at >= from && at < from + words.length);
  const own = links.filter(({ from }) => isOwn(from));
  const findings = own.flatMap(({ from, to, href }): Finding[] => {
    const words = text.slice(from, to);
    // Where it leads is each reader’s own: that is filled as it leaves, or stops it.
    if (hasFieldAsTarget(href)) return [];
    if (!leadsSomewhere(href)) {
      const where = href ? `leads to “${href}”, which is nowhere` : 'is a link without a target';
      return [inText('link', 'ask', from, words, where)];
    }
    const elsewhere = leadsElsewhere(words, href);
    if (elsewhere)
      return [inText('link', 'ask', from, words, `names another address than ${elsewhere}, where it leads`)];
    return [];
  });
  if (own.length === 0 && !parts.some((part) => URL_IN_TEXT.test(part.text)))
    for (const part of parts) {
      const match = MENTIONS.exec(part.text);
      if (match)
        findings.push(inText('link', 'ask', part.from + match.index, match[0], 'and there is no link'));
    }
  return [...findings, ...foreign(text, own, parts, foreignLinks)];
}

function foreign(
  text: string,
  own: CheckedMessage['links'],
  parts: readonly { from: number; text: string }[],
  foreignLinks: MessageContext['foreignLinks'],
): Finding[] {
  if (foreignLinks.size === 0) return [];
  const marked = own.map(({ from, to, href }) => ({ from, words: text.slice(from, to), href }));
  const bare = parts.flatMap((part) =>
    [...part.text.matchAll(/\bhttps?:\/\/[^\s<>]+/giu)].map((match) => ({
      from: part.from + match.index,
      words: match[0],
      href: match[0],
    })),
  );
  const said = new Set<string>();
  return [...marked, ...bare].flatMap(({ from, words, href }): Finding[] => {
    const [page] = linkedPages(href, null);
    const company = page && foreignLinks.get(page);
    if (!company || said.has(page)) return [];
    said.add(page);
    const who = company.slice(0, 2).join(' and ');
    return [inText('foreign-link', 'ask', from, words, `was in messages with ${who} only until now`)];
  });
}
