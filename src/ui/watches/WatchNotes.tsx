'use client';
/** What is waited for in the thread that is read: until when, what came in meanwhile, and why it did or did not count. */
import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ConsideredJson, WatchJson } from '#api/types';
import { SETTLED_BY_WORDS, SETTLED_HOW_WORDS, WATCH_STATE_WORDS } from '#core/watch/watch';
import { CHASER_STATE_WORDS } from '#core/watch/chasers';
import { useWords } from '../common/format';
import { useNoteLeave, useWatchesNear } from '../data/watches';
import type { MessageActions } from '../inbox/useMessageActions';
import { WatchButton } from './WatchButton';
import styles from './Watches.module.css';
import { chasePath, deadlineMoment, untilWords, waitedFor } from './watchWords';

function Considered({
  watch,
  each,
  actions,
}: {
  watch: WatchJson;
  each: ConsideredJson;
  actions: MessageActions;
}) {
  const words = useWords();
  const who = each.from.name || each.from.address;
  return (
    <li>
      <span>
        <Link href={`/inbox/${each.message}`} prefetch={false}>
          {who}, {words.moment(each.at)}
        </Link>{' '}
        <strong>{each.counts ? 'counts' : 'does not count'}</strong>: {each.why}
      </span>
      {watch.settledBy === 'me' ? null : each.overruled ? (
        <Button size="small" onClick={() => void actions.overrule(watch, each, null)}>
          Judge {who} by the rules again
        </Button>
      ) : (
        <Button size="small" onClick={() => void actions.overrule(watch, each, !each.counts)}>
          {each.counts ? 'It does not count' : 'It counts'}
        </Button>
      )}
    </li>
  );
}

function WatchNote({ watch, actions }: { watch: WatchJson; actions: MessageActions }) {
  const words = useWords();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const waiting = watch.state === 'waiting';
  const back = watch.back;
  const noteLeave = useNoteLeave();
  return (
    <section className={styles.note} data-state={watch.state} aria-label="Waiting for an answer">
      <p className={styles.what}>
        <span>
          {waiting && watch.settledBy === 'me' ? (
            <>
              <strong>Comes back</strong> {deadlineMoment(watch, words)}, whoever answers.
            </>
          ) : waiting ? (
            <>
              <strong>Waiting</strong> for an answer from {waitedFor(watch)} {untilWords(watch, words)}
              {watch.settledBy !== 'anyone' && `; over when ${SETTLED_BY_WORDS[watch.settledBy]}`}.
            </>
          ) : (
            <>
              <strong>{watch.by ? SETTLED_HOW_WORDS[watch.by] : WATCH_STATE_WORDS[watch.state]}</strong>
              {watch.endedAt && ` ${words.moment(watch.endedAt)}`}
              {watch.state === 'ran-out' && `: nothing from ${waitedFor(watch)}`}.
            </>
          )}
          {waiting && watch.chasers && <> Then {watch.next}.</>}
          {watch.note && <em className={styles.own}> {watch.note}</em>}
        </span>
        {back && (
          <Button
            size="small"
            onClick={() =>
              void actions.changeWatch(watch, { deadline: { local: back.local, zone: back.zone } })
            }
          >
            {back.words}: wait until {words.moment(back.at)}
          </Button>
        )}
        {back?.leave && (
          <Button size="small" onClick={() => noteLeave(back.leave!)}>
            Note it as leave: {back.leave.words}
          </Button>
        )}
        {!waiting && watch.state !== 'settled' && (
          <WatchButton
            messages={[{ id: watch.message, subject: watch.subject }]}
            watch={watch}
            size="small"
            label="Wait on…"
            open={open}
            onOpenChange={setOpen}
            actions={actions}
          />
        )}
        {(waiting || watch.state === 'ran-out') && watch.since !== null && (
          <Button size="small" onClick={() => router.push(chasePath(watch))}>
            Chase now
          </Button>
        )}
        {waiting && (
          <Button size="small" type="text" onClick={() => void actions.endWatch(watch)}>
            No more
          </Button>
        )}
      </p>
      {watch.chasers && watch.chasers.made.length > 0 && (
        <ul className={styles.considered} aria-label="Chasers">
          {watch.chasers.made.map((each, index) => (
            <li key={each.message}>
              <span>
                <Link href={`/write/${each.message}`} prefetch={false}>
                  Chaser {index + 1}
                </Link>{' '}
                {CHASER_STATE_WORDS[each.state]}
                {each.at && ` ${words.moment(each.at)}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {watch.considered.length > 0 && (
        <ul className={styles.considered} aria-label="What came in meanwhile">
          {watch.considered.map((each) => (
            <Considered key={each.message} watch={watch} each={each} actions={actions} />
          ))}
        </ul>
      )}
    </section>
  );
}

export function WatchNotes({ messageId, actions }: { messageId: string; actions: MessageActions }) {
  const watches = useWatchesNear(messageId).data ?? [];
  // What was closed by hand long ago is of no use beside what is read.
  return watches
    .filter(({ state }) => state !== 'ended')
    .map((watch) => <WatchNote key={watch.id} watch={watch} actions={actions} />);
}
