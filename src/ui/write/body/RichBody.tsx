'use client';
/** The text, written with emphasis, lists, quotes, links and pictures. */
import { TextSelection } from '@tiptap/pm/state';
import type { EditorProps } from '@tiptap/pm/view';
import { EditorContent, useEditor, type Editor } from '@tiptap/react';
import {
  useEffect,
  useImperativeHandle,
  useRef,
  useState,
  type ClipboardEvent,
  type DragEvent,
  type Ref,
} from 'react';
import { plainAlternative, rangeAt, richFromPlain, type RichNode } from '#core/message/richText';
import { PICTURE_TYPES } from '#core/message/attachment';
import { useNotices } from '../../shell/Notices';
import type { BodyHandle, BodyValue, OnLinks } from './BodyHandle';
import { docOf, editorHtml, extensions } from './extensions';
import { findingMarks, markFindings } from './findingMarks';
import { pictureView, type PictureSource } from './pictureView';
import { readPasted } from './pasted';
import { Toolbar } from './Toolbar';
import styles from './Body.module.css';

interface Props {
  handle: Ref<BodyHandle>;
  html: string;
  autoFocus: boolean;
  cursor: { from: number; to: number } | undefined;
  onChange: (value: BodyValue) => void;
  onLinks: OnLinks;
  /** The pictures that are attached, by their Content-ID. */
  pictures: PictureSource;
  /** Takes a picture that is to stand in the text; resolves to its Content-ID. */
  onPicture: (file: File) => Promise<string | undefined>;
  onPlain: () => void;
}

const plainOf = (editor: Editor) => plainAlternative(editor.getJSON() as RichNode);

const picturesIn = (files: FileList | undefined) =>
  [...(files ?? [])].filter(({ type }) => PICTURE_TYPES.includes(type));

const editorProps: EditorProps = {
  attributes: {
    role: 'textbox',
    'aria-multiline': 'true',
    'aria-label': 'Text',
    dir: 'auto',
    class: styles.rich!,
  },
};

/** Where the writer's own words end; undefined where nothing follows them. */
function endOfOwn({ state }: Editor): number | undefined {
  let end: number | undefined;
  state.doc.forEach((node, offset) => {
    if (node.type.name === 'signature' && offset > 0) end ??= offset - 1;
  });
  return end;
}

export function RichBody({
  handle,
  html,
  autoFocus,
  cursor,
  onChange,
  onLinks,
  pictures,
  onPicture,
  onPlain,
}: Props) {
  const { show } = useNotices();
  /** As this editor gave it last; anything else came from outside. */
  const given = useRef(html);
  // Made once: the editor looks at everything it is given anew.
  const [all] = useState(() => [
    ...extensions.filter(({ name }) => name !== 'image'),
    ...[pictureView(pictures), findingMarks(styles.found!)],
  ]);
  const editor = useEditor({
    extensions: all,
    editorProps,
    content: html,
    injectCSS: false,
    // A # that is typed is a #: headings are made by their button, and come with what is pasted.
    enableInputRules: ['bold', 'italic', 'bulletList', 'orderedList', 'blockquote', 'link'],
    immediatelyRender: false,
    autofocus: autoFocus ? 'start' : false,
    onUpdate: ({ editor: changed }) => {
      const { text, links } = plainOf(changed);
      given.current = editorHtml(changed);
      onChange({ text, html: given.current });
      onLinks(links);
    },
    onCreate({ editor: made }) {
      onLinks(plainOf(made).links);
    },
  });

  async function takePicture(file: File, at?: number) {
    const contentId = await onPicture(file);
    if (!contentId || !editor) return;
    const picture = { type: 'image', attrs: { contentId, alt: file.name } };
    editor
      .chain()
      .insertContentAt(at ?? editor.state.selection.to, picture)
      .focus()
      .run();
  }

  /** Takes the pictures among files, before the editor or the page looks at them. */
  function takePictures(event: ClipboardEvent | DragEvent, files: FileList, at?: number) {
    const found = picturesIn(files);
    if (found.length === 0) return;
    event.preventDefault();
    event.stopPropagation();
    for (const file of found) void takePicture(file, at);
  }

  /** Beside what the editor takes in itself. */
  async function takePasted(pasted: string) {
    const { pictures: found, lost } = await readPasted(pasted, PICTURE_TYPES);
    for (const file of found) await takePicture(file);
    if (lost) show({ words: lost });
  }

  useEffect(() => {
    if (!editor || html === given.current) return;
    given.current = html;
    editor.commands.setContent(html, { emitUpdate: false });
    onLinks(plainOf(editor).links);
  }, [editor, html, onLinks]);

  useEffect(() => {
    if (!editor || !cursor) return;
    const end = editor.state.doc.content.size;
    const place = TextSelection.create(
      editor.state.doc,
      Math.min(cursor.from, end),
      Math.min(cursor.to, end),
    );
    editor.view.dispatch(editor.state.tr.setSelection(place));
    editor.view.focus();
  }, [editor, cursor]);

  useImperativeHandle(
    handle,
    () => ({
      cursor: () => ({ from: editor?.state.selection.from ?? 0, to: editor?.state.selection.to ?? 0 }),
      replace: (from, to, words) => {
        const range = editor && rangeAt(plainOf(editor).spans, from, to);
        if (!range) return false;
        // The words keep the emphasis of those they replace.
        editor.view.dispatch(editor.state.tr.insertText(words, range.from, range.to));
        return true;
      },
      insert: (what) => {
        const doc = what.html === null ? richFromPlain(what.text) : docOf(what.html);
        editor
          ?.chain()
          .focus()
          .insertContent(doc.content ?? [])
          .run();
      },
      insertWords: (words) => editor?.chain().focus().insertContent({ type: 'text', text: words }).run(),
      undo: () => editor?.commands.undo(),
      show: (from, to) => {
        const range = editor && rangeAt(plainOf(editor).spans, from, to);
        if (range) editor.chain().focus().setTextSelection(range).scrollIntoView().run();
        else editor?.commands.focus();
      },
      mark: (ranges) => {
        if (!editor) return;
        const { spans } = plainOf(editor);
        markFindings(
          editor,
          ranges.flatMap(({ from, to }) => rangeAt(spans, from, to) ?? []),
        );
      },
    }),
    [editor],
  );

  return (
    <>
      {editor && <Toolbar editor={editor} onPicture={(file) => void takePicture(file)} onPlain={onPlain} />}
      <div
        className={styles.frame}
        onMouseDown={(event) => {
          // Below the last line: what is written goes before the signature, not into it.
          if (!editor || event.target !== editor.view.dom) return;
          const place = endOfOwn(editor);
          if (place === undefined) return;
          event.preventDefault();
          editor.chain().focus().setTextSelection(place).run();
        }}
        onPasteCapture={(event) => {
          // Office programs put a picture of the words beside the words.
          const pasted = event.clipboardData.getData('text/html');
          if (pasted) {
            void takePasted(pasted);
            return;
          }
          takePictures(event, event.clipboardData.files);
        }}
        onDropCapture={(event) => {
          const place = editor?.view.posAtCoords({ left: event.clientX, top: event.clientY });
          takePictures(event, event.dataTransfer.files, place?.pos);
        }}
      >
        <EditorContent editor={editor} className={styles.frame} />
      </div>
    </>
  );
}
