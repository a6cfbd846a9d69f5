/** What rich text can hold: words, headings, emphasis, lists, tables, quotes, links, pictures and a signature. */
import {
  generateHTML,
  generateJSON,
  mergeAttributes,
  Node,
  type Editor,
  type Extensions,
} from '@tiptap/core';
import { HardBreak } from '@tiptap/extension-hard-break';
import Image from '@tiptap/extension-image';
import { ListItem } from '@tiptap/extension-list';
import StarterKit from '@tiptap/starter-kit';
import type { RichNode } from '#core/message/richText';
import { tables } from './tables';

/** A picture that travels with the message (RFC 2392): in the HTML it stands by its Content-ID. */
export const Picture = Image.extend({
  inline: true,
  group: 'inline',
  addAttributes() {
    return {
      contentId: {
        default: null,
        parseHTML: (element) => /^cid:(.+)$/i.exec(element.getAttribute('src') ?? '')?.[1] ?? null,
        // Not as `src` yet: HTML is made of elements of this page, and the browser would go and look for it.
        renderHTML: ({ contentId }) => ({ 'data-cid': contentId as string }),
      },
      alt: { default: '' },
    };
  },
  // Pictures from elsewhere would be fetched when the message is read, and tell that it was.
  parseHTML: () => [{ tag: 'img[src^="cid:"]' }],
  renderHTML: ({ HTMLAttributes }) => ['img', HTMLAttributes],
});

/** Who writes: a block of its own, so that another identity can put its own in its place. */
export const Signature = Node.create({
  name: 'signature',
  group: 'block',
  content: 'paragraph+',
  defining: true,
  parseHTML: () => [{ tag: 'div[data-part="signature"]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'div',
    mergeAttributes(HTMLAttributes, { 'data-part': 'signature' }),
    0,
  ],
});

export const extensions: Extensions = [
  StarterKit.configure({
    // None of these survives the way to every reader, or is wanted in a letter.
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    underline: false,
    heading: { levels: [1, 2, 3] },
    hardBreak: false,
    listItem: false,
    trailingNode: false,
    link: {
      openOnClick: false,
      defaultProtocol: 'https',
      protocols: ['mailto', 'tel'],
      HTMLAttributes: { rel: null, target: null },
    },
  }),
  // Ctrl Enter is the button; Tab goes on to the next field.
  HardBreak.extend({
    addKeyboardShortcuts() {
      return { 'Shift-Enter': () => this.editor.commands.setHardBreak() };
    },
  }),
  ListItem.extend({
    addKeyboardShortcuts() {
      return { Enter: () => this.editor.commands.splitListItem(this.name) };
    },
  }),
  ...tables,
  Picture,
  Signature,
];

const withSources = (html: string) => html.replace(/(<img [^>]*?)data-cid="([^"]*)"/g, '$1src="cid:$2"');

/** A document as HTML. */
export const htmlOf = (doc: RichNode): string => withSources(generateHTML(doc, extensions));

/** What is being written, as HTML. */
export const editorHtml = (editor: Editor): string => withSources(editor.getHTML());

/** HTML as a document: what it cannot hold is left out, and nothing in it runs or is fetched. */
export const docOf = (html: string): RichNode => generateJSON(html, extensions) as RichNode;
