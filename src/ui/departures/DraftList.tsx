'use client';
/** Messages that are not on their way; one or several can be sent or scheduled from here. */
import { ActionsHead } from '../common/RowParts';
import { Button, Checkbox, Spin } from 'antd';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { MessageSummaryJson } from '#api/types';
import { usualHold } from '#core/hold/decide';
import { proposeTime } from '#core/plan/proposal';
import { recipientsWords, useWords } from '../common/format';
import { MomentPopover } from '../common/MomentPopover';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { useDrafts, useSettings } from '../data/queries';
import { primaryWords } from '../write/primaryWords';
import styles from './DeparturesView.module.css';
import { EmptyTable } from './EmptyTable';
import { useDepartureActions, type DepartureActions } from './useDepartureActions';

function ChosenActions({
  chosen,
  actions,
  done,
}: {
  chosen: MessageSummaryJson[];
  actions: DepartureActions;
  done: (failed: string[]) => void;
}) {
  const { holdSeconds, zone } = useSettings();
  const { now } = useWords();
  const [open, setOpen] = useState(false);
  const several = chosen.length === 1 ? '' : `${chosen.length} drafts: `;
  return (
    <div className={styles.chosen} role="group" aria-label="What to do with the chosen drafts">
      <span>
        {chosen.length === 0
          ? 'Choose drafts to send, schedule or delete them together.'
          : `${chosen.length} chosen`}
      </span>
      {chosen.length > 0 && (
        <>
          <Button onClick={() => void actions.scheduleAll(chosen, { kind: 'now' }).then(done)}>
            {several}
            {primaryWords({ plan: { kind: 'now' }, hold: usualHold(holdSeconds) })}
          </Button>
          <MomentPopover
            id="schedule-drafts"
            title="When they leave"
            initial={() => proposeTime(now, zone)}
            near={[{ zone, whose: 'you' }]}
            submit="Schedule"
            button={{ children: `${several}Schedule…` }}
            open={open}
            onOpenChange={setOpen}
            onChosen={async (moment) => {
              const failed = await actions.scheduleAll(chosen, { kind: 'at', ...moment });
              done(failed);
              return true;
            }}
          />
          <Button onClick={() => void actions.removeAll(chosen).then(done)}>{several}Delete</Button>
        </>
      )}
    </div>
  );
}

export function DraftList() {
  const { data, error } = useDrafts();
  const words = useWords();
  const actions = useDepartureActions();
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const table = useRef<HTMLTableElement>(null);
  const steady = useSteady(data?.messages, table);
  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  if (data.messages.length === 0)
    return <EmptyTable words="No drafts. What you begin to write is kept here by itself." />;
  const chosen = steady.rows.filter((message) => marked.has(message.id));
  const mark = (id: string, on: boolean) =>
    setMarked((before) => new Set([...before].filter((each) => each !== id).concat(on ? id : [])));
  return (
    <div className={`pane ${styles.frame}`}>
      <ChosenActions chosen={chosen} actions={actions} done={(failed) => setMarked(new Set(failed))} />
      <WaitingChanges {...steady} />
      <table className={styles.table} ref={table} onKeyDown={moveBetweenRows} aria-label="Drafts">
        <thead>
          <tr>
            <th scope="col">
              <span className="unseen">Chosen</span>
            </th>
            <th scope="col">Changed</th>
            <th scope="col">To</th>
            <th scope="col">Subject</th>
            <ActionsHead />
          </tr>
        </thead>
        <tbody>
          {steady.rows.map((message) => (
            <tr key={message.id} className={styles.row}>
              <td>
                <Checkbox
                  checked={marked.has(message.id)}
                  onChange={(event) => mark(message.id, event.target.checked)}
                  aria-label={`Choose “${message.subject || 'no subject'}”`}
                />
              </td>
              <td className={styles.lands} data-label="Changed">
                {words.moment(message.at)}
              </td>
              <td className={styles.to} data-label="To">
                {recipientsWords(message.to, message.toCount)}
              </td>
              <td className={styles.subject} dir="auto">
                <Link href={`/write/${message.id}`} data-row={message.id}>
                  {message.subject || '(no subject)'}
                </Link>
                <span className="quiet"> {message.preview}</span>
              </td>
              <td className={styles.actions}>
                <Button
                  size="small"
                  type="text"
                  onClick={() => void actions.remove(message)}
                  aria-label={`Delete “${message.subject}”`}
                >
                  Delete
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
