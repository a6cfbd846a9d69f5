'use client';
/** What leaves again and again, a row each; the one that is open is beside it. */
import { Spin } from 'antd';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useRef } from 'react';
import type { SeriesJson } from '#api/types';
import { recipientsWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton, RowButtonTwice } from '../common/RowParts';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { useSeriesList } from '../data/series';
import styles from '../departures/DeparturesView.module.css';
import { EmptyTable } from '../departures/EmptyTable';
import { SeriesDetail } from './SeriesDetail';
import own from './Series.module.css';
import { useSeriesActions, type SeriesActions } from './useSeriesActions';

function stateWords({ state, waiting, next }: SeriesJson, moment: (at: string) => string): string {
  if (state === 'ended') return 'ended';
  if (state === 'paused') return 'paused';
  if (waiting > 0) return waiting === 1 ? 'one waits for a look' : `${waiting} wait for a look`;
  return next ? `next ${moment(next)}` : 'none is planned';
}

function Actions({ series, actions }: { series: SeriesJson; actions: SeriesActions }) {
  const of = `“${series.name}”`;
  const goes = series.state === 'active';
  return (
    <>
      {goes ? (
        <RowButton onClick={() => void actions.pause(series)} aria-label={`Pause ${of}`}>
          Pause
        </RowButton>
      ) : (
        <RowButton strong onClick={() => void actions.resume(series)} aria-label={`Go on with ${of}`}>
          Go on
        </RowButton>
      )}
      {goes && (
        <RowButton onClick={() => void actions.skip(series)} aria-label={`Skip the next of ${of}`}>
          Skip next
        </RowButton>
      )}
      {goes && (
        <RowButton onClick={() => void actions.test(series)} aria-label={`Send me a test of ${of}`}>
          Test
        </RowButton>
      )}
      {series.state === 'ended' ? (
        <RowButtonTwice
          label="Delete"
          again="Press again"
          aria-label={`Delete ${of}; takes a second press`}
          onPressed={() => void actions.remove(series)}
        />
      ) : (
        <RowButton onClick={() => void actions.end(series)} aria-label={`End ${of}`}>
          End
        </RowButton>
      )}
    </>
  );
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
              <th scope="col">Left</th>
              <ActionsHead />
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
                <td data-label="Repeats">{series.words}</td>
                <td data-label="State" className={own.state} data-waiting={series.waiting > 0}>
                  {stateWords(series, words.moment)}
                </td>
                <td data-label="Left" className={own.count}>
                  {series.left > 0 ? `${series.left}, last ${words.moment(series.last!)}` : 'none yet'}
                </td>
                <td className={styles.actions}>
                  <Actions series={series} actions={actions} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown && <SeriesDetail key={shown.id} series={shown} actions={actions} />}
    </div>
  );
}
