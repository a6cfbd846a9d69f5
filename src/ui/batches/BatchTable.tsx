'use client';
/** Batches, a line each that unfolds: how far it has come, and its rows. */
import { Button } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { BatchJson } from '#api/types';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { useBatches, useBatchRows } from '../data/batches';
import { useBulk, type Bulk } from '../departures/useBulk';
import styles from '../returns/Returns.module.css';
import { isOpen, progressWords, rowPath, rowState } from './batchWords';
import own from './Batches.module.css';
import { useBatchActions } from './useBatchActions';

/** So many rows are unfolded; all of them are on its page. */
const MOST = 100;

function Rows({ batch }: { batch: BatchJson }) {
  const words = useWords();
  const rows = useBatchRows(batch.id).data;
  const bulk = useBulk();
  const actions = useBatchActions();
  if (!rows) return null;
  const open = rows.filter(isOpen);
  const run = (what: Bulk) =>
    void bulk.run(
      open.map(({ departureId }) => departureId!),
      what,
    );
  const nameColumn = batch.columns.findIndex(({ role }) => role === 'name');
  const addressColumn = batch.columns.findIndex(({ role }) => role === 'address');
  return (
    <div className={own.unfolded}>
      {open.length > 0 && (
        <div className={own.tools}>
          <RowButton onClick={() => run({ action: 'pause' })}>Pause all</RowButton>
          <RowButton onClick={() => run({ action: 'resume' })}>Go on with all</RowButton>
          <RowButton onClick={() => run({ action: 'shift', days: 1, minutes: 0 })}>A day later</RowButton>
          <RowButton onClick={() => void actions.takeBack(batch)}>Take all back</RowButton>
          {bulk.progress && (
            <span role="status">
              {bulk.progress.done} of {bulk.progress.of}
            </span>
          )}
        </div>
      )}
      <ul aria-label={`Rows of ${batch.name}`}>
        {rows.slice(0, MOST).map((row) => {
          const path = rowPath(row);
          const who = row.cells[nameColumn] || row.cells[addressColumn] || `row ${row.position}`;
          const at = row.leftAt ?? row.due;
          return (
            <li key={row.position}>
              <span className={own.position}>{row.position}</span>
              <span dir="auto" className={own.who}>
                {path ? (
                  <Link href={path} prefetch={false}>
                    {who}
                  </Link>
                ) : (
                  who
                )}
              </span>
              <span dir="auto" className={own.subject}>
                {row.subject.includes('{{') ? '' : row.subject}
              </span>
              <span>{rowState(row)}</span>
              <span className="quiet">
                {at && row.state !== 'draft' && row.state !== 'ended' ? words.moment(at) : ''}
              </span>
            </li>
          );
        })}
      </ul>
      {rows.length > MOST && (
        <p className="quiet">
          {rows.length - MOST} more rows on <Link href={`/batches/${batch.id}`}>its page</Link>.
        </p>
      )}
    </div>
  );
}

function BatchLine({ batch }: { batch: BatchJson }) {
  const words = useWords();
  const [open, setOpen] = useState(false);
  const { id, name, subject, next, last, counts } = batch;
  return (
    <>
      <tr>
        <td className={styles.what} data-label="Batch">
          <Link href={`/batches/${id}`} data-row={id} prefetch={false}>
            {name}
          </Link>
          <span className={styles.why} dir="auto">
            {subject || '(no subject)'}
          </span>
        </td>
        <td data-label="How far">
          {progressWords(batch)}
          {counts.refused > 0 && <span className={`${styles.why} ${styles.trouble}`}>some were refused</span>}
        </td>
        <td data-label="Leaves">
          {next ? `next ${words.moment(next)}` : ''}
          {last && <span className={styles.why}>last {words.moment(last)}</span>}
        </td>
        <td className={styles.acts}>
          <RowButton
            aria-expanded={open}
            aria-label={`${open ? 'Fold' : 'Unfold'} “${name}”`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Fold' : 'Unfold'}
          </RowButton>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={4}>
            <Rows batch={batch} />
          </td>
        </tr>
      )}
    </>
  );
}

interface Props {
  /** Those of which something is still to leave, or to be decided; nothing is shown where there is none. */
  underWay?: boolean;
}

const isUnderWay = ({ counts }: BatchJson) => counts.pending + counts.paused + counts.refused > 0;

export function BatchTable({ underWay = false }: Props) {
  const all = useBatches().data;
  const shown = underWay ? all?.filter(isUnderWay) : all;
  if (underWay && !shown?.length) return null;
  return (
    <section className={`pane ${styles.half} ${underWay ? own.above : ''}`} aria-labelledby="batches">
      <div className={styles.head}>
        <h2 id="batches">{underWay ? 'Batches under way' : 'Batches'}</h2>
        {!underWay && <Button href="/batches/new">New batch</Button>}
      </div>
      {shown?.length === 0 && (
        <p className="quiet">
          No batch yet. A batch sends one text to many readers, each with values of their own from a table.
        </p>
      )}
      {shown && shown.length > 0 && (
        <table className={styles.table} onKeyDown={moveBetweenRows}>
          <thead>
            <tr>
              <th scope="col">Batch</th>
              <th scope="col">How far</th>
              <th scope="col">Leaves</th>
              <ActionsHead />
            </tr>
          </thead>
          <tbody>
            {shown.map((batch) => (
              <BatchLine key={batch.id} batch={batch} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
