'use client';
/** The words of a message that is read, not written. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import type { MessageJson, SettingsJson } from '#api/types';
import { addressKey } from '#core/message/address';
import { isUnread, strangeWords, type Strange } from '#core/message/strange';
import { foldQuotes } from '#core/text/quotes';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './MessageBody.module.css';

const [LINE, MARGIN, PICTURE, MOST] = [27, 60, 220, 560];
/** Characters of a line, about. */
const WIDE = 90;

/** Room for the message, in pixels: nobody outside can measure what is in the frame. */
function frameHeight(text: string, pictures: number): number {
  const lines = text.split('\n').reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / WIDE)), 0);
  return Math.min(MOST, MARGIN + lines * LINE + pictures * PICTURE);
}

interface FrameProps {
  src: string;
  /** The same in plain text, and how many pictures stand in it: by that it gets its room. */
  text: string;
  pictures: number;
}

/** HTML of a message, in a frame where nothing runs. */
export function MessageFrame({ src, text, pictures }: FrameProps) {
  return (
    <iframe
      title="The message as laid out"
      className={`pane ${styles.frame}`}
      style={{ height: frameHeight(text, pictures) }}
      sandbox="allow-popups allow-popups-to-escape-sandbox"
      referrerPolicy="no-referrer"
      src={src}
    />
  );
}

const listWords = (parts: string[]) => parts.join(', ').replace(/, ([^,]*)$/, ' and $1');

/** Pictures that would tell their sender that, when and where the message is read: not without being asked. */
function RemotePictures({
  message,
  shown,
  show,
}: {
  message: MessageJson;
  shown: boolean;
  show: () => void;
}) {
  const client = useQueryClient();
  const { picturesFrom } = useSettings();
  const { show: notify, showProblem } = useNotices();
  const address = addressKey(message.from.address);
  const { remote, pictures } = message.layout!;
  if (remote === 0) return null;
  async function always(on: boolean) {
    try {
      const list = on ? [...picturesFrom, address] : picturesFrom.filter((each) => each !== address);
      client.setQueryData(
        ['settings'],
        await ask<SettingsJson>('PATCH', '/settings', { picturesFrom: list }),
      );
      refresh(client, ['message']);
      notify({ words: `Pictures from ${address} are ${on ? 'shown from now on' : 'not fetched any more'}.` });
    } catch (error) {
      showProblem(error);
    }
  }
  if (pictures)
    return (
      <Button size="small" type="text" onClick={() => void always(false)}>
        Fetch no more pictures from {address}
      </Button>
    );
  const count = remote === 1 ? 'A picture' : `${remote} pictures`;
  return (
    <>
      <span className="quiet">
        {count} from elsewhere {shown ? 'fetched this once.' : 'not fetched.'}
      </span>
      {!shown && (
        <Button size="small" onClick={show}>
          Show once
        </Button>
      )}
      <Button size="small" type="text" onClick={() => void always(true)}>
        Always from {address}
      </Button>
    </>
  );
}

function PlainText({ text }: { text: string }) {
  if (text === '') return <>This message has no text.</>;
  return foldQuotes(text).map((part, index) =>
    part.quoted ? (
      <details key={index} className={styles.quote}>
        <summary>Quoted text, {part.text.split('\n').length} lines</summary>
        {part.text}
      </details>
    ) : (
      <span key={index}>{part.text}</span>
    ),
  );
}

/** A message in plain text, what it quotes folded. */
export function PlainBody({ text }: { text: string }) {
  return (
    <div className={`pane ${styles.body}`} dir="auto">
      <PlainText text={text} />
    </div>
  );
}

/** Why not all of it is shown, and the way to all of it. */
function StrangeNotice({ id, strange }: { id: string; strange: Strange }) {
  return (
    <p className={styles.strange} role="note">
      {strangeWords(strange)}
      <Button size="small" href={`/api/v1/messages/${id}/source`} target="_blank" rel="noreferrer">
        Open the source
      </Button>
    </p>
  );
}

/** The message as its writer laid it out, in a frame where nothing runs; or its plain text. */
export function MessageBody({ message }: { message: MessageJson }) {
  const [plain, setPlain] = useState(!message.html);
  const [pictures, setPictures] = useState(false);
  const { layout } = message;
  const query = pictures ? '?pictures=true' : '';
  const { id, strange, attachments } = message;
  const shownPictures = attachments.filter(({ contentId }) => contentId !== null).length;
  if (strange && isUnread(strange)) return <StrangeNotice id={id} strange={strange} />;
  return (
    <>
      {strange && <StrangeNotice id={id} strange={strange} />}
      {message.html && layout && (
        <p className={styles.layout}>
          <Button size="small" type="text" onClick={() => setPlain(!plain)}>
            {plain ? 'Show as laid out' : 'Show as plain text'}
          </Button>
          {!plain && <RemotePictures message={message} shown={pictures} show={() => setPictures(true)} />}
          {!plain && layout.removed.length > 0 && (
            <span className="quiet">Left out: {listWords(layout.removed)}.</span>
          )}
          {!plain && layout.misleading > 0 && (
            <strong className={styles.misleading}>
              {layout.misleading === 1
                ? 'A link names another address than the one it leads to, which stands behind it.'
                : `${layout.misleading} links name other addresses than those they lead to, which stand behind them.`}
            </strong>
          )}
        </p>
      )}
      {plain ? (
        <PlainBody text={message.text} />
      ) : (
        <MessageFrame
          key={`${query} ${layout?.pictures}`}
          src={`/api/v1/messages/${id}/html${query}`}
          text={message.text}
          pictures={shownPictures}
        />
      )}
    </>
  );
}
