'use client';
/** One departure that has left or is leaving: what went, to whom, and its history. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { MessageJson } from '#api/types';
import { adviceFor } from '#core/departure/advice';
import { undeliveredTo } from '#core/departure/undelivered';
import { historyWords } from '#core/departure/history';
import { RECEIPT_WORDS } from '#core/reply/report';
import { Attached } from '../common/Attached';
import { landingWords, useWords } from '../common/format';
import { MessageBody } from '../common/MessageBody';
import { undeliveredWords } from '../common/undeliveredWords';
import { StatePill } from '../common/StatePill';
import { useDeparture, useMessage } from '../data/queries';
import { MessageWords } from '../keys/OpenedMessage';
import { SnoozeButton } from '../inbox/SnoozeButton';
import { useMessageActions } from '../inbox/useMessageActions';
import { TodoButton } from '../returns/TodoButton';
import { useCommand, useKeyName } from '../shell/commands';
import { useWatchOn } from '../data/watches';
import { WatchButton } from '../watches/WatchButton';
import { QuestionNotes } from '../questions/QuestionNotes';
import { WatchNotes } from '../watches/WatchNotes';
import { correctionPath, keepTextPath, repeatPath } from '../shell/views';
import { SettleButtons } from './SettleButtons';
import { useDepartureActions } from './useDepartureActions';
import styles from './DepartureView.module.css';

const STATUS = { waiting: 'waiting', accepted: 'accepted', deferred: 'put off', refused: 'refused' };

/** What was asked for it, and where its copy is. */
function asked({ deliveryReceipt, readReceipt, importance, keptIn }: MessageJson): string {
  const receipts = [deliveryReceipt && 'of delivery', readReceipt && 'of being seen'].filter(Boolean);
  return [
    importance !== 'normal' && `${importance === 'high' ? 'High' : 'Low'} importance.`,
    receipts.length > 0 && `A receipt ${receipts.join(' and ')} was asked.`,
    keptIn !== null && `Kept in ${keptIn}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

export function DepartureView({ id }: { id: string }) {
  const router = useRouter();
  const words = useWords();
  const { data: departure, error } = useDeparture(id);
  const message = useMessage(departure?.messageId).data;
  const watch = useWatchOn(departure?.messageId);
  const actions = useDepartureActions();
  const keyName = useKeyName();
  const returning = useMessageActions();
  // Asked for on the way here.
  const wanted = useSearchParams().get('do');
  const [panel, setPanel] = useState<'snooze' | 'todo' | 'watch' | null>(wanted === 'watch' ? 'watch' : null);
  const correct = () => router.push(correctionPath(departure!.messageId));
  const forward = () => router.push(`/write?forwards=${departure!.messageId}`);
  const left = departure?.state === 'sent';
  useCommand('s', left ? () => setPanel('snooze') : undefined);
  useCommand('d', left ? () => setPanel('todo') : undefined);
  useCommand('w', left ? () => setPanel('watch') : undefined);
  useCommand('c', departure && correct);
  const repeat = () => router.push(repeatPath(departure!.messageId));
  useCommand('p', departure && forward);
  useCommand('o', departure && repeat);
  const lost = undeliveredTo(departure?.recipients ?? []);
  const refused =
    departure?.recipients.filter((reader) => reader.status === 'refused' || lost.includes(reader)) ?? [];
  if (error) return <p role="alert">{error.message}</p>;
  if (!departure || !message) return <Spin />;
  const onTime = departure.leftAt !== null && departure.leftAt.slice(0, 19) === departure.meant.slice(0, 19);
  return (
    <div className={styles.page}>
      <p>
        <Link href="/departures?part=left">Left</Link>
      </p>
      <h1 dir="auto">{departure.subject || '(no subject)'}</h1>
      <p className={styles.facts}>
        <StatePill departure={departure} />{' '}
        {departure.leftAt ? (
          <>
            Left {words.exact(departure.leftAt)},{' '}
            {onTime ? 'on the second it was meant to.' : `meant for ${words.exact(departure.meant)}.`}
          </>
        ) : (
          departure.reason
        )}
      </p>
      {departure.series && (
        <p className="quiet">
          One of a series{departure.series.differs && ', with something of its own'}:{' '}
          <Link href={`/departures?part=series&series=${departure.series.id}`}>see the series</Link>
        </p>
      )}
      {undeliveredWords(departure) && <p role="note">{undeliveredWords(departure)}</p>}
      {departure.reason && departure.leftAt && <p>{departure.reason}</p>}
      {departure.through && <p className="quiet">Through the account {departure.through}.</p>}
      {asked(message) && <p className="quiet">{asked(message)}</p>}
      <div className={styles.actions}>
        <Button onClick={correct}>Write a correction</Button>
        <Button onClick={forward} title={keyName('p')}>
          Forward
        </Button>
        <Button onClick={repeat} title={keyName('o')}>
          Repeat this…
        </Button>
        <Button onClick={() => router.push(keepTextPath(message.id))}>Keep as a text</Button>
        {refused.length > 0 && departure.state === 'sent' && (
          <Button
            onClick={() =>
              router.push(
                `${correctionPath(message.id)}&only=${refused.map((each) => encodeURIComponent(each.address)).join(',')}`,
              )
            }
          >
            Write again to the {refused.length === 1 ? 'one' : refused.length} it did not reach
          </Button>
        )}
        {departure.state === 'sent' && (
          <>
            <SnoozeButton
              messages={[message]}
              open={panel === 'snooze'}
              onOpenChange={(on) => setPanel(on ? 'snooze' : null)}
              actions={returning}
              label={message.snooze ? 'Another moment…' : 'Snooze…'}
              onDone={() => {}}
            />
            <TodoButton
              messages={[message]}
              open={panel === 'todo'}
              onOpenChange={(on) => setPanel(on ? 'todo' : null)}
              actions={returning}
              onDone={() => {}}
            />
            <WatchButton
              messages={[message]}
              open={panel === 'watch'}
              onOpenChange={(on) => setPanel(on ? 'watch' : null)}
              actions={returning}
              watch={watch}
              label={watch ? 'Change watch…' : 'Watch…'}
            />
          </>
        )}
        {departure.state === 'unconfirmed' && <SettleButtons departure={departure} actions={actions} />}
      </div>
      <QuestionNotes messageId={message.id} />
      <WatchNotes messageId={message.id} actions={returning} />
      <section className={`pane ${styles.block}`} aria-labelledby="readers">
        <h2 id="readers">Readers</h2>
        <ul>
          {departure.recipients.map((reader) => (
            <li key={reader.address}>
              <strong>{reader.name || reader.address}</strong>{' '}
              {reader.name && <span className="quiet">{reader.address}</span>} ·{' '}
              {landingWords(reader, departure.at, words)} · {STATUS[reader.status]}
              {reader.answer && <span className="quiet"> “{reader.answer}”</span>}
              {reader.receipts.map(({ action, words: said, at, messageId }, index) => (
                <span key={index} className={styles.receipt}>
                  {' '}
                  · <strong>{RECEIPT_WORDS[action]}</strong> {words.exact(at)}
                  {/\p{L}/u.test(said) && <span className="quiet"> “{said}”</span>}
                  {messageId && (
                    <>
                      {' '}
                      <Link href={`/inbox/${messageId}`}>the message that says so</Link>
                    </>
                  )}
                </span>
              ))}
              {reader.status === 'refused' && (
                <span className={styles.advice}> {adviceFor(reader.answer)}</span>
              )}
            </li>
          ))}
        </ul>
      </section>
      <section className={`pane ${styles.block}`} aria-labelledby="text">
        <h2 id="text">Text</h2>
        {message.protection ? (
          <MessageWords message={message} />
        ) : message.keptIn === null && departure.leftAt && !message.text ? (
          <p>No copy was kept, as was asked.</p>
        ) : (
          <MessageBody
            message={
              departure.filledText === null ? message : { ...message, text: departure.filledText, html: null }
            }
          />
        )}
        {!message.protection && <Attached attachments={message.attachments} />}
      </section>
      <section className={`pane ${styles.block}`} aria-labelledby="history">
        <h2 id="history">History</h2>
        <ol>
          {message.history.map((line, index) => (
            <li key={index}>
              <time dateTime={line.at} className="quiet">
                {words.exact(line.at)}
              </time>{' '}
              {historyWords(line)}
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}
