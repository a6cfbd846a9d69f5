'use client';
/** What can be done to a series as a whole. */
import type { SeriesJson } from '#api/types';
import { RowButton, RowButtonTwice } from '../common/RowParts';
import type { SeriesActions } from './useSeriesActions';

export function WholeActions({ series, actions }: { series: SeriesJson; actions: SeriesActions }) {
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
        <RowButton onClick={() => void actions.skip(series)} aria-label={`Skip next of ${of}`}>
          Skip next
        </RowButton>
      )}
      {goes && (
        <RowButton onClick={() => void actions.test(series)} aria-label={`Test ${of}: send me the next one`}>
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
