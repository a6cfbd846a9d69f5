'use client';
/** What can be done to one pending departure. */
import type { DepartureJson } from '#api/types';
import { recipientsWords } from '../common/format';
import { RowButton, RowButtonTwice } from '../common/RowParts';
import { useUnlock } from '../keys/useUnlock';
import { MoveControl } from './MoveControl';
import { SettleButtons } from './SettleButtons';
import type { DepartureActions } from './useDepartureActions';

export function RowActions({ departure, actions }: { departure: DepartureJson; actions: DepartureActions }) {
  const unlock = useUnlock();
  const to = recipientsWords(departure.recipients);
  if (departure.state === 'releasing') return null;
  if (departure.state === 'unconfirmed') return <SettleButtons departure={departure} actions={actions} />;
  return (
    <>
      {departure.state === 'failed' && (
        <RowButton strong onClick={() => void actions.retry(departure)} aria-label={`Try again, to ${to}`}>
          Try again
        </RowButton>
      )}
      {departure.state === 'paused' &&
        departure.pausedFor !== 'late' &&
        departure.pausedFor !== 'review' &&
        departure.pausedFor !== 'key' && (
          <RowButton strong onClick={() => void actions.resume(departure)} aria-label={`Go on, to ${to}`}>
            Go on
          </RowButton>
        )}
      {departure.pausedFor === 'key' && (
        <RowButton
          strong
          onClick={() => void unlock('It is to be signed with your key, and leaves then.')}
          aria-label={`Type the passphrase, to ${to}`}
        >
          Type the passphrase
        </RowButton>
      )}
      {departure.pausedFor === 'review' && (
        <RowButton strong onClick={() => void actions.approve(departure)} aria-label={`Approve, to ${to}`}>
          Approve
        </RowButton>
      )}
      <MoveControl departure={departure} move={actions.move} />
      {(departure.state === 'held' || departure.state === 'scheduled') && (
        <RowButton onClick={() => void actions.pause(departure)} aria-label={`Pause, to ${to}`}>
          Pause
        </RowButton>
      )}
      <RowButton
        strong={departure.state === 'held'}
        onClick={() => void actions.takeBack(departure)}
        aria-label={`Take back, to ${to}`}
      >
        Take back
      </RowButton>
      {departure.state !== 'failed' && (
        <RowButtonTwice
          label="Let go"
          again="Press again"
          aria-label={`Let go now, to ${to}; takes a second press`}
          onPressed={() => void actions.releaseNow(departure)}
        />
      )}
      {departure.series ? (
        <RowButton onClick={() => void actions.skip(departure)} aria-label={`Skip, to ${to}`}>
          Skip
        </RowButton>
      ) : (
        <RowButton
          onClick={() => void actions.remove({ id: departure.messageId, subject: departure.subject })}
          aria-label={`Delete, to ${to}`}
        >
          Delete
        </RowButton>
      )}
    </>
  );
}
