'use client';
/** What a message says of itself: from whom, to whom, when it was written, and what it asks for. */
import { Button } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { MailingListJson, MessageJson } from '#api/types';
import { addressKey, type Mailbox } from '#core/message/address';
import { CLASS_WORDS } from '#core/reply/classify';
import { offsetLabel } from '#core/time/wallClock';
import { dayWords, timeWords, type HourCycle } from '#core/time/words';
import { useWords } from '../common/format';
import { useSettings } from '../data/queries';
import styles from './Inbox.module.css';
import { useMessageActions } from './useMessageActions';

const SENSITIVE = {
  none: null,
  personal: 'personal',
  private: 'private',
  'company-confidential': 'confidential to the company',
} as const;
const IMPORTANT = { high: 'important', normal: null, low: 'not important' } as const;

/** More are behind a press. */
const NAMED = 6;

const nameOf = ({ name, address }: Mailbox) => (name && name !== address ? `${name} <${address}>` : address);

function People({ list }: { list: readonly Mailbox[] }) {
  const [first, more] = [list.slice(0, NAMED), list.slice(NAMED)];
  return (
    <>
      {first.map(nameOf).join(', ')}
      {more.length > 0 && (
        <details className={styles.more}>
          <summary>and {more.length} more</summary>
          {more.map(nameOf).join(', ')}
        </details>
      )}
    </>
  );
}

function Unsubscribe({ message, list }: { message: MessageJson; list: MailingListJson }) {
  const { id } = message;
  const words = useWords();
  const { unsubscribe } = useMessageActions();
  const [asking, setAsking] = useState(false);
  const host = list.page && new URL(list.page).host;
  const now = async () => {
    setAsking(true);
    await unsubscribe(message, host!);
    setAsking(false);
  };
  return (
    <p>
      By the mailing list{list.name && ` ${list.name}`}.{' '}
      {list.leftAt && `You left it ${words.moment(list.leftAt)}.`}
      {list.oneClick && !list.leftAt && (
        <>
          <Button type="link" size="small" loading={asking} onClick={() => void now()}>
            Unsubscribe at once
          </Button>
          {' · '}
        </>
      )}{' '}
      {list.mail && (
        <Link href={`/write?unsubscribes=${id}`}>Unsubscribe, by a message to {list.mail.to}</Link>
      )}
      {list.mail && list.page && ' · '}
      {list.page && (
        <a href={list.page} target="_blank" rel="noreferrer noopener">
          Unsubscribe on the page of {host}
        </a>
      )}
    </p>
  );
}

/** `Tue 24 Nov 18:55 (+05:45)`: as it stands in the message, on the writer's clock then. */
function asWritten({ at, writtenAt, writtenOffset }: MessageJson, hourCycle: HourCycle): string | null {
  if (writtenAt === null || writtenOffset === null) return null;
  const local = new Date(Date.parse(writtenAt) + writtenOffset * 60_000).toISOString().slice(0, 19);
  return `${dayWords(local, at.slice(0, 19))} ${timeWords(local, hourCycle)} (${offsetLabel(writtenOffset)})`;
}

export function MessageMeta({ message }: { message: MessageJson }) {
  const words = useWords();
  const { hourCycle } = useSettings();
  const { id, direction, from, to, cc, bcc, replyTo, importance, sensitivity, list, classified } = message;
  const elsewhere = replyTo.filter(({ address }) => addressKey(address) !== addressKey(from.address));
  const says = [
    IMPORTANT[importance],
    SENSITIVE[sensitivity],
    direction === 'in' && message.readReceipt && 'asks to be told that you have seen it; nobody is told',
  ].filter((each) => typeof each === 'string');
  const written = asWritten(message, hourCycle);
  // That a person wrote it goes without saying.
  const told =
    classified && !['answer', 'list', 'other'].includes(classified.is) && CLASS_WORDS[classified.is];
  return (
    <div className={styles.meta}>
      <p>
        From {from.address} to{' '}
        {to.length + cc.length === 0 && direction === 'in' ? 'undisclosed recipients' : <People list={to} />}
        {cc.length > 0 && (
          <>
            , copy to <People list={cc} />
          </>
        )}
        {bcc.length > 0 && (
          <>
            , blind copy to <People list={bcc} />
          </>
        )}
        {elsewhere.length > 0 && (
          <>
            . Answers go to <People list={elsewhere} />
          </>
        )}
      </p>
      <p>
        {direction === 'in' ? 'Came' : 'Left'} {words.moment(message.at)}
        {written && `, written ${written}`}
        {says.map((each) => (
          <span key={each}> · {each}</span>
        ))}
        {told && (
          <span>
            {' · '}
            {told}: {classified.evidence}
          </span>
        )}{' '}
        ·{' '}
        <a href={`/api/v1/messages/${id}/source`} target="_blank" rel="noreferrer">
          source
        </a>{' '}
        ·{' '}
        <a href={`/api/v1/messages/${id}/source?save=true`} download>
          save as EML
        </a>
      </p>
      {list && <Unsubscribe message={message} list={list} />}
    </div>
  );
}
