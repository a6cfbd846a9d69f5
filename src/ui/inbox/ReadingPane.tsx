'use client';
/** One message in its thread, with the writer's clock first. */
import { Button, Spin } from 'antd';
import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { hasOthers } from '#core/reply/answering';
import { recipientsWords } from '../common/format';
import { FoundTimes } from '../found/FoundTimes';
import { useLooked } from '../common/useLooked';
import { useMessage, useSettings } from '../data/queries';
import { InvitationPanel } from '../invitations/InvitationPanel';
import { TodoButton } from '../returns/TodoButton';
import { useCommand, useKeyName } from '../shell/commands';
import { keepTextPath } from '../shell/views';
import styles from './Inbox.module.css';
import { useFrame } from './frame';
import { Notes } from './Notes';
import { isElsewhere } from './rows';
import { SnoozeButton } from './SnoozeButton';
import { ThreadMessages } from './ThreadMessages';
import { useMessageActions } from './useMessageActions';
import { WriterClock } from './WriterClock';
import { useWatchOn } from '../data/watches';
import { WatchButton } from '../watches/WatchButton';
import { QuestionNotes } from '../questions/QuestionNotes';
import { WatchNotes } from '../watches/WatchNotes';

/** What one asked for on the way here: to put it off, to make a to-do of it, or to wait for an answer. */
function usePanels(id: string) {
  const wanted = useSearchParams().get('do');
  const [open, setOpen] = useState<'snooze' | 'todo' | 'watch' | null>(null);
  const [seen, setSeen] = useState<string | null>(null);
  const asked = wanted === 'snooze' || wanted === 'todo' || wanted === 'watch' ? wanted : null;
  if (asked !== null && seen !== `${id} ${asked}`) {
    setSeen(`${id} ${asked}`);
    setOpen(asked);
  }
  if (asked === null && seen !== null) setSeen(null);
  const of = (panel: 'snooze' | 'todo' | 'watch') => ({
    open: open === panel,
    onOpenChange: (on: boolean) => {
      setOpen(on ? panel : null);
      // Asked for once: the address says only where one is.
      if (asked) window.history.replaceState(null, '', window.location.pathname);
    },
  });
  return { snooze: of('snooze'), todo: of('todo'), watch: of('watch') };
}

export function ReadingPane({ id }: { id: string }) {
  const router = useRouter();
  const pane = useRef<HTMLElement>(null);
  const { place, goOn } = useFrame();
  const { data: message, error } = useMessage(id);
  const { me, identities } = useSettings();
  const actions = useMessageActions();
  const watch = useWatchOn(message?.id);
  const known = useLooked(message);
  /** With what was new of its thread when it was opened; what has come since is not meant. */
  const withKnown = () => ({ ...message!, known: known.current });
  const keyName = useKeyName();
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
  // Something else may be read by the time it is done.
  const gone = () => {
    if (window.location.pathname === `/${place}/${id}`) goOn([id]);
  };
  const put = () =>
    void (archived
      ? actions.backToInbox([message])
      : actions.archive([withKnown()]).then((done) => done && gone()));
  useCommand('a', message && seen(put));
  useCommand('s', message && seen(() => panels.snooze.onOpenChange(true)));
  useCommand('d', message && seen(() => panels.todo.onOpenChange(true)));
  useCommand('w', message && seen(() => panels.watch.onOpenChange(true)));
  const mark = () => void actions.mark([message!], message!.unseen ? 'seen' : 'new');
  useCommand('v', message?.direction === 'in' ? seen(mark) : undefined);
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
        <Button type="primary" ghost onClick={answer} title={keyName('r')}>
          Answer
        </Button>
        {others && (
          <Button onClick={answerAll} title={keyName('e')}>
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
        <TodoButton messages={[message]} {...panels.todo} actions={actions} onDone={() => {}} />
        <WatchButton
          messages={[message]}
          watch={watch}
          {...panels.watch}
          actions={actions}
          label={watch ? 'Change watch…' : 'Watch…'}
        />
        <Button title={keyName('a')} onClick={put}>
          {archived ? 'Back to the inbox' : 'Archive'}
        </Button>
        <Button onClick={forward} title={keyName('p')}>
          Forward
        </Button>
        <Button onClick={() => router.push(keepTextPath(id))}>Keep as a text</Button>
      </div>
      <InvitationPanel message={message} />
      <Notes message={message} actions={actions} />
      <QuestionNotes messageId={message.id} />
      <WatchNotes messageId={message.id} actions={actions} />
      <ThreadMessages message={message} onRead={(each) => router.push(`/${place}/${each}`)} />
      <FoundTimes message={message} />
    </article>
  );
}
