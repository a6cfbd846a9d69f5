'use client';
/** The words of a message that is read, not written. */
import { Button } from 'antd';
import { useState } from 'react';
import type { MessageJson } from '../../api/types';
import styles from './MessageBody.module.css';

const [LINE, MARGIN, PICTURE, MOST] = [27, 60, 220, 560];
/** Characters of a line, about. */
const WIDE = 90;

/** Room for the message, in pixels: nobody outside can measure what is in the frame. */
function heightOf({ text, attachments }: MessageJson): number {
  const lines = text.split('\n').reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / WIDE)), 0);
  const pictures = attachments.filter(({ contentId }) => contentId !== null).length;
  return Math.min(MOST, MARGIN + lines * LINE + pictures * PICTURE);
}

/** The message as its writer laid it out, in a frame where nothing runs; or its plain text. */
export function MessageBody({ message }: { message: MessageJson }) {
  const [plain, setPlain] = useState(!message.html);
  return (
    <>
      {message.html && (
        <p className={styles.layout}>
          <Button size="small" type="text" onClick={() => setPlain(!plain)}>
            {plain ? 'Show as laid out' : 'Show as plain text'}
          </Button>
          {!plain && <span className="quiet">Pictures from elsewhere are not fetched.</span>}
        </p>
      )}
      {plain ? (
        <div className={`pane ${styles.body}`}>{message.text || 'This message has no text.'}</div>
      ) : (
        <iframe
          title="The message as laid out"
          className={`pane ${styles.frame}`}
          style={{ height: heightOf(message) }}
          sandbox="allow-popups allow-popups-to-escape-sandbox"
          referrerPolicy="no-referrer"
          src={`/api/v1/messages/${message.id}/html`}
        />
      )}
    </>
  );
}
