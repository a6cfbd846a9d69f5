'use client';
/** Saying what became of a departure that is in doubt. */
import type { DepartureJson } from '../../api/types';
import { RowButton, RowButtonTwice } from '../common/RowParts';
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
      <RowButton strong onClick={() => void actions.settle(departure, true)}>
        It arrived
      </RowButton>
      <RowButtonTwice
        strong
        label="It did not, send again"
        again="Press again to send"
        onPressed={() => void actions.settle(departure, false)}
      />
    </>
  );
}
