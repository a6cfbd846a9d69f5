/** Tables of words and figures; those that only place things on a page are read as what stands in them. */
import { Node, type Editor, type Extensions, type ParentConfig } from '@tiptap/core';
import { TextSelection } from '@tiptap/pm/state';
import { goToNextCell, tableEditing } from '@tiptap/pm/tables';

declare module '@tiptap/core' {
  interface NodeConfig<Options, Storage> {
    tableRole?: 'table' | 'row' | 'cell' | 'header_cell' | ParentConfig<NodeConfig<Options, Storage>>;
  }
}

/** At least two rows of at least two cells, and no table within: mail from elsewhere lays its pages out by tables. */
function holdsData(element: Element): boolean {
  const table = element.closest('table');
  if (!table || /^(presentation|none)$/.test(table.getAttribute('role') ?? '')) return false;
  if (table.querySelector('table') || table.parentElement?.closest('table')) return false;
  const rows = [...table.querySelectorAll('tr')];
  return rows.length > 1 && rows.some((row) => row.children.length > 1);
}

const data = (element: HTMLElement) => holdsData(element) && null;
const span = (name: 'colspan' | 'rowspan') => ({
  default: 1,
  parseHTML: (element: HTMLElement) => Math.min(100, Math.max(1, Number(element.getAttribute(name)) || 1)),
  renderHTML: (attributes: Record<string, unknown>) =>
    attributes[name] === 1 ? {} : { [name]: attributes[name] },
});

// Readers' programs know of no style sheet: a cell says itself what it looks like.
const CELL = 'border:1px solid #b9b1a1;padding:3px 8px;text-align:left;vertical-align:top';

const cell = (name: 'tableCell' | 'tableHeader', tag: 'td' | 'th') =>
  Node.create({
    name,
    content: '(paragraph | heading | bulletList | orderedList | blockquote)+',
    isolating: true,
    tableRole: tag === 'td' ? 'cell' : 'header_cell',
    addAttributes: () => ({
      colspan: span('colspan'),
      rowspan: span('rowspan'),
      colwidth: { default: null, rendered: false },
    }),
    parseHTML: () => [{ tag, getAttrs: data }],
    renderHTML: ({ HTMLAttributes }) => [tag, { ...HTMLAttributes, style: CELL }, 0],
  });

export const tables: Extensions = [
  Node.create({
    name: 'table',
    content: 'tableRow+',
    group: 'block',
    isolating: true,
    tableRole: 'table',
    extendNodeSchema: (extension) => ({ tableRole: extension.config.tableRole as unknown }),
    parseHTML: () => [{ tag: 'table', getAttrs: data }],
    renderHTML: () => ['table', { style: 'border-collapse:collapse' }, ['tbody', 0]],
    addProseMirrorPlugins: () => [tableEditing()],
    // From the last cell Tab goes on to the next field, as everywhere in the text.
    addKeyboardShortcuts() {
      const go = (way: 1 | -1) => () => goToNextCell(way)(this.editor.state, this.editor.view.dispatch);
      return { Tab: go(1), 'Shift-Tab': go(-1) };
    },
  }),
  Node.create({
    name: 'tableRow',
    content: '(tableCell | tableHeader)+',
    tableRole: 'row',
    parseHTML: () => [{ tag: 'tr', getAttrs: data }],
    renderHTML: () => ['tr', 0],
  }),
  cell('tableCell', 'td'),
  cell('tableHeader', 'th'),
];

/** Puts an empty table where the cursor is, its first row of headings, and the cursor into its first cell. */
export function insertTable(editor: Editor, rows = 3, columns = 3): void {
  const row = (type: string) => ({
    type: 'tableRow',
    content: Array.from({ length: columns }, () => ({ type, content: [{ type: 'paragraph' }] })),
  });
  const content = Array.from({ length: rows }, (_, index) => row(index === 0 ? 'tableHeader' : 'tableCell'));
  const before = editor.state.selection.$from.before(1);
  editor.chain().focus().insertContent({ type: 'table', content }).run();
  const { doc, tr } = editor.state;
  let at: number | undefined;
  doc.descendants((node, position) => {
    if (node.type.name === 'table' && position >= before) at ??= position;
    return at === undefined;
  });
  if (at !== undefined) editor.view.dispatch(tr.setSelection(TextSelection.near(doc.resolve(at + 1))));
}
