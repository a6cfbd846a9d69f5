'use client';
/** Moving the sandbox clock. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import type { ClockJson } from '#api/types';
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { MomentPopover } from '../common/MomentPopover';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useClockReading, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useNotices } from '../shell/Notices';
import styles from './PostOffice.module.css';

export function ClockControls() {
  const client = useQueryClient();
  const { zone, hourCycle } = useSettings();
  const clock = useClockReading().data!;
  const now = useNow(1000);
  const words = useWords();
  const { showProblem } = useNotices();
  const [choosing, setChoosing] = useState(false);
  const move = async (body: unknown) => {
    try {
      client.setQueryData(['clock'], await ask<ClockJson>('POST', '/clock', body));
      return true;
    } catch (error) {
      showProblem(error);
      return false;
    }
  };
  const shown = toLocal(now, zone);
  return (
    <section aria-label="Sandbox clock" className={styles.clock}>
      <p className={styles.time}>
        {dayWords(shown)} <strong>{timeWords(shown, hourCycle, 'always')}</strong>
        {clock.target && <span> · going to {words.moment(clock.target)}…</span>}
      </p>
      <Button disabled={!clock.nextDue} onClick={() => void move({ set: clock.nextDue })}>
        {clock.nextDue ? `To the next due moment, ${words.moment(clock.nextDue)}` : 'Nothing is due'}
      </Button>
      <Button onClick={() => void move({ advance: 'PT1H' })}>1 hour on</Button>
      <MomentPopover
        id="clock"
        title="Set the clock"
        initial={() => ({ local: toLocal(now + 3_600_000, zone).slice(0, 16), zone })}
        near={[{ zone, whose: 'you' }]}
        submit="Go to this time"
        button={{ children: 'To a time…' }}
        open={choosing}
        onOpenChange={setChoosing}
        onChosen={({ local, zone: where }) =>
          move({ set: new Date(toInstant(local, where).at).toISOString() })
        }
      />
      <Segmented
        aria-label="How fast the clock runs"
        value={clock.rate}
        onChange={(rate) => void move({ rate })}
        options={[
          { value: 0, label: 'Stand still' },
          { value: 1, label: 'As usual' },
          { value: 60, label: '×60' },
        ]}
      />
    </section>
  );
}
