/**
 * Patterns of words. Words stand for themselves, `{slots}` for what has a value, `(a|b)` for either, and `?` after any
 * of them says that it may be missing: `in? {n} {days} (from now|later)?`.
 */
import { plain } from './tokens';

type Node =
  | { kind: 'word'; word: string }
  | { kind: 'slot'; slot: string }
  | { kind: 'run'; nodes: Node[] }
  | { kind: 'either'; nodes: Node[]; optional: boolean };

/** @throws Error for a pattern with brackets that do not close */
export function parsePattern(text: string): Node {
  const pieces = text.match(/[()|?]|[^\s()|?]+/g) ?? [];
  let at = 0;
  const either = (): Node[] => {
    const all: Node[] = [run()];
    while (pieces[at] === '|') {
      at++;
      all.push(run());
    }
    return all;
  };
  const optional = (node: Node): Node => {
    if (pieces[at] !== '?') return node;
    at++;
    return { kind: 'either', nodes: [node], optional: true };
  };
  const run = (): Node => {
    const nodes: Node[] = [];
    for (; at < pieces.length && pieces[at] !== '|' && pieces[at] !== ')';) {
      const piece = pieces[at++]!;
      if (piece !== '(') {
        const slot = /^\{(.+)\}$/.exec(piece)?.[1];
        nodes.push(optional(slot ? { kind: 'slot', slot } : { kind: 'word', word: plain(piece) }));
        continue;
      }
      const inside = either();
      if (pieces[at++] !== ')') throw new Error(`A bracket is left open in “${text}”.`);
      nodes.push(optional({ kind: 'either', nodes: inside, optional: false }));
    }
    return { kind: 'run', nodes };
  };
  const [only, ...others] = either();
  if (at < pieces.length) throw new Error(`A bracket closes that was not opened in “${text}”.`);
  return others.length ? { kind: 'either', nodes: [only!, ...others], optional: false } : only!;
}

/** The words a pattern can begin with; undefined where it begins with a slot, and so with any. */
export function beginnings(node: Node): ReadonlySet<string> | undefined {
  const words = new Set<string>();
  return begins(node, words) === 'open' ? undefined : words;
}

/** Gathers them. `open`: any word will do; `empty`: it may take no word at all; `closed`: one of those gathered. */
function begins(node: Node, words: Set<string>): 'open' | 'empty' | 'closed' {
  switch (node.kind) {
    case 'word':
      words.add(node.word);
      return 'closed';
    case 'slot':
      return 'open';
    case 'either': {
      const each = node.nodes.map((one) => begins(one, words));
      if (each.includes('open')) return 'open';
      return node.optional || each.includes('empty') ? 'empty' : 'closed';
    }
    case 'run': {
      for (const one of node.nodes) {
        const way = begins(one, words);
        if (way !== 'empty') return way;
      }
      return 'empty';
    }
  }
}

/** What slots have been found to hold, by their names. */
export type Slots<Value> = Readonly<Record<string, Value>>;

export interface Found<Value> {
  /** Where the words after it begin. */
  end: number;
  slots: Slots<Value>;
}

/** Reads one slot from a position on; gives every way it sees. */
export type ReadSlot<Value> = (
  slot: string,
  words: readonly string[],
  at: number,
) => { value: Value; length: number }[];

/** Every way a pattern fits the words from a position on. */
export function fits<Value>(
  node: Node,
  words: readonly string[],
  at: number,
  read: ReadSlot<Value>,
  slots: Slots<Value> = {},
): Found<Value>[] {
  switch (node.kind) {
    case 'word':
      return words[at] === node.word ? [{ end: at + 1, slots }] : [];
    case 'slot':
      return read(node.slot, words, at).map(({ value, length }) => ({
        end: at + length,
        slots: { ...slots, [node.slot]: value },
      }));
    case 'either': {
      const found = node.nodes.flatMap((each) => fits(each, words, at, read, slots));
      return node.optional ? [...found, { end: at, slots }] : found;
    }
    case 'run':
      return node.nodes.reduce<Found<Value>[]>(
        (ways, each) => ways.flatMap((way) => fits(each, words, way.end, read, way.slots)),
        [{ end: at, slots }],
      );
  }
}

export type Pattern = Node;
