'use client';
/** The country and region whose public holidays somebody has. */
import { Select } from 'antd';
import { useId, useMemo } from 'react';
import type { HolidaysKnownJson } from '#api/types';
import { listZones, countryOfZone } from '#core/time/zones';
import { useHolidayPlace } from '../data/queries';
import styles from './PlaceFields.module.css';

interface Props {
  country: string | null;
  region: string | null;
  /** Whose country is taken where none is chosen. */
  zone: string | null;
  onChange: (patch: { country?: string | null; region: string | null }) => void;
}

const HOLIDAY_WORDS: Record<HolidaysKnownJson, string> = {
  known: 'Public holidays are known.',
  added: 'Public holidays come from a calendar you added.',
  'none yet': 'No holiday calendar yet.',
  'place not known': 'Public holidays are not known: choose a country.',
};

const names = new Intl.DisplayNames('en', { type: 'region' });
const nameOf = (code: string) => names.of(code) ?? code;

export function PlaceFields({ country, region, zone, onChange }: Props) {
  const id = useId();
  const countries = useMemo(() => {
    const codes = [...new Set(listZones().map(({ countryCode }) => countryCode))];
    return codes
      .map((code) => ({ value: code, label: nameOf(code) }))
      .sort((a, b) => a.label.localeCompare(b.label, 'en'));
  }, []);
  const ofZone = zone ? countryOfZone(zone) : undefined;
  const where = country ?? ofZone ?? null;
  const place = useHolidayPlace(where).data;
  const regions = place?.regions ?? [];
  return (
    <div className={styles.place}>
      <label htmlFor={`${id}-country`}>Country, for public holidays</label>
      <Select
        id={`${id}-country`}
        aria-label="Country, for public holidays"
        aria-describedby={`${id}-words`}
        allowClear
        showSearch={{ optionFilterProp: 'label' }}
        value={country ?? undefined}
        placeholder={ofZone ? `${nameOf(ofZone)}, as the time zone` : 'that of the time zone'}
        onChange={(next: string | undefined) => onChange({ country: next ?? null, region: null })}
        options={countries}
      />
      {(regions.length > 0 || region) && (
        <>
          <label htmlFor={`${id}-region`}>Region</label>
          <Select
            id={`${id}-region`}
            aria-label="Region"
            allowClear
            showSearch={{ optionFilterProp: 'label' }}
            value={region ?? undefined}
            placeholder="the whole country’s only"
            onChange={(next: string | undefined) => onChange({ region: next ?? null })}
            options={regions.map(({ code, name }) => ({ value: code, label: name }))}
          />
        </>
      )}
      <span id={`${id}-words`} className="quiet">
        {HOLIDAY_WORDS[where ? (place?.holidays ?? 'known') : 'place not known']}
      </span>
    </div>
  );
}
