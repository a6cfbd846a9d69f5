/** Putting somebody's signature in the place of another's. */
import { signatureNode, type RichNode } from './richText';

/** @param words empty: none is left */
export function withSignature(doc: RichNode, words: string): RichNode {
  const content = doc.content ?? [];
  const own = words.trim() ? [signatureNode(words.trim())] : [];
  const at = content.findIndex(({ type }) => type === 'signature');
  if (at >= 0) return { ...doc, content: [...content.slice(0, at), ...own, ...content.slice(at + 1)] };
  // Before what is quoted: the line that says who wrote goes with it.
  const quote = content.findIndex(({ type }) => type === 'blockquote');
  const end = quote < 0 ? content.length : Math.max(0, quote - 1);
  return { ...doc, content: [...content.slice(0, end), ...own, ...content.slice(end)] };
}

/** The same in plain text, where the line `-- ` begins a signature (RFC 3676 §4.3). */
export function withPlainSignature(text: string, words: string): string {
  const lines = text.split('\n');
  const own = words.trim() ? ['-- ', ...words.trim().split('\n')] : [];
  const at = lines.indexOf('-- ');
  if (at >= 0) {
    const after = lines.slice(at + 1);
    const end = after.findIndex((line) => !line.trim() || line.startsWith('>'));
    return [...lines.slice(0, at), ...own, ...(end < 0 ? [] : after.slice(end))].join('\n');
  }
  if (own.length === 0) return text;
  const quote = lines.findIndex((line) => line.startsWith('>'));
  if (quote < 0) return [...lines, ...(text.endsWith('\n\n') || !text ? [] : ['']), ...own].join('\n');
  const before = quote > 0 ? quote - 1 : 0;
  return [...lines.slice(0, before), ...own, '', ...lines.slice(before)].join('\n');
}
