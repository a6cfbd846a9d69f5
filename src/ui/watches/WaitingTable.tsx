'use client';
/** What waits for an answer, the soonest deadline first: on whom, since when, and what may be done. */
import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { WatchJson } from '#api/types';
import { SETTLED_BY_WORDS } from '#core/watch/watch';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton, RowCheck } from '../common/RowParts';
import type { MessageActions } from '../inbox/useMessageActions';
import styles from '../returns/Returns.module.css';
import { WatchButton } from './WatchButton';
import { chasePath, deadlineMoment, waitedFor } from './watchWords';

function whyWords(watch: WatchJson): string {
  return [
    watch.since === null && 'begins when it leaves',
    watch.words && `for ${watch.words}`,
    watch.since !== null && watch.tally,
    watch.settledBy !== 'anyone' && `over when ${SETTLED_BY_WORDS[watch.settledBy]}`,
    watch.habit && `usually ${watch.habit}`,
    watch.back?.words,
    // That it comes back is what a watch is for.
    watch.chasers && `then ${watch.next}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

interface RowProps {
  watch: WatchJson;
  chosen: boolean;
  choose: (on: boolean) => void;
  actions: MessageActions;
}

function WaitingRow({ watch, chosen, choose, actions }: RowProps) {
  const words = useWords();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const subject = watch.subject || '(no subject)';
  return (
    <tr>
      <td className={styles.when} data-label="Until">
        <RowCheck
          aria-label={`Choose “${subject}”, ${waitedFor(watch)}`}
          checked={chosen}
          onChange={choose}
        />{' '}
        {watch.at === null ? 'not begun' : deadlineMoment(watch, words)}
      </td>
      <td className={styles.who} data-label="On whom">
        {waitedFor(watch)}
        {watch.since && <span className={styles.why}>since {words.moment(watch.since)}</span>}
      </td>
      <td>
        <Link href={`/inbox/${watch.message}`} prefetch={false} data-row={`watch ${watch.id}`}>
          {subject}
        </Link>
        <span className={styles.why}>{whyWords(watch)}</span>
      </td>
      <td className={styles.noteCell}>{watch.note}</td>
      <td className={styles.acts}>
        <WatchButton
          messages={[{ id: watch.message, subject: watch.subject }]}
          watch={watch}
          size="small"
          label="Extend…"
          open={open}
          onOpenChange={setOpen}
          actions={actions}
        />
        {watch.since !== null && (
          <RowButton onClick={() => router.push(chasePath(watch))} aria-label={`Chase now: “${subject}”`}>
            Chase now
          </RowButton>
        )}
        <RowButton onClick={() => void actions.endWatch(watch)} aria-label={`Wait no more: “${subject}”`}>
          No more
        </RowButton>
      </td>
    </tr>
  );
}

export function WaitingTable({
  watches,
  actions,
}: {
  watches: readonly WatchJson[];
  actions: MessageActions;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [extending, setExtending] = useState(false);
  const picked = watches.filter(({ id }) => chosen.has(id));
  const clear = () => setChosen(new Set());
  return (
    <>
      {picked.length > 0 && (
        <div role="group" aria-label="With those chosen" className={styles.head}>
          <span role="status">{picked.length} chosen</span>
          <WatchButton
            messages={picked.map(({ message, subject }) => ({ id: message, subject }))}
            size="small"
            label="Extend…"
            open={extending}
            onOpenChange={setExtending}
            actions={actions}
            extend={(deadline) => actions.extendWatches(picked, deadline)}
            onDone={clear}
          />
          <Button
            size="small"
            // Of what has not left nobody can have answered.
            disabled={!picked.some(({ since }) => since !== null)}
            onClick={() =>
              void actions
                .chaseWatches(picked.filter(({ since }) => since !== null))
                .then((done) => done && clear())
            }
          >
            Chase now
          </Button>
          <Button
            size="small"
            onClick={() => void actions.endWatches(picked).then((done) => done && clear())}
          >
            No more
          </Button>
          <Button size="small" type="text" onClick={clear}>
            Clear
          </Button>
        </div>
      )}
      <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="What waits for an answer">
        <thead>
          <tr>
            <th scope="col">Until</th>
            <th scope="col">On whom</th>
            <th scope="col">What, and how long</th>
            <th scope="col">Note</th>
            <ActionsHead />
          </tr>
        </thead>
        <tbody>
          {watches.map((watch) => (
            <WaitingRow
              key={watch.id}
              watch={watch}
              chosen={chosen.has(watch.id)}
              choose={(on) =>
                setChosen(
                  (before) =>
                    new Set(on ? [...before, watch.id] : [...before].filter((id) => id !== watch.id)),
                )
              }
              actions={actions}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}
