'use client';
/** The text, written plain. */
import { Input } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';
import type { BodyHandle, BodyValue } from './BodyHandle';
import styles from './Body.module.css';

interface Props {
  handle: Ref<BodyHandle>;
  text: string;
  autoFocus: boolean;
  cursor: { from: number; to: number } | undefined;
  onChange: (value: BodyValue) => void;
}

export function PlainBody({ handle, text, autoFocus, cursor, onChange }: Props) {
  const area = useRef<TextAreaRef>(null);
  const before = useRef<string | null>(null);
  useEffect(() => {
    const element = area.current?.resizableTextArea?.textArea;
    if (!cursor || !element) return;
    element.focus();
    element.setSelectionRange(cursor.from, cursor.to);
  }, [cursor]);
  useImperativeHandle(handle, () => {
    const element = () => area.current?.resizableTextArea?.textArea;
    return {
      cursor: () => ({ from: element()?.selectionStart ?? 0, to: element()?.selectionEnd ?? 0 }),
      replace: (from, to, words) => {
        before.current = text;
        onChange({ text: text.slice(0, from) + words + text.slice(to), html: null });
        return true;
      },
      undo: () => {
        if (before.current !== null) onChange({ text: before.current, html: null });
      },
    };
  }, [text, onChange]);
  return (
    <Input.TextArea
      dir="auto"
      ref={area}
      aria-label="Text"
      variant="borderless"
      className={styles.plain}
      value={text}
      autoFocus={autoFocus}
      onChange={(event) => onChange({ text: event.target.value, html: null })}
    />
  );
}
