'use client';
/** The text, written plain. */
import { Input } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { useEffect, useImperativeHandle, useRef, useState, type Ref } from 'react';
import type { BodyHandle, BodyValue } from './BodyHandle';
import styles from './Body.module.css';

interface Props {
  handle: Ref<BodyHandle>;
  text: string;
  autoFocus: boolean;
  cursor: { from: number; to: number } | undefined;
  onChange: (value: BodyValue) => void;
}

interface Marked {
  from: number;
  to: number;
}

/** The text in stretches, marked and not. Marks that lie within others count as those. */
function stretches(text: string, marked: readonly Marked[]) {
  const out: { from: number; words: string; found: boolean }[] = [];
  let at = 0;
  for (const { from, to } of [...marked].sort((a, b) => a.from - b.from)) {
    if (from < at || to > text.length) continue;
    out.push({ from: at, words: text.slice(at, from), found: false });
    out.push({ from, words: text.slice(from, to), found: true });
    at = to;
  }
  return [...out, { from: at, words: `${text.slice(at)}\n`, found: false }];
}

export function PlainBody({ handle, text, autoFocus, cursor, onChange }: Props) {
  const area = useRef<TextAreaRef>(null);
  const mirror = useRef<HTMLDivElement>(null);
  const before = useRef<string | null>(null);
  const [marked, setMarked] = useState<readonly Marked[]>([]);
  useEffect(() => {
    const element = area.current?.resizableTextArea?.textArea;
    if (!cursor || !element) return;
    element.focus();
    element.setSelectionRange(cursor.from, cursor.to);
  }, [cursor]);
  useImperativeHandle(handle, () => {
    const element = () => area.current?.resizableTextArea?.textArea;
    const put = (words: string) => {
      const { selectionStart: from = 0, selectionEnd: to = 0 } = element() ?? {};
      before.current = text;
      onChange({ text: text.slice(0, from) + words + text.slice(to), html: null });
      element()?.focus();
    };
    return {
      cursor: () => ({ from: element()?.selectionStart ?? 0, to: element()?.selectionEnd ?? 0 }),
      replace: (from, to, words) => {
        before.current = text;
        onChange({ text: text.slice(0, from) + words + text.slice(to), html: null });
        return true;
      },
      insert: (what) => put(what.text),
      insertWords: put,
      show: (from, to) => {
        element()?.focus();
        element()?.setSelectionRange(from, to);
      },
      mark: setMarked,
      undo: () => {
        if (before.current !== null) onChange({ text: before.current, html: null });
      },
    };
  }, [text, onChange]);
  return (
    <div className={styles.plainFrame}>
      {/* A field has no marks of its own: they are drawn under it, on the same words. */}
      <div aria-hidden className={`${styles.plain} ${styles.mirror}`} dir="auto" ref={mirror}>
        {stretches(text, marked).map(({ from, words, found }) =>
          found ? (
            <span key={from} className={styles.found}>
              {words}
            </span>
          ) : (
            words
          ),
        )}
      </div>
      <Input.TextArea
        dir="auto"
        ref={area}
        aria-label="Text"
        variant="borderless"
        className={styles.plain}
        value={text}
        autoFocus={autoFocus}
        onScroll={({ currentTarget }) => mirror.current?.scrollTo(0, currentTarget.scrollTop)}
        onChange={(event) => onChange({ text: event.target.value, html: null })}
      />
    </div>
  );
}
