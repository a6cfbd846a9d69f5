'use client';
/** How a message is held where it leaves now, and the way past quiet hours. */
import { Button, Input } from 'antd';
import { useState } from 'react';
import type { HoldJson } from '#api/types';
import { holdWords } from '#core/hold/decide';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import styles from './Composer.module.css';

interface Props {
  hold: HoldJson;
  /** Why quiet hours are set aside; null where they are not. */
  inSpite: string | null;
  onInSpite: (why: string | null) => void;
}

export function HoldLine({ hold, inSpite, onInSpite }: Props) {
  const { zone, hourCycle } = useSettings();
  const now = useNow(60_000);
  const [asking, setAsking] = useState(false);
  const [why, setWhy] = useState('');
  const words = holdWords(
    { ...hold, quiet: hold.quiet === null ? null : Date.parse(hold.quiet) },
    { now, senderZone: zone, hourCycle },
  );
  return (
    <div className={styles.hold}>
      <p>{words}.</p>
      {inSpite !== null && (
        <p className="quiet">
          In spite of quiet hours: {inSpite} {/* The field that had the focus is gone. */}
          <Button size="small" autoFocus onClick={() => onInSpite(null)}>
            Keep to quiet hours
          </Button>
        </p>
      )}
      {hold.quiet !== null && !asking && (
        <Button size="small" onClick={() => setAsking(true)}>
          Not this one
        </Button>
      )}
      {hold.quiet !== null && asking && (
        <Input
          size="small"
          autoFocus
          aria-label="Why it leaves in spite of quiet hours"
          placeholder="Why it cannot wait; Enter"
          maxLength={200}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setAsking(false);
            if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || !why.trim()) return;
            event.preventDefault();
            setAsking(false);
            onInSpite(why.trim());
          }}
        />
      )}
    </div>
  );
}
