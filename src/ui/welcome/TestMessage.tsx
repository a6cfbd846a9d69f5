'use client';
/** A message to myself: shows how far it gets, or why not. */
import { Button } from 'antd';
import { useState } from 'react';
import type { DepartureJson } from '#api/types';
import { ask } from '../data/client';
import { useDeparture, useHealth } from '../data/queries';
import { useThreads } from '../data/incoming';
import { useNotices } from '../shell/Notices';
import styles from './WelcomeView.module.css';

/** @param before ids of what was in the inbox when it was sent */
function Progress({ id, before }: { id: string; before: ReadonlySet<string> }) {
  const departure = useDeparture(id).data;
  const trouble = useHealth().data?.mailServer.trouble;
  const inbox = useThreads('inbox', 'time').data?.pages[0]?.messages;
  if (!departure) return null;
  const { state, reason, subject, recipients } = departure;
  const back = inbox?.some((each) => each.subject === subject && !before.has(each.id));
  const said = recipients[0]?.answer;
  return (
    <ol className={styles.progress} aria-live="polite">
      {['held', 'scheduled', 'releasing'].includes(state) && !trouble && !reason && (
        <li>It is on its way…</li>
      )}
      {state === 'sent' && (
        <li>The mail server took it{said && <span className="quiet"> “{said}”</span>}.</li>
      )}
      {state === 'sent' && (
        <li>
          {back
            ? 'And it has come back to your inbox: mail comes in as well.'
            : 'When it comes back to your inbox, mail comes in as well.'}
        </li>
      )}
      {state !== 'sent' && trouble && <li role="alert">{trouble}</li>}
      {state !== 'sent' && !trouble && reason && (
        <li role="alert">It did not go through. The server says: {reason}</li>
      )}
    </ol>
  );
}

export function TestMessage() {
  const { showProblem } = useNotices();
  const inbox = useThreads('inbox', 'time').data?.pages[0]?.messages;
  const [sent, setSent] = useState<{ id: string; before: ReadonlySet<string> }>();
  const send = () => {
    const before = new Set((inbox ?? []).map((each) => each.id));
    return ask<DepartureJson>('POST', '/test-message').then(({ id }) => setSent({ id, before }), showProblem);
  };
  return (
    <>
      <Button onClick={() => void send()}>{sent ? 'Send another one' : 'Send me a test message'}</Button>
      {sent && <Progress key={sent.id} {...sent} />}
    </>
  );
}
