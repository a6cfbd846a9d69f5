'use client';
/** One message, with the writer's clock first. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { MessageJson, MessageSummaryJson } from '../../api/types';
import { hasOthers } from '../../core/reply/answering';
import { atTheirDesk } from '../../core/reply/desk';
import { dayWords, durationWords, timeWords } from '../../core/time/words';
import { Attached } from '../common/Attached';
import { recipientsWords, useWords } from '../common/format';
import { MessageBody } from '../common/MessageBody';
import { useMessage, useSettings } from '../data/queries';
import { useWorkingAt } from '../common/useWorkingAt';
import { useCommand } from '../shell/commands';
import styles from './Inbox.module.css';
import { SnoozeControl } from './SnoozeControl';

function WriterClock({ message }: { message: MessageJson }) {
  const { hourCycle } = useSettings();
  const words = useWords();
  const workingAt = useWorkingAt();
  const name = message.from.name || message.from.address;
  if (!message.from.zone) return <p className={styles.clock}>{name} · time zone not known</p>;
  const { local, working, worksAt } = atTheirDesk(
    words.now,
    message.from.zone,
    workingAt(message.from.address),
  );
  const first = name.split(' ')[0];
  return (
    <p className={styles.clock}>
      {name} · {message.from.place}, where it is{' '}
      <strong>{`${dayWords(local, local).split(' ')[0]} ${timeWords(local, hourCycle)}`}</strong>
      {working && ', at work. An answer now lands in the working day.'}
      {worksAt &&
        `, at work in ${durationWords(worksAt - words.now)}. An answer now waits for ${first} until ${words.there(worksAt, message.from.zone)} (your ${words.moment(worksAt)}).`}
    </p>
  );
}

function threadWords(each: MessageSummaryJson): string {
  return each.direction === 'in'
    ? each.from.name || each.from.address
    : `you, to ${recipientsWords(each.to)}`;
}

function Thread({ thread }: { thread: MessageSummaryJson[] }) {
  const words = useWords();
  if (thread.length === 0) return null;
  return (
    <section className={`linked ${styles.thread}`} aria-labelledby="thread">
      <h2 id="thread">Also in this thread</h2>
      <ul>
        {thread.map((each) => (
          <li key={each.id}>
            <Link href={each.direction === 'in' ? `/inbox/${each.id}` : `/write/${each.id}`}>
              {words.moment(each.at)} · {threadWords(each)}
            </Link>{' '}
            <span className="quiet">{each.preview}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function ReadingPane({ id }: { id: string }) {
  const router = useRouter();
  const words = useWords();
  const { data: message, error } = useMessage(id);
  const { me, identities } = useSettings();
  const answer = () => router.push(`/write?answers=${id}`);
  const answerAll = () => router.push(`/write?answers=${id}&all`);
  const forward = () => router.push(`/write?forwards=${id}`);
  const others =
    message &&
    hasOthers(
      message,
      [me, ...identities].map(({ address }) => address),
    );
  const mine = message?.direction === 'out';
  useEffect(() => {
    if (mine) router.replace(`/write/${id}`);
  }, [router, mine, id]);
  useCommand('KeyR', message && answer);
  useCommand('KeyE', others ? answerAll : undefined);
  useCommand('KeyP', message && forward);
  if (error) return <p role="alert">{error.message}</p>;
  if (!message || mine) return <Spin />;
  return (
    <article aria-labelledby="subject">
      <h1 id="subject">{message.subject || '(no subject)'}</h1>
      <WriterClock message={message} />
      <div className={styles.actions}>
        <Button type="primary" ghost onClick={answer}>
          Answer
        </Button>
        {others && (
          <Button onClick={answerAll} title="E">
            Answer everybody
          </Button>
        )}
        <Button onClick={forward} title="P">
          Forward
        </Button>
        <SnoozeControl message={message} />
      </div>
      {message.snoozedUntil && (
        <p className={styles.note}>Put off: comes back {words.moment(message.snoozedUntil)}.</p>
      )}
      {message.returned && !message.snoozedUntil && (
        <p className={styles.note}>
          Came back {words.moment(message.returned.at)}; you put it off {words.moment(message.returned.since)}
          .
        </p>
      )}
      <p className={styles.meta}>
        From {message.from.address} to {recipientsWords(message.to)} · {words.moment(message.at)} ·{' '}
        <a href={`/api/v1/messages/${id}/source`} target="_blank" rel="noreferrer">
          source
        </a>
      </p>
      <MessageBody message={message} />
      <Attached attachments={message.attachments} />
      <Thread thread={message.thread} />
    </article>
  );
}
