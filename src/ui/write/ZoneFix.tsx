'use client';
/** Telling the time zone of a reader where it is missed, by confirming the guess or choosing one. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { zoneCity } from '../../core/time/zones';
import { ask } from '../data/client';
import { refresh, useCorrespondents, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { ZonePicker } from './ZonePicker';
import styles from './Composer.module.css';

interface Props {
  address: string;
  name: string;
}

export function ZoneFix({ address, name }: Props) {
  const client = useQueryClient();
  const { zone: mine } = useSettings();
  const { show, showProblem } = useNotices();
  const [choosing, setChoosing] = useState(false);
  const people = useCorrespondents().data;
  const person = people?.find(({ addresses }) => addresses.includes(address.toLowerCase()));
  const whose = person?.name || name || address;
  const guess = person?.zoneGuess?.zone;

  async function keep(zone: string) {
    try {
      if (person) await ask('PATCH', `/correspondents/${person.id}`, { zone });
      else await ask('POST', '/correspondents', { name, addresses: [address], zone });
    } catch (error) {
      return showProblem(error);
    }
    show({ words: `${whose} is on the clock of ${zoneCity(zone)}.` });
    refresh(client, ['correspondent']);
  }
  if (choosing)
    return (
      <span className={styles.zone}>
        <ZonePicker
          label={`Time zone of ${whose}`}
          value={guess ?? mine}
          near={[
            ...(guess ? [{ zone: guess, whose: 'perhaps theirs' }] : []),
            ...(guess === mine ? [] : [{ zone: mine, whose: 'yours' }]),
          ]}
          onChange={(zone) => void keep(zone)}
        />
      </span>
    );
  return (
    <>
      {guess && (
        <Button size="small" title={person.zoneGuess!.why} onClick={() => void keep(guess)}>
          Confirm {zoneCity(guess)}
        </Button>
      )}
      <Button size="small" disabled={!people} onClick={() => setChoosing(true)}>
        {guess ? 'Another zone' : 'Choose their time zone'}
      </Button>
    </>
  );
}
