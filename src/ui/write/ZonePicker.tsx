'use client';
/** All time zones by city and present offset; those that matter first. */
import { Select } from 'antd';
import { useMemo } from 'react';
import { offsetLabel } from '#core/time/wallClock';
import { zoneCity } from '#core/time/zones';
import { useZones } from '../data/queries';

export interface NearZone {
  zone: string;
  /** Whose it is: “Prakriti Thapa”, “you”. */
  whose: string;
  place?: string;
}

interface Props {
  id?: string;
  label: string;
  value: string;
  onChange: (zone: string) => void;
  /** The readers' own and mine, in order. */
  near: NearZone[];
}

/** Words to find a zone by, without case or accents. */
const searchable = (...words: string[]) =>
  [...words, words.join(' ').replace(/[/_]/g, ' ')].join(' ').toLowerCase();

export function ZonePicker({ id, label, value, onChange, near }: Props) {
  const zones = useZones().data;
  const groups = useMemo(() => {
    const offsets = new Map((zones ?? []).map((zone) => [zone.id, zone.offset]));
    const shown = (zone: string) => {
      const offset = offsets.get(zone);
      return offset === undefined ? '' : ` · ${offsetLabel(offset)}`;
    };
    const nearIds = new Set(near.map(({ zone }) => zone));
    return [
      {
        label: 'Yours and theirs',
        options: near.map(({ zone, whose, place }) => ({
          value: zone,
          label: `${place ?? zoneCity(zone)}${shown(zone)} · ${whose}`,
          search: searchable(zoneCity(zone), place ?? '', whose, zone),
        })),
      },
      {
        label: 'All zones',
        options: (zones ?? [])
          .filter((zone) => !nearIds.has(zone.id))
          .map((zone) => ({
            value: zone.id,
            label: `${zone.city}, ${zone.country}${shown(zone.id)}`,
            search: searchable(zone.city, zone.country, zone.id, ...zone.aliases),
          })),
      },
    ];
  }, [zones, near]);
  // By the beginnings of words: “ka” is Kathmandu, not Alaska.
  const matches = (search: string, typed: string) => ` ${search}`.includes(` ${typed.toLowerCase().trim()}`);
  const known = groups.some((group) => group.options.some((option) => option.value === value));
  return (
    <Select
      id={id}
      aria-label={label}
      showSearch={{
        filterOption: (input, option) =>
          matches((option as { search?: string } | undefined)?.search ?? '', input),
      }}
      value={value}
      onChange={onChange}
      options={
        known
          ? groups
          : [
              { label: 'Chosen', options: [{ value, label: zoneCity(value), search: searchable(value) }] },
              ...groups,
            ]
      }
      popupMatchSelectWidth={340}
      style={{ width: '100%' }}
    />
  );
}
