'use client';
/**
 * Telling the time zone of readers where it is missed: by confirming what is thought of each, or by choosing one, for
 * all of them where there are several.
 */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { addressKey } from '#core/message/address';
import { zoneCity } from '#core/time/zones';
import { ask } from '../data/client';
import { refresh, useCorrespondents, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { ZonePicker } from './ZonePicker';
import styles from './Composer.module.css';

interface Props {
  readers: { address: string; name: string }[];
}

export function ZoneFix({ readers }: Props) {
  const client = useQueryClient();
  const { zone: mine } = useSettings();
  const { show, showProblem } = useNotices();
  const [choosing, setChoosing] = useState(false);
  const [busy, setBusy] = useState(false);
  const people = useCorrespondents().data;
  const byAddress = useMemo(
    () => new Map(people?.flatMap((person) => person.addresses.map((address) => [address, person]))),
    [people],
  );
  const known = readers.map(({ address, name }) => {
    const person = byAddress.get(addressKey(address));
    const { zone, others = [], why } = person?.zoneGuess ?? {};
    return { address, name, person, why, guess: zone ?? undefined, choices: zone ? [] : others };
  });
  const [only] = known;
  const several = known.length > 1;
  const whose = several ? `all ${known.length}` : only!.person?.name || only!.name || only!.address;
  const guessed = known.filter(({ guess }) => guess);
  const guess = several ? undefined : only!.guess;

  async function keep(zoneOf: (reader: (typeof known)[number]) => string | undefined, done: string) {
    setBusy(true);
    try {
      const placed = known.flatMap((reader) => {
        const zone = zoneOf(reader);
        const { name, address } = reader;
        return zone ? [{ name, address, zone }] : [];
      });
      await ask('POST', '/correspondents/zones', { readers: placed });
      show({ words: done });
    } catch (error) {
      showProblem(error);
    } finally {
      setBusy(false);
      refresh(client, ['correspondent']);
    }
  }
  const inZone = (zone: string) =>
    several
      ? `${known.length} readers are on the clock of ${zoneCity(zone)}.`
      : `${whose} is on the clock of ${zoneCity(zone)}.`;

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
          onChange={(zone) => {
            setChoosing(false);
            void keep(() => zone, inZone(zone));
          }}
        />
      </span>
    );
  return (
    <>
      {guess && (
        <Button size="small" title={only!.why} onClick={() => void keep(() => guess, inZone(guess))}>
          Confirm {zoneCity(guess)}
        </Button>
      )}
      {!several &&
        only!.choices.map((zone) => (
          <Button
            key={zone}
            size="small"
            title={only!.why}
            onClick={() => void keep(() => zone, inZone(zone))}
          >
            {zoneCity(zone)}
          </Button>
        ))}
      {several && guessed.length > 0 && (
        <Button
          size="small"
          loading={busy}
          title={guessed.map((each) => `${each.name || each.address}: ${zoneCity(each.guess!)}`).join('\n')}
          onClick={() => void keep((each) => each.guess, `${guessed.length} time zones are kept.`)}
        >
          Confirm the {guessed.length} that are likely
        </Button>
      )}
      <Button size="small" loading={busy} disabled={!people} onClick={() => setChoosing(true)}>
        {several ? 'One time zone for all of them' : guess ? 'Another zone' : 'Choose their time zone'}
      </Button>
    </>
  );
}
