'use client';
/** What can be done to one pending departure. */
import { Button } from 'antd';
import type { DepartureJson } from '../../api/types';
import { recipientsWords } from '../common/format';
import { TwicePressed } from '../common/TwicePressed';
import { MoveControl } from './MoveControl';
import { SettleButtons } from './SettleButtons';
import type { DepartureActions } from './useDepartureActions';

export function RowActions({ departure, actions }: { departure: DepartureJson; actions: DepartureActions }) {
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
