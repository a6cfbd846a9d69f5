'use client';
/** One message, with the writer's clock first. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { MessageJson, MessageSummaryJson } from '../../api/types';
import { hasOthers } from '../../core/reply/answering';
import { atTheirDesk } from '../../core/reply/desk';
import { dayWords, durationWords, timeWords } from '../../core/time/words';
import { Attached } from '../common/Attached';
import { recipientsWords, useWords } from '../common/format';
import { MessageBody } from '../common/MessageBody';
import { useMessage, useSettings } from '../data/queries';
import { useWorkingAt } from '../common/useWorkingAt';
import { TodoButton } from '../returns/TodoButton';
import { useCommand } from '../shell/commands';
import styles from './Inbox.module.css';
import { useFrame } from './frame';
import { isElsewhere } from './rows';
import { SnoozeButton } from './SnoozeButton';
import { returnedWords } from './ThreadRow';
import { ordinal, useMessageActions, type MessageActions } from './useMessageActions';

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
    : `you, to ${recipientsWords(each.to, each.toCount)}`;
}

function Thread({ thread, place }: { thread: MessageSummaryJson[]; place: string }) {
  const words = useWords();
  if (thread.length === 0) return null;
  return (
    <section className={`linked ${styles.thread}`} aria-labelledby="thread">
      <h2 id="thread">Also in this thread</h2>
      <ul>
        {thread.map((each) => (
          <li key={each.id}>
            <Link href={each.direction === 'in' ? `/${place}/${each.id}` : `/write/${each.id}`}>
              {words.moment(each.at)} · {threadWords(each)}
            </Link>{' '}
            <span className="quiet">{each.preview}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What waits for it: why it came back, until when it is put off, what is to be done. */
function Notes({ message, actions }: { message: MessageJson; actions: MessageActions }) {
  const words = useWords();
  const { snooze, todo } = message;
  // Of a thread something else may have come back than what is read of it.
  const back = [message, ...message.thread].find((each) => each.returned && each.place === 'inbox');
  const returned = back?.returned;
  return (
    <>
      {snooze && (
        <p className={styles.note}>
          <span>
            {message.place === 'snoozed' ? 'Put off: comes back' : 'Comes back again'}{' '}
            <strong>{words.moment(snooze.until)}</strong>
            {snooze.words && `, ${snooze.words.charAt(0).toLowerCase()}${snooze.words.slice(1)}`}
            {snooze.repeat && `, ${snooze.repeat}`}
            {snooze.times > 1 && `, for the ${ordinal(snooze.times)} time`}
            {snooze.early && ', or when somebody answers'}.
            {snooze.note && <em className={styles.own}> {snooze.note}</em>}
          </span>
          <Button size="small" onClick={() => void actions.bringBack(message)}>
            {message.place === 'snoozed' ? 'Bring back now' : 'No more'}
          </Button>
        </p>
      )}
      {returned && (
        <p className={styles.note}>
          <span>
            Came back {words.moment(returned.at)}: {returnedWords(returned, words)}.
            {returned.kind !== 'to-do' && returned.note && <em className={styles.own}> {returned.note}</em>}
          </span>
        </p>
      )}
      {todo && (
        <p className={styles.note}>
          <span>
            <strong>{actions.sayTodo(todo)}</strong>
            {todo.note && <em className={styles.own}> {todo.note}</em>}
          </span>
          <Button size="small" onClick={() => void actions.settleTodo(todo, 'done')}>
            Done
          </Button>
          <Button size="small" type="text" onClick={() => void actions.settleTodo(todo, 'dropped')}>
            Drop
          </Button>
        </p>
      )}
    </>
  );
}

/** What one asked for on the way here: to put it off, or to make a to-do of it. */
function usePanels(id: string) {
  const wanted = useSearchParams().get('do');
  const [open, setOpen] = useState<'snooze' | 'todo' | null>(null);
  const [seen, setSeen] = useState<string | null>(null);
  const asked = wanted === 'snooze' || wanted === 'todo' ? wanted : null;
  if (asked !== null && seen !== `${id} ${asked}`) {
    setSeen(`${id} ${asked}`);
    setOpen(asked);
  }
  if (asked === null && seen !== null) setSeen(null);
  const of = (panel: 'snooze' | 'todo') => ({
    open: open === panel,
    onOpenChange: (on: boolean) => {
      setOpen(on ? panel : null);
      // Asked for once: the address says only where one is.
      if (asked) window.history.replaceState(null, '', window.location.pathname);
    },
  });
  return { snooze: of('snooze'), todo: of('todo') };
}

export function ReadingPane({ id }: { id: string }) {
  const router = useRouter();
  const pane = useRef<HTMLElement>(null);
  const words = useWords();
  const { place, goOn } = useFrame();
  const { data: message, error } = useMessage(id);
  const { me, identities } = useSettings();
  const actions = useMessageActions();
  const panels = usePanels(id);
  const answer = () => router.push(`/write?answers=${id}`);
  const answerAll = () => router.push(`/write?answers=${id}&all`);
  const forward = () => router.push(`/write?forwards=${id}`);
  const others =
    message &&
    hasOthers(
      message,
      [me, ...identities].map(({ address }) => address),
    );
  // What I sent stands here where it was put off, or has come back.
  const elsewhere = message !== undefined && isElsewhere(message);
  useEffect(() => {
    if (elsewhere) router.replace(`/write/${id}`);
  }, [router, elsewhere, id]);
  // Where there is no room beside the list it stands behind it, and keys are not for it.
  const seen = (what: () => void) => () => {
    if (!pane.current?.checkVisibility()) return false;
    what();
    return true;
  };
  useCommand('r', message && seen(answer));
  useCommand('e', others ? seen(answerAll) : undefined);
  useCommand('p', message && seen(forward));
  const archived = message?.place === 'archive';
  const gone = () => goOn([id]);
  const put = () =>
    void (archived
      ? actions.backToInbox([message])
      : actions.archive([message!]).then((done) => done && gone()));
  useCommand('a', message && seen(put));
  useCommand('s', message && seen(() => panels.snooze.onOpenChange(true)));
  useCommand('d', message && seen(() => panels.todo.onOpenChange(true)));
  if (error) return <p role="alert">{error.message}</p>;
  if (!message || elsewhere) return <Spin />;
  return (
    <article aria-labelledby="subject" ref={pane}>
      <h1 id="subject" dir="auto">
        {message.subject || '(no subject)'}
      </h1>
      {message.direction === 'in' ? (
        <WriterClock message={message} />
      ) : (
        <p className={styles.clock}>You wrote this to {recipientsWords(message.to)}.</p>
      )}
      <div className={styles.actions}>
        <Button type="primary" ghost onClick={answer} title="R">
          Answer
        </Button>
        {others && (
          <Button onClick={answerAll} title="E">
            Answer everybody
          </Button>
        )}
        <SnoozeButton
          messages={[message]}
          {...panels.snooze}
          actions={actions}
          label={message.snooze ? 'Another moment…' : 'Snooze…'}
          onDone={() => {
            if (message.place !== 'snoozed') gone();
          }}
        />
        <TodoButton message={message} {...panels.todo} actions={actions} onDone={() => {}} />
        <Button title="A" onClick={put}>
          {archived ? 'Back to the inbox' : 'Archive'}
        </Button>
        <Button onClick={forward} title="P">
          Forward
        </Button>
      </div>
      <Notes message={message} actions={actions} />
      <p className={styles.meta}>
        From {message.from.address}
        {message.to.length > 0 && ` to ${recipientsWords(message.to)}`} · {words.moment(message.at)} ·{' '}
        <a href={`/api/v1/messages/${id}/source`} target="_blank" rel="noreferrer">
          source
        </a>{' '}
        ·{' '}
        <a href={`/api/v1/messages/${id}/source?save=true`} download>
          save as EML
        </a>
      </p>
      <MessageBody message={message} />
      <Attached attachments={message.attachments} />
      <Thread thread={message.thread} place={place} />
    </article>
  );
}
