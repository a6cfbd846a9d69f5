'use client';
/** What leaves again and again, a row each; the one that is open is beside it. */
import { Spin } from 'antd';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useRef } from 'react';
import type { SeriesJson } from '#api/types';
import { recipientsWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead } from '../common/RowParts';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { useSeriesList } from '../data/series';
import styles from '../departures/DeparturesView.module.css';
import { EmptyTable } from '../departures/EmptyTable';
import { SeriesDetail } from './SeriesDetail';
import own from './Series.module.css';
import { useSeriesActions } from './useSeriesActions';
import { WholeActions } from './WholeActions';

function stateWords({ state, waiting, next }: SeriesJson, moment: (at: string) => string): string {
  if (state === 'ended') return 'ended';
  if (state === 'paused') return 'paused';
  if (waiting > 0) return waiting === 1 ? 'one waits for a look' : `${waiting} wait for a look`;
  return next ? `next ${moment(next)}` : 'none is planned';
}

export function SeriesTable() {
  const { data, error } = useSeriesList();
  const open = useSearchParams().get('series');
  const words = useWords();
  const actions = useSeriesActions();
  const table = useRef<HTMLTableElement>(null);
  const steady = useSteady(data, table);
  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  if (data.length === 0)
    return (
      <EmptyTable words="No series. Write a message, choose “again and again” as its plan, and it leaves by itself each time." />
    );
  const shown = data.find(({ id }) => id === open);
  return (
    <div className={own.split} data-open={shown !== undefined}>
      <div className={`pane ${styles.frame}`}>
        <WaitingChanges {...steady} />
        <table className={styles.table} ref={table} onKeyDown={moveBetweenRows} aria-label="Series">
          <thead>
            <tr>
              <th scope="col">Series</th>
              <th scope="col">Repeats</th>
              <th scope="col">State</th>
              {!shown && <th scope="col">Left</th>}
              {!shown && <ActionsHead />}
            </tr>
          </thead>
          <tbody>
            {steady.rows.map((series) => (
              <tr
                key={series.id}
                className={styles.row}
                data-state={series.state}
                aria-current={series.id === open}
              >
                <td className={styles.subject} dir="auto">
                  <Link href={`/departures?part=series&series=${series.id}`} data-row={series.id}>
                    {series.name || '(no subject)'}
                  </Link>
                  <span className="quiet"> {recipientsWords(series.readers)}</span>
                </td>
                <td data-label="Repeats" className={own.repeats}>
                  {series.words}
                </td>
                <td data-label="State" className={own.state} data-waiting={series.waiting > 0}>
                  {stateWords(series, words.moment)}
                </td>
                {!shown && (
                  <td data-label="Left" className={own.count}>
                    {series.left > 0 ? `${series.left}, last ${words.moment(series.last!)}` : 'none yet'}
                    {series.toCome !== null && series.state !== 'ended' && `; ${series.toCome} to come`}
                  </td>
                )}
                {!shown && (
                  <td className={styles.actions}>
                    <WholeActions series={series} actions={actions} />
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown && <SeriesDetail key={shown.id} series={shown} actions={actions} />}
    </div>
  );
}
