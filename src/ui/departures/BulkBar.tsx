'use client';
/** What can be done to the chosen departures together. */
import { Button, Input, Space } from 'antd';
import { useState } from 'react';
import { readShift } from '#core/plan/shift';
import { TwicePressed } from '../common/TwicePressed';
import styles from './DeparturesView.module.css';
import type { Bulk, BulkProgress } from './useBulk';

interface Props {
  count: number;
  progress: BulkProgress | null;
  run: (what: Bulk) => void;
  stop: () => void;
  /** Chooses none of them; missing where they are not chosen one by one. */
  clear?: () => void;
}

export function BulkBar({ count, progress, run, stop, clear }: Props) {
  const [by, setBy] = useState('1 h');
  const shift = readShift(by);
  if (progress)
    return (
      <div className={styles.chosen} role="group" aria-label="Progress">
        <progress value={progress.done} max={progress.of} aria-label="Done so far" />
        <span role="status">
          {progress.done} of {progress.of}
        </span>
        <Button size="small" onClick={stop}>
          Stop
        </Button>
      </div>
    );
  return (
    <div className={styles.chosen} role="group" aria-label="What to do with the chosen departures">
      <span>{clear ? `${count} chosen` : `All ${count} that have not left`}</span>
      <Space.Compact size="small">
        <Input
          aria-label="Shift by"
          value={by}
          status={shift ? undefined : 'error'}
          title="2 h, 3 days, 1 week; with a minus or “earlier” it goes back"
          onChange={(event) => setBy(event.target.value)}
          className={styles.by}
        />
        <Button disabled={!shift} onClick={() => shift && run({ action: 'shift', ...shift })}>
          Shift
        </Button>
      </Space.Compact>
      <Button size="small" onClick={() => run({ action: 'next-working-morning' })}>
        To the next working morning
      </Button>
      <Button size="small" onClick={() => run({ action: 'pause' })}>
        Pause
      </Button>
      <Button size="small" onClick={() => run({ action: 'resume' })}>
        Go on
      </Button>
      <Button size="small" onClick={() => run({ action: 'take-back' })}>
        Take back
      </Button>
      <TwicePressed
        size="small"
        label="Let go now"
        again={`Press again: ${count} leave, for good`}
        onPressed={() => run({ action: 'release' })}
      />
      {clear && (
        <Button size="small" type="text" onClick={clear}>
          Choose none
        </Button>
      )}
    </div>
  );
}
