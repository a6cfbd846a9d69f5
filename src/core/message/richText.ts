/**
 * Rich text as a tree, and the plain text that says the same: for those who read plain text, and for everything that
 * looks at words. The tree is the JSON of the editor's document.
 */

export interface RichMark {
  type: string;
  attrs?: Record<string, unknown>;
}

export interface RichNode {
  type: string;
  attrs?: Record<string, unknown>;
  content?: RichNode[];
  text?: string;
  marks?: RichMark[];
}

/** A stretch of the plain text that stands in the document as it is. */
export interface Span {
  /** Offset in the plain text. */
  at: number;
  /** Position in the document: every character and every edge of a node counts one. */
  position: number;
  length: number;
}

export interface RichLink {
  /** Offsets in the plain text; `to` is exclusive. */
  from: number;
  to: number;
  href: string;
}

export interface PlainAlternative {
  text: string;
  /** In order. */
  spans: Span[];
  links: RichLink[];
}

/** A piece of a line; `position` where it stands in the document like this. */
interface Piece {
  text: string;
  position?: number;
  href?: string;
}

type Line = Piece[];

/** Nodes that are one position wide and hold nothing. */
const LEAVES = ['hardBreak', 'image'];

const sizeOf = (node: RichNode): number =>
  node.text !== undefined
    ? node.text.length
    : LEAVES.includes(node.type)
      ? 1
      : 2 + (node.content ?? []).reduce((sum, child) => sum + sizeOf(child), 0);

/** Children with the positions they begin at. @param start where the content begins */
function placed(node: RichNode, start: number): { node: RichNode; position: number }[] {
  let position = start;
  return (node.content ?? []).map((child) => {
    const here = position;
    position += sizeOf(child);
    return { node: child, position: here };
  });
}

const words = (value: unknown) => (typeof value === 'string' ? value : '');

const hrefOf = ({ marks }: RichNode): string | undefined => {
  const link = marks?.find(({ type }) => type === 'link');
  return link && words(link.attrs?.href);
};

/** A target that its words say already needs no saying twice. */
const says = (said: string, href: string) =>
  href.replace(/^(mailto:|tel:|https?:\/\/)/i, '').replace(/\/$/, '') ===
  said
    .trim()
    .replace(/^https?:\/\//i, '')
    .replace(/\/$/, '');

function inlineLines(children: readonly { node: RichNode; position: number }[]): Line[] {
  const lines: Line[] = [[]];
  /** The words of the link under way, until it ends. */
  let link: { href: string; words: string } | undefined;
  const close = () => {
    // Targets in angle brackets, RFC 3986 appendix C.
    if (link && link.href && !says(link.words, link.href)) lines.at(-1)!.push({ text: ` <${link.href}>` });
    link = undefined;
  };
  for (const { node, position } of children) {
    const href = hrefOf(node);
    if (link && link.href !== href) close();
    if (node.type === 'hardBreak') {
      close();
      lines.push([]);
    } else if (node.type === 'image') {
      const name = words(node.attrs?.alt).trim();
      lines.at(-1)!.push({ text: name ? `[picture: ${name}]` : '[picture]' });
    } else if (node.text) {
      lines.at(-1)!.push({ text: node.text, position, ...(href !== undefined && { href }) });
      if (href !== undefined) link = { href, words: (link?.words ?? '') + node.text };
    }
  }
  close();
  return lines;
}

const isEmpty = (line: Line) => line.every(({ text }) => !text.trim());
const startsQuoted = (line: Line) => (line.find(({ text }) => text)?.text ?? '').startsWith('>');

/** Quoted, RFC 3676 §4.5: a mark for each depth, and a space before the words. */
const quoted = (lines: Line[]): Line[] =>
  lines.map((line) => [{ text: isEmpty(line) || startsQuoted(line) ? '>' : '> ' }, ...line]);

function itemLines(node: RichNode, position: number, mark: string): Line[] {
  const indent = ' '.repeat(mark.length);
  return blockLines(placed(node, position + 1), true).map((line, index) => [
    { text: index === 0 ? mark : indent },
    ...line,
  ]);
}

/** Letters that stand two wide where all letters stand equally wide (UAX #11). */
const WIDE = /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\p{sc=Hangul}\u3000-\u303f\uff01-\uff60]/gu;

const widthOf = (line: Line): number => {
  const text = line.map((piece) => piece.text).join('');
  return [...text].length + (text.match(WIDE)?.length ?? 0);
};

/** Between two columns. */
const GAP = '  ';

/** A table in columns, each as wide as the widest of its cells; a rule below a row of headings. */
function tableLines(node: RichNode, position: number): Line[] {
  const rows = placed(node, position + 1).map(({ node: row, position: start }) => ({
    heading: row.content?.every(({ type }) => type === 'tableHeader') ?? false,
    cells: placed(row, start + 1).map((cell) => ({
      lines: blockLines(placed(cell.node, cell.position + 1), true),
      across: Number(cell.node.attrs?.colspan ?? 1),
    })),
  }));
  const widths: number[] = [];
  for (const { cells } of rows) {
    let column = 0;
    for (const { lines, across } of cells) {
      if (across === 1) widths[column] = Math.max(widths[column] ?? 0, ...lines.map(widthOf));
      column += across;
    }
  }
  return rows.flatMap(({ heading, cells }, index) => {
    const height = Math.max(1, ...cells.map(({ lines }) => lines.length));
    const drawn = Array.from({ length: height }, (_, row): Line => {
      let [column, used, due] = [0, 0, 0];
      return cells.flatMap(({ lines, across }): Line => {
        const pieces = lines[row] ?? [];
        // One that goes over several columns may be wider than they are.
        const room = used === 0 ? due : Math.max(due - used, GAP.length);
        const before = pieces.length > 0 && room > 0 ? [{ text: ' '.repeat(room) }] : [];
        if (pieces.length > 0) used += room + widthOf(pieces);
        for (const width of Array.from({ length: across }, () => widths[column++] ?? 0))
          due += width + GAP.length;
        return [...before, ...pieces];
      });
    });
    const rule = widths.map((width) => '-'.repeat(Math.max(1, width))).join(GAP);
    return heading && index === 0 && rows.length > 1 ? [...drawn, [{ text: rule }]] : drawn;
  });
}

function linesOf(node: RichNode, position: number): Line[] {
  const inside = position + 1;
  switch (node.type) {
    case 'bulletList':
      return placed(node, inside).flatMap((each) => itemLines(each.node, each.position, '- '));
    case 'orderedList': {
      const first = Number(node.attrs?.start ?? 1);
      return placed(node, inside).flatMap((each, index) =>
        itemLines(each.node, each.position, `${first + index}. `),
      );
    }
    case 'blockquote':
      return quoted(blockLines(placed(node, inside)));
    case 'table':
      return tableLines(node, position);
    case 'signature':
      // The mark of RFC 3676 §4.3, by which readers' programs know it.
      return [[{ text: '-- ' }], ...blockLines(placed(node, inside), true)];
    default:
      return inlineLines(placed(node, inside));
  }
}

/** @param tight blocks follow one another without an empty line between them */
function blockLines(children: readonly { node: RichNode; position: number }[], tight = false): Line[] {
  const lines: Line[] = [];
  for (const { node, position } of children) {
    const own = linesOf(node, position);
    // Empty paragraphs are how people make room; room there is already.
    if (own.every(isEmpty) && node.type !== 'signature') continue;
    if (lines.length > 0 && !tight) lines.push([]);
    lines.push(...own);
  }
  return lines;
}

/** The plain text of a document. */
export function plainAlternative(doc: RichNode): PlainAlternative {
  const spans: Span[] = [];
  const links: RichLink[] = [];
  let text = '';
  for (const [index, line] of blockLines(placed(doc, 0)).entries()) {
    if (index > 0) text += '\n';
    for (const { text: words, position, href } of line) {
      const at = text.length;
      if (position !== undefined) spans.push({ at, position, length: words.length });
      if (href !== undefined) {
        const last = links.at(-1);
        if (last?.to === at && last.href === href) last.to = at + words.length;
        else links.push({ from: at, to: at + words.length, href });
      }
      text += words;
    }
  }
  return { text, spans, links };
}

/**
 * Where a stretch of the plain text stands in the document; undefined where some of it is not there as it is.
 * @param to exclusive
 */
export function rangeAt(
  spans: readonly Span[],
  from: number,
  to: number,
): { from: number; to: number } | undefined {
  const inside = spans.filter(({ at, length }) => at < to && at + length > from);
  const [first] = inside;
  const last = inside.at(-1);
  if (!first || !last || first.at > from || last.at + last.length < to) return undefined;
  // In between there may be what the document does not have, such as the mark of a quoted line.
  const whole = inside.every((each, index) => {
    const next = inside[index + 1];
    return !next || (next.at === each.at + each.length && next.position === each.position + each.length);
  });
  return whole ? { from: first.position + from - first.at, to: last.position + to - last.at } : undefined;
}

const paragraph = (lines: readonly string[]): RichNode => ({
  type: 'paragraph',
  content: lines.flatMap((line, index): RichNode[] => [
    ...(index > 0 ? [{ type: 'hardBreak' }] : []),
    ...(line ? [{ type: 'text', text: line }] : []),
  ]),
});

/** Runs of lines of the same kind. */
function runs(
  lines: readonly string[],
  kindOf: (line: string) => string,
): { kind: string; lines: string[] }[] {
  const result: { kind: string; lines: string[] }[] = [];
  for (const line of lines) {
    const kind = kindOf(line);
    const last = result.at(-1);
    if (last?.kind === kind) last.lines.push(line);
    else result.push({ kind, lines: [line] });
  }
  return result;
}

function blocksOf(lines: readonly string[]): RichNode[] {
  const kindOf = (line: string) => (line.startsWith('>') ? 'quote' : line.trim() ? 'text' : 'empty');
  return runs(lines, kindOf).flatMap(({ kind, lines: own }): RichNode[] => {
    if (kind === 'empty') return [];
    if (kind === 'text') return [paragraph(own)];
    const inner = blocksOf(own.map((line) => line.replace(/^> ?/, '')));
    return [{ type: 'blockquote', content: inner.length > 0 ? inner : [paragraph([])] }];
  });
}

/** The signature of somebody, as a block. */
export const signatureNode = (words: string): RichNode => ({
  type: 'signature',
  content: [paragraph(words.split('\n'))],
});

/** Plain text as a document: empty lines part paragraphs, `>` quotes, `-- ` begins the signature (RFC 3676 §4). */
export function richFromPlain(text: string): RichNode {
  const lines = text.split('\n');
  const mark = lines.indexOf('-- ');
  const content = blocksOf(mark < 0 ? lines : lines.slice(0, mark));
  if (mark >= 0) {
    const after = lines.slice(mark + 1);
    const end = after.findIndex((line) => !line.trim() || line.startsWith('>'));
    content.push(signatureNode((end < 0 ? after : after.slice(0, end)).join('\n')));
    if (end >= 0) content.push(...blocksOf(after.slice(end)));
  }
  return { type: 'doc', content: content.length > 0 ? content : [paragraph([])] };
}
