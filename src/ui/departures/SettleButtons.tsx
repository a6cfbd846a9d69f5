'use client';
/** Saying what became of a departure that is in doubt. */
import { Button } from 'antd';
import type { DepartureJson } from '../../api/types';
import { TwicePressed } from '../common/TwicePressed';
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
      <Button size="small" onClick={() => void actions.settle(departure, true)}>
        It arrived
      </Button>
      <TwicePressed
        size="small"
        label="It did not, send again"
        again="Press again to send"
        onPressed={() => void actions.settle(departure, false)}
      />
    </>
  );
}
