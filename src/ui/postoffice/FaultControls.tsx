'use client';
/** Having the post office misbehave, to see what Oak Lantern makes of it. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { FaultsJson } from '#api/types';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useCorrespondents, useFaults } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './PostOffice.module.css';

/** As the API takes them. */
interface Wanted {
  greylist: string[];
  refuse: string[];
  drop: FaultsJson['drop'];
  dropTimes: number | null;
  answerAfterSeconds: number;
  downMinutes: number;
  refuseStartTls: boolean;
}

const WELL: Wanted = {
  greylist: [],
  refuse: [],
  drop: null,
  dropTimes: 1,
  answerAfterSeconds: 0,
  downMinutes: 0,
  refuseStartTls: false,
};

const DROPS: { value: FaultsJson['drop']; label: string }[] = [
  { value: null, label: 'Never' },
  { value: 'before-data', label: 'Before the message' },
  { value: 'in-data', label: 'In the middle of it' },
  { value: 'after-dot', label: 'After its end, and keeps it' },
  { value: 'after-dot-unkept', label: 'After its end, and loses it' },
];

/** What is wrong at present, in words. */
function presentWords(faults: FaultsJson, moment: (at: string) => string): string {
  const who = (list: string[]) => (list.includes('*') ? 'everyone' : list.join(', '));
  const parts = [
    faults.downUntil && `is down until ${moment(faults.downUntil)}`,
    faults.greylist.length > 0 && `puts off mail to ${who(faults.greylist)} for a minute`,
    faults.refuse.length > 0 && `refuses mail to ${who(faults.refuse)}`,
    faults.drop && faults.dropTimes !== 0 && 'drops connections',
    faults.answerAfterSeconds > 0 && `answers after ${faults.answerAfterSeconds} s`,
    faults.refuseStartTls && 'offers encryption and refuses it',
  ].filter(Boolean);
  return parts.length > 0 ? `At present it ${parts.join(', ')}.` : 'At present it works as it should.';
}

export function FaultControls() {
  const client = useQueryClient();
  const { moment } = useWords();
  const { show, showProblem } = useNotices();
  const people = useCorrespondents().data;
  const present = useFaults().data;
  const [wanted, setWanted] = useState(WELL);
  const change = (patch: Partial<Wanted>) => setWanted((before) => ({ ...before, ...patch }));
  const apply = async (faults: Wanted, words: string) => {
    try {
      client.setQueryData(['faults'], await ask<FaultsJson>('PUT', '/postoffice/faults', faults));
      setWanted(faults);
      show({ words });
    } catch (error) {
      showProblem(error);
    }
  };
  const addresses = [
    { value: '*', label: 'everyone' },
    ...(people ?? []).flatMap((person) =>
      person.addresses.map((address) => ({ value: address, label: person.name })),
    ),
  ];
  const someone = (label: string, field: 'greylist' | 'refuse') => (
    <label className={styles.field}>
      <span>{label}</span>
      <Select
        mode="multiple"
        aria-label={label}
        value={wanted[field]}
        options={addresses}
        optionFilterProp="label"
        placeholder="nobody"
        onChange={(list: string[]) => change({ [field]: list })}
      />
    </label>
  );
  return (
    <details className={`pane ${styles.faults}`}>
      <summary>Bad days</summary>
      {present && <p>{presentWords(present, moment)}</p>}
      <div className={styles.faultFields}>
        {someone('Puts off with 451, mail to', 'greylist')}
        {someone('Refuses with 550, mail to', 'refuse')}
        <label className={styles.field}>
          <span>Drops the connection</span>
          <Select
            aria-label="Drops the connection"
            value={wanted.drop}
            options={DROPS}
            onChange={(drop: FaultsJson['drop']) => change({ drop })}
          />
        </label>
        <label className={styles.field}>
          <span>How often it drops</span>
          <InputNumber
            aria-label="How often it drops"
            min={1}
            precision={0}
            placeholder="always"
            value={wanted.dropTimes}
            onChange={(dropTimes) => change({ dropTimes })}
          />
        </label>
        <label className={styles.field}>
          <span>Answers after, seconds</span>
          <InputNumber
            aria-label="Answers after, seconds"
            min={0}
            max={600}
            value={wanted.answerAfterSeconds}
            onChange={(value) => change({ answerAfterSeconds: value ?? 0 })}
          />
        </label>
        <label className={styles.field}>
          <span>Is down for, minutes</span>
          <InputNumber
            aria-label="Is down for, minutes"
            min={0}
            value={wanted.downMinutes}
            onChange={(value) => change({ downMinutes: value ?? 0 })}
          />
        </label>
        <Checkbox
          checked={wanted.refuseStartTls}
          onChange={(event) => change({ refuseStartTls: event.target.checked })}
        >
          Offers encryption and refuses it
        </Checkbox>
      </div>
      <div className={styles.faultActions}>
        <Button onClick={() => void apply(wanted, 'The post office behaves like this from now on.')}>
          Behave like this
        </Button>
        <Button type="text" onClick={() => void apply(WELL, 'The post office works as it should again.')}>
          All well again
        </Button>
      </div>
    </details>
  );
}
