'use client';
/** Saying what became of a departure that is in doubt. */
import type { DepartureJson } from '#api/types';
import { RowButtonTwice } from '../common/RowParts';
import type { DepartureActions } from './useDepartureActions';

export function SettleButtons({
  departure,
  actions,
}: {
  departure: DepartureJson;
  actions: DepartureActions;
}) {
  return (
    <>
      <RowButtonTwice
        strong
        label="It arrived"
        again="Press again: this is for good"
        onPressed={() => void actions.settle(departure, true)}
      />
      <RowButtonTwice
        strong
        label="It did not, send again"
        again="Press again to send"
        onPressed={() => void actions.settle(departure, false)}
      />
    </>
  );
}
