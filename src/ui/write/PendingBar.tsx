'use client';
/** What can be done to a pending message besides changing it. */
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { DepartureJson, MessageJson } from '#api/types';
import { StatePill } from '../common/StatePill';
import { TwicePressed } from '../common/TwicePressed';
import type { DepartureActions } from '../departures/useDepartureActions';
import type { Lease } from './useLease';
import styles from './Composer.module.css';

interface Props {
  departure: DepartureJson;
  message: MessageJson;
  lease: Lease;
  actions: DepartureActions;
}

export function PendingBar({ departure, message, lease, actions }: Props) {
  const router = useRouter();
  const letGo = async () => {
    await actions.releaseNow(departure);
    router.push(`/departures?row=${departure.id}`);
  };
  const remove = async () => {
    await actions.remove(message);
    router.push('/departures');
  };
  return (
    <div className={styles.pending}>
      <StatePill departure={departure} />
      {lease.lost && (
        <span role="alert">
          {lease.lost}{' '}
          <Button size="small" onClick={lease.reopen}>
            Open it again
          </Button>
        </span>
      )}
      {lease.held && <span>It does not leave while it is open here.</span>}
      {departure.reason && <span>{departure.reason}</span>}
      {departure.through && <span>Leaves through {departure.through}.</span>}
      <span className={styles.spring} />
      <Button onClick={() => void actions.takeBack(departure, 'all')}>Take back</Button>
      {departure.state === 'failed' ? (
        <Button onClick={() => void actions.retry(departure)}>Try again</Button>
      ) : (
        <TwicePressed label="Let it go now" again="Press again: it leaves" onPressed={() => void letGo()} />
      )}
      <Button onClick={() => void remove()}>Delete</Button>
    </div>
  );
}
