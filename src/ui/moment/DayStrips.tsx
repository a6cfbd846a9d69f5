'use client';
/** A stretch of each reader's time: night, waking and working hours, days off, and where it lands. */
import Link from 'next/link';
import { durationWords } from '#core/time/words';
import { useWords } from '../common/format';
import { useStrips } from '../data/queries';
import styles from './DayStrips.module.css';
import { partsWords, Strip } from './Strip';

/** One landing. */
export interface Lands {
  at: string;
  name: string;
  zone: string | null;
  place: string | null;
  dayPart: string | null;
  dayPartWords: string | null;
}

interface Props {
  recipients: string[];
  lands: readonly Lands[];
}

const HOUR = 3_600_000;

/** A day at least, with hours before the first landing and after the last. */
function stretch(moments: number[]): [from: number, until: number] {
  const from = Math.floor((Math.min(...moments) - 9 * HOUR) / HOUR) * HOUR;
  const until = Math.max(from + 24 * HOUR, Math.max(...moments) + 6 * HOUR);
  return [from, Math.min(until, from + 14 * 24 * HOUR)];
}

export function DayStrips({ recipients, lands }: Props) {
  const words = useWords();
  const moments = lands.map(({ at }) => Date.parse(at));
  const [from, until] = moments.length ? stretch(moments) : [0, 1];
  const iso = (at: number) => new Date(at).toISOString();
  const { data } = useStrips(recipients, iso(from), iso(until), moments.length > 0);
  if (!data || data.length === 0) return null;
  const missing = [...new Set(data.flatMap(({ noHolidaysFor }) => noHolidaysFor ?? []))];
  const countries = new Intl.DisplayNames('en', { type: 'region' });

  return (
    <div className={styles.strips}>
      {data.map((strip) => {
        const own = lands.filter(({ name, zone }) => strip.names.includes(name) && zone === strip.zone);
        const [first] = own;
        const who = strip.names.length > 1 ? `${strip.names.length} readers` : strip.names[0]!;
        const landing = first
          ? `lands ${words.there(first.at, strip.zone)} · ${first.dayPartWords}`
          : 'no landing';
        const good = first?.dayPart === 'working' || first?.dayPart === 'waking';
        return (
          <figure key={`${strip.zone} ${strip.names[0]}`} className={styles.strip}>
            <figcaption>
              <span title={strip.names.join(', ')}>
                <strong>{who}</strong> <span className="quiet">{strip.place}</span>
              </span>
              <span className={good ? styles.good : styles.bad}>{landing}</span>
            </figcaption>
            <Strip
              parts={strip.parts}
              from={from}
              until={until}
              marks={[...new Set(own.map(({ at }) => Date.parse(at)))]}
              label={`${who}, ${strip.place}: ${landing}. ${partsWords(strip.parts, (at) => words.there(at, strip.zone))}, ${durationWords(until - from)} in all.`}
            />
          </figure>
        );
      })}
      {missing.map((code) => (
        <p key={code} className={styles.missing}>
          No holiday calendar for {countries.of(code) ?? code} yet.{' '}
          <Link href={`/correspondents?holidays=${code}`}>Add one</Link>
        </p>
      ))}
    </div>
  );
}
