/** A message as a text to be used again: what in it is of its reader is proposed as fields. */
import type { RichNode } from '../message/richText';

/** What is known of somebody a message was to or from. */
export interface NamedPerson {
  name: string;
  address: string;
  place?: string | null;
  organisation?: string | null;
  columns: Readonly<Record<string, string>>;
}

export interface Proposal {
  /** As it stands in the message. */
  words: string;
  /** The name of the field that could stand there. */
  field: string;
  /** How often it stands there. */
  count: number;
}

/** Shorter words stand in too many others. */
const SHORTEST = 2;

const literally = (words: string) => words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** As a word of its own: not within another one, nor within a field. */
const alone = (words: string) =>
  new RegExp(
    `(?<![\\p{L}\\p{N}@._-])${literally(words)}(?![\\p{L}\\p{N}@_-])(?![^{}\\n]{0,200}\\}\\})`,
    'gu',
  );

const count = (text: string, words: string) => [...text.matchAll(alone(words))].length;

/**
 * The names, places and the like of one person that stand in a text, the longest first, so that a whole name is one field.
 */
export function proposeFields(text: string, person: NamedPerson): Proposal[] {
  const [first = ''] = person.name.trim().split(/\s+/);
  const known: [words: string, field: string][] = [
    [person.name.trim(), 'name'],
    [first, 'first name'],
    [person.organisation ?? '', 'organisation'],
    [person.place ?? '', 'place'],
    [person.address, 'address'],
    ...Object.entries(person.columns).map(([name, value]): [string, string] => [value, name.toLowerCase()]),
  ];
  const seen = new Set<string>();
  let rest = text;
  return known
    .filter(([words]) => words.length >= SHORTEST && !seen.has(words) && seen.add(words))
    .sort(([a], [b]) => b.length - a.length)
    .flatMap(([words, field]) => {
      const found = count(rest, words);
      if (found === 0) return [];
      rest = rest.replace(alone(words), ' ');
      return [{ words, field, count: found }];
    });
}

/** With the words chosen standing as fields. */
export const withProposals = (text: string, chosen: readonly Proposal[]): string =>
  [...chosen]
    .sort((a, b) => b.words.length - a.words.length)
    .reduce((whole, { words, field }) => whole.replace(alone(words), `{{${field}}}`), text);

/** The same in a document; what links lead to stays. */
export const docWithProposals = (node: RichNode, chosen: readonly Proposal[]): RichNode =>
  node.text !== undefined
    ? { ...node, text: withProposals(node.text, chosen) }
    : {
        ...node,
        ...(node.content && { content: node.content.map((each) => docWithProposals(each, chosen)) }),
      };

/** Without signature, and without what is quoted at its end: those are of each message. */
export function ownBlocks(doc: RichNode): RichNode {
  const content = (doc.content ?? []).filter(({ type }) => type !== 'signature');
  let end = content.length;
  while (end > 0 && content[end - 1]!.type === 'blockquote') end--;
  // The line that says who wrote goes with the quote.
  if (end < content.length && end > 0) end--;
  return { ...doc, content: content.slice(0, end) };
}
