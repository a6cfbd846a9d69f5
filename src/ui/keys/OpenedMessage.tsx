'use client';
/** A message that is signed, encrypted or sealed: what it says once it is open, and what there is to say of that. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Spin } from 'antd';
import { useState } from 'react';
import type { MessageJson, OpenedJson } from '#api/types';
import { Attached, FileLinks } from '../common/Attached';
import { MessageBody, MessageFrame, PlainBody } from '../common/MessageBody';
import { LOCKED } from '../data/client';
import { useOpened } from '../data/keys';
import { refresh } from '../data/queries';
import styles from './Keys.module.css';
import { useUnlock } from './useUnlock';
import { Verdicts } from './Verdicts';

function Body({ id, opened }: { id: string; opened: OpenedJson }) {
  const [plain, setPlain] = useState(!opened.html);
  const files = opened.files.flatMap((file, number) =>
    file.shown ? [] : [{ ...file, href: `/api/v1/messages/${id}/opened/files/${number}` }],
  );
  return (
    <>
      {opened.html && (
        <p>
          <Button size="small" type="text" onClick={() => setPlain(!plain)}>
            {plain ? 'Show as laid out' : 'Show as plain text'}
          </Button>
        </p>
      )}
      {plain ? (
        <PlainBody text={opened.text} />
      ) : (
        <MessageFrame
          src={`/api/v1/messages/${id}/opened/html`}
          text={opened.text}
          pictures={opened.files.length - files.length}
        />
      )}
      <FileLinks files={files} />
    </>
  );
}

function Opened({ message }: { message: MessageJson }) {
  const { id, direction, protection } = message;
  const client = useQueryClient();
  const unlock = useUnlock();
  const { data: opened, error, isPending } = useOpened(id);
  const mine = direction === 'out';
  if (isPending) return <Spin />;
  if (opened && !error)
    return (
      <>
        {mine ? (
          <p className="quiet">What it says is kept encrypted; it is shown while your key is open.</p>
        ) : (
          <Verdicts opened={opened} />
        )}
        {opened.subject && opened.subject !== message.subject && (
          <p>
            <strong dir="auto">{opened.subject}</strong>
          </p>
        )}
        <Body id={id} opened={opened} />
      </>
    );
  if (protection === 'signed')
    return (
      <>
        <p role="alert">Its signature cannot be checked: {error?.message}</p>
        <MessageBody message={message} />
        <Attached attachments={message.attachments} />
      </>
    );
  return (
    <div className={`pane ${styles.sealed}`}>
      <p>
        {error?.status === LOCKED
          ? 'It is encrypted. Type the passphrase of your key to read it.'
          : `It is encrypted, and cannot be read here: ${error?.message}`}
      </p>
      {error?.status === LOCKED ? (
        <Button
          type="primary"
          onClick={() =>
            void unlock('It is needed to read this message.').then((open) => open && refresh(client, ['key']))
          }
        >
          Type the passphrase…
        </Button>
      ) : (
        !mine && (
          <Button href={`/api/v1/messages/${id}/source`} target="_blank" rel="noreferrer">
            Open the source
          </Button>
        )
      )}
    </div>
  );
}

/** The words of a message that is read, with what is attached to it, whatever it takes to read them. */
export function MessageWords({ message }: { message: MessageJson }) {
  if (message.protection) return <Opened message={message} />;
  return (
    <>
      <MessageBody message={message} />
      <Attached attachments={message.attachments} />
    </>
  );
}
