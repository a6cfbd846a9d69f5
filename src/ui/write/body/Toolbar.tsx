'use client';
/** What can be done with the words that are selected. One tab stop; arrows go along it. */
import { Button, Input } from 'antd';
import { addColumnAfter, addRowAfter, deleteColumn, deleteRow, deleteTable } from '@tiptap/pm/tables';
import type { Command } from '@tiptap/pm/state';
import { useEditorState, type Editor } from '@tiptap/react';
import { useRef, useState, type KeyboardEvent } from 'react';
import { hasFieldAsTarget } from '#core/fields/html';
import { leadsSomewhere } from '#core/message/links';
import { PICTURE_TYPES } from '#core/message/attachment';
import styles from './Body.module.css';
import { insertTable } from './tables';

interface Props {
  editor: Editor;
  onPicture: (file: File) => void;
  onPlain: () => void;
}

interface Tool {
  words: string;
  /** What the words look like that it makes. */
  look?: string;
  on?: boolean;
  title: string;
  act: () => void;
}

/** `lamp.example/list` is meant as a web page; what a field leads to is said as it leaves. */
const asTarget = (text: string) =>
  hasFieldAsTarget(text) || /^[a-z][a-z0-9+.-]*:/i.test(text)
    ? text
    : text.includes('@')
      ? `mailto:${text}`
      : `https://${text}`;

export function Toolbar({ editor, onPicture, onPlain }: Props) {
  const [link, setLink] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  const bar = useRef<HTMLDivElement>(null);
  const on = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
      quote: now.isActive('blockquote'),
      heading: now.isActive('heading'),
      table: now.isActive('table'),
      link: now.isActive('link'),
      href: String(now.getAttributes('link').href ?? ''),
    }),
  });
  const chain = () => editor.chain().focus();
  const change = (command: Command) => () => {
    editor.view.focus();
    command(editor.state, editor.view.dispatch);
  };
  const tableTools: Tool[] = [
    { words: 'Row below', title: 'Another row after this one', act: change(addRowAfter) },
    { words: 'Column after', title: 'Another column after this one', act: change(addColumnAfter) },
    { words: 'Row out', title: 'Takes this row out', act: change(deleteRow) },
    { words: 'Column out', title: 'Takes this column out', act: change(deleteColumn) },
    { words: 'Table out', title: 'Takes the table out', act: change(deleteTable) },
  ];
  const tools: Tool[] = [
    {
      words: 'Bold',
      look: styles.bold,
      on: on.bold,
      title: 'Ctrl B',
      act: () => chain().toggleBold().run(),
    },
    {
      words: 'Italic',
      look: styles.italic,
      on: on.italic,
      title: 'Ctrl I',
      act: () => chain().toggleItalic().run(),
    },
    {
      words: 'List',
      on: on.bullets,
      title: 'A list; also by a hyphen and a space',
      act: () => chain().toggleBulletList().run(),
    },
    {
      words: 'Numbers',
      on: on.numbers,
      title: 'A numbered list; also by 1. and a space',
      act: () => chain().toggleOrderedList().run(),
    },
    {
      words: 'Quote',
      on: on.quote,
      title: 'Words of somebody else',
      act: () => chain().toggleBlockquote().run(),
    },
    {
      words: 'Link',
      on: on.link,
      title: 'Where the selected words lead',
      act: () => setLink(link === null ? on.href : null),
    },
    {
      words: 'Picture',
      title: 'A picture in the text; also pasted or dropped',
      act: () => document.getElementById('picture')?.click(),
    },
    {
      words: 'Heading',
      on: on.heading,
      title: 'A line that heads what follows',
      act: () => chain().toggleNode('heading', 'paragraph', { level: 2 }).run(),
    },
    {
      words: 'Table',
      on: on.table,
      title: 'Rows and columns; Tab goes from cell to cell',
      act: () => !on.table && insertTable(editor),
    },
    ...(on.table ? tableTools : []),
    { words: 'Plain text', title: 'Write this message without any of these', act: onPlain },
  ];

  function walk(event: KeyboardEvent) {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const next = (at + step + tools.length) % tools.length;
    setAt(next);
    bar.current?.querySelectorAll('button')[next]?.focus();
  }

  function applyLink() {
    const href = (link ?? '').trim();
    const selected = chain().extendMarkRange('link');
    if (!href) selected.unsetLink().run();
    else {
      const target = asTarget(href);
      const mark = { type: 'link', attrs: { href: target } };
      // Nothing is selected: the target is its own name.
      if (editor.state.selection.empty && !on.link)
        chain()
          .insertContent({ type: 'text', text: href, marks: [mark] })
          .run();
      else selected.setLink({ href: target }).run();
    }
    setLink(null);
  }

  const wrong = link && link.trim() && !hasFieldAsTarget(link) && !leadsSomewhere(asTarget(link.trim()));
  return (
    <div className={styles.tools}>
      <div role="toolbar" aria-label="Formatting" ref={bar} onKeyDown={walk} className={styles.bar}>
        {tools.map(({ words, look, on: pressed, title, act }, index) => (
          <Button
            key={words}
            type={pressed ? 'default' : 'text'}
            size="small"
            className={look}
            title={title}
            aria-pressed={pressed}
            tabIndex={index === at ? 0 : -1}
            onFocus={() => setAt(index)}
            onClick={act}
          >
            {words}
          </Button>
        ))}
      </div>
      <input
        id="picture"
        type="file"
        hidden
        accept={PICTURE_TYPES.join(',')}
        onChange={(event) => {
          for (const each of event.target.files ?? []) onPicture(each);
          event.target.value = '';
        }}
      />
      {link !== null && (
        <div className={styles.link}>
          <label htmlFor="link">Leads to</label>
          <Input
            id="link"
            size="small"
            autoFocus
            value={link}
            placeholder="https://lamp.example/list"
            status={wrong ? 'warning' : undefined}
            onChange={(event) => setLink(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') applyLink();
              if (event.key === 'Escape') {
                setLink(null);
                editor.commands.focus();
              }
            }}
          />
          <Button size="small" onClick={applyLink}>
            {link.trim() || !on.link ? 'Make the link' : 'Take the link out'}
          </Button>
          {wrong && <span role="status">This leads nowhere.</span>}
        </div>
      )}
    </div>
  );
}
