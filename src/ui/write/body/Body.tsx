'use client';
/** The text of the message, rich or plain, and the way from one to the other. */
import { Button } from 'antd';
import type { Ref } from 'react';
import { richFromPlain } from '#core/message/richText';
import { useNotices } from '../../shell/Notices';
import type { BodyHandle, BodyValue, OnLinks } from './BodyHandle';
import { htmlOf } from './extensions';
import type { PictureSource } from './pictureView';
import { PlainBody } from './PlainBody';
import { RichBody } from './RichBody';
import styles from './Body.module.css';

interface Props {
  handle: Ref<BodyHandle>;
  value: BodyValue;
  onChange: (value: BodyValue) => void;
  onLinks: OnLinks;
  autoFocus: boolean;
  /** Where the cursor is to be on opening, in terms of the handle. */
  cursor: { from: number; to: number } | undefined;
  pictures: PictureSource;
  onPicture: (file: File) => Promise<string | undefined>;
}

export function Body({ handle, value, onChange, onLinks, autoFocus, cursor, pictures, onPicture }: Props) {
  const { show } = useNotices();
  const { text, html } = value;
  if (html === null)
    return (
      <>
        <div className={styles.tools}>
          <span className="quiet">Plain text</span>
          <Button
            size="small"
            type="text"
            onClick={() => onChange({ text, html: htmlOf(richFromPlain(text)) })}
          >
            Write with emphasis, lists and pictures
          </Button>
        </div>
        <PlainBody handle={handle} text={text} autoFocus={autoFocus} cursor={cursor} onChange={onChange} />
      </>
    );

  function toPlain() {
    onChange({ text, html: null });
    onLinks([]);
    show({
      words: 'It is plain text now.',
      undo: () => onChange({ text, html }),
      brief: true,
    });
  }
  return (
    <RichBody
      handle={handle}
      html={html}
      autoFocus={autoFocus}
      cursor={cursor}
      onChange={onChange}
      onLinks={onLinks}
      pictures={pictures}
      onPicture={onPicture}
      onPlain={toPlain}
    />
  );
}
