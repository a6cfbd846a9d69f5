'use client';
/** Pending departures, grouped: what needs you, then by day. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { DepartureJson } from '../../api/types';
import { groupPending, TOO_LATE } from '../../core/departure/groups';
import { proposeTime } from '../../core/plan/proposal';
import { landsWords, recipientsWords, useWords, type Words } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { MomentPopover } from '../common/MomentPopover';
import { StatePill } from '../common/StatePill';
import { SettleButtons } from './SettleButtons';
import { TwicePressed } from '../common/TwicePressed';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { usePending, useSettings } from '../data/queries';
import { useCommand } from '../shell/commands';
import styles from './DeparturesView.module.css';
import { EmptyTable } from './EmptyTable';
import { useDepartureActions, type DepartureActions } from './useDepartureActions';

function leavesWords(departure: DepartureJson, words: Words): string {
  return departure.state === 'held' ? words.precise(departure.at) : words.moment(departure.at);
}

function MoveControl({ departure, move }: { departure: DepartureJson; move: DepartureActions['move'] }) {
  const settings = useSettings();
  const { now } = useWords();
  const [open, setOpen] = useState(false);
  const reader = departure.recipients.find((each) => each.zone);
  const { plan } = departure;
  const near = [
    ...(reader?.zone ? [{ zone: reader.zone, whose: reader.name, place: reader.place ?? undefined }] : []),
    ...(reader?.zone === settings.zone ? [] : [{ zone: settings.zone, whose: 'you' }]),
  ];
  return (
    <MomentPopover
      id={`move-${departure.id}`}
      title="Another moment"
      initial={() => (plan.kind === 'at' ? plan : proposeTime(now, reader?.zone ?? settings.zone))}
      near={near}
      submit="Move"
      button={{
        size: 'small',
        type: 'text',
        children: 'Move',
        'aria-label': `Move, to ${recipientsWords(departure.recipients)}`,
      }}
      open={open}
      onOpenChange={setOpen}
      onChosen={(moment) => move(departure, { kind: 'at', ...moment })}
    />
  );
}

function RowActions({ departure, actions }: { departure: DepartureJson; actions: DepartureActions }) {
  const to = recipientsWords(departure.recipients);
  if (departure.state === 'releasing') return null;
  if (departure.state === 'unconfirmed') return <SettleButtons departure={departure} actions={actions} />;
  return (
    <>
      {departure.state === 'failed' && (
        <Button size="small" onClick={() => void actions.retry(departure)} aria-label={`Try again, to ${to}`}>
          Try again
        </Button>
      )}
      {departure.state === 'paused' && departure.pausedFor !== 'late' && (
        <Button size="small" onClick={() => void actions.resume(departure)} aria-label={`Go on, to ${to}`}>
          Go on
        </Button>
      )}
      <MoveControl departure={departure} move={actions.move} />
      {(departure.state === 'held' || departure.state === 'scheduled') && (
        <Button
          size="small"
          type="text"
          onClick={() => void actions.pause(departure)}
          aria-label={`Pause, to ${to}`}
        >
          Pause
        </Button>
      )}
      <Button
        size="small"
        type={departure.state === 'held' ? 'default' : 'text'}
        onClick={() => void actions.takeBack(departure)}
        aria-label={`Take back, to ${to}`}
      >
        Take back
      </Button>
      {departure.state !== 'failed' && (
        <TwicePressed
          size="small"
          type="text"
          label="Let go"
          again="Press again"
          aria-label={`Let go now, to ${to}; takes a second press`}
          onPressed={() => void actions.releaseNow(departure)}
        />
      )}
      <Button
        size="small"
        type="text"
        onClick={() => void actions.remove({ id: departure.messageId, subject: departure.subject })}
        aria-label={`Delete, to ${to}`}
      >
        Delete
      </Button>
    </>
  );
}

export function PendingTable() {
  const { zone } = useSettings();
  const { data, error } = usePending();
  const words = useWords();
  const actions = useDepartureActions();
  const wanted = useSearchParams().get('row');
  const [focused, setFocused] = useState<DepartureJson | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const steady = useSteady(data?.departures, table);
  const shown = useRef<string | null>(null);

  // After scheduling, the new row has the focus, once.
  useEffect(() => {
    if (!wanted || shown.current === wanted) return;
    const row = table.current?.querySelector<HTMLElement>(`[data-row="${wanted}"]`);
    if (!row) return;
    shown.current = wanted;
    row.focus();
  }, [wanted, data]);

  const { rows } = steady;
  const current = rows.find((each) => each.id === focused?.id);
  useCommand('KeyT', current && (() => void actions.takeBack(current)));

  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  if (rows.length === 0 && data.departures.length === 0) {
    return (
      <EmptyTable words="Nothing is waiting to leave. What you send or schedule stands here until it has left." />
    );
  }
  return (
    <div className={`pane ${styles.frame}`}>
      <WaitingChanges {...steady} />
      <table className={styles.table} ref={table} onKeyDown={moveBetweenRows} aria-label="Pending departures">
        <thead>
          <tr>
            <th scope="col">Leaves (you)</th>
            <th scope="col">Lands (them)</th>
            <th scope="col">To</th>
            <th scope="col">Subject</th>
            <th scope="col">Why then</th>
            <th scope="col">State</th>
            <th scope="col">
              <span className="unseen">Actions</span>
            </th>
          </tr>
        </thead>
        {groupPending(rows, zone, words.now).map((group) => (
          <tbody key={group.name}>
            <tr>
              <th colSpan={7} scope="rowgroup" className={styles.group}>
                {group.name}
                {group.name === TOO_LATE && (
                  <TwicePressed
                    size="small"
                    label={`Let all ${group.departures.length} go now`}
                    again="Press again: they leave"
                    onPressed={() => void actions.releaseAll(group.departures)}
                  />
                )}
              </th>
            </tr>
            {group.departures.map((departure) => (
              <tr
                key={departure.id}
                className={styles.row}
                onFocus={() => setFocused(departure)}
                onBlur={() => setFocused(null)}
              >
                <td className={styles.leaves} data-label="Leaves">
                  {leavesWords(departure, words)}
                </td>
                <td className={styles.lands} data-label="Lands">
                  {landsWords(departure, words)}
                </td>
                <td className={styles.to} data-label="To">
                  {recipientsWords(departure.recipients)}
                </td>
                <td className={styles.subject}>
                  <Link href={`/write/${departure.messageId}`} data-row={departure.id}>
                    {departure.subject || '(no subject)'}
                  </Link>
                  {departure.reason && <span className={styles.reason}> · {departure.reason}</span>}
                </td>
                <td className={styles.why} data-label="Why then">
                  {departure.whyThen}
                </td>
                <td>
                  <StatePill departure={departure} />
                </td>
                <td className={styles.actions}>
                  <RowActions departure={departure} actions={actions} />
                </td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
    </div>
  );
}
