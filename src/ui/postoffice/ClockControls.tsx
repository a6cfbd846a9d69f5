'use client';
/** Moving the sandbox clock. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Popover, Segmented } from 'antd';
import { useState } from 'react';
import type { ClockJson } from '../../api/types';
import { isLocal, toInstant, toLocal } from '../../core/time/wallClock';
import { dayWords, timeWords } from '../../core/time/words';
import { MomentFields } from '../common/MomentFields';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useClockReading, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useNotices } from '../shell/Notices';
import styles from './PostOffice.module.css';

function SetForm({ set }: { set: (at: number) => void }) {
  const { zone } = useSettings();
  const now = useNow(60_000);
  const [moment, setMoment] = useState({ local: toLocal(now + 3_600_000, zone).slice(0, 16), zone });
  return (
    <form
      style={{ width: 320, display: 'grid', gap: 12 }}
      onSubmit={(event) => {
        event.preventDefault();
        set(toInstant(moment.local, moment.zone).at);
      }}
    >
      <MomentFields id="clock" value={moment} near={[{ zone, whose: 'you' }]} onChange={setMoment} />
      <Button type="primary" htmlType="submit" disabled={!isLocal(moment.local)}>
        Go to this time
      </Button>
    </form>
  );
}

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
      setChoosing(false);
    } catch (error) {
      showProblem(error);
    }
  };
  const local = toLocal(now, zone);
  return (
    <section aria-label="Sandbox clock" className={styles.clock}>
      <p className={styles.time}>
        {dayWords(local)} <strong>{timeWords(local, hourCycle, 'always')}</strong>
        {clock.target && <span> · going to {words.moment(clock.target)}…</span>}
      </p>
      <Button disabled={!clock.nextDue} onClick={() => void move({ set: clock.nextDue })}>
        {clock.nextDue ? `To the next due moment, ${words.moment(clock.nextDue)}` : 'Nothing is due'}
      </Button>
      <Button onClick={() => void move({ advance: 'PT1H' })}>1 hour on</Button>
      <Popover
        open={choosing}
        onOpenChange={setChoosing}
        trigger="click"
        destroyOnHidden
        placement="bottomLeft"
        title="Set the clock"
        content={<SetForm set={(at) => void move({ set: new Date(at).toISOString() })} />}
      >
        <Button aria-expanded={choosing}>To a time…</Button>
      </Popover>
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
