'use client';
/** A stretch of each reader's time: night, waking and working hours, days off, and where it lands. */
import { scaleTime } from 'd3';
import Link from 'next/link';
import type { StripJson } from '../../api/types';
import { durationWords } from '../../core/time/words';
import { useWords } from '../common/format';
import { useStrips } from '../data/queries';
import styles from './DayStrips.module.css';

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
const WIDTH = 360;
const HEIGHT = 16;

const PART_WORDS: Record<StripJson['parts'][number]['part'], string> = {
  ...{ night: 'night', waking: 'awake', working: 'at work', weekend: 'day off' },
  ...{ holiday: 'public holiday', leave: 'on leave' },
};

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
  const x = scaleTime([from, until], [0, WIDTH]);
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
        const day = strip.parts
          .map(
            ({ part, from: begin, words: name }) =>
              `${PART_WORDS[part]}${name ? ` (${name})` : ''} from ${words.there(begin, strip.zone)}`,
          )
          .join(', ');
        const good = first?.dayPart === 'working' || first?.dayPart === 'waking';
        return (
          <figure key={`${strip.zone} ${strip.names[0]}`} className={styles.strip}>
            <figcaption>
              <span title={strip.names.join(', ')}>
                <strong>{who}</strong> <span className="quiet">{strip.place}</span>
              </span>
              <span className={good ? styles.good : styles.bad}>{landing}</span>
            </figcaption>
            <svg
              viewBox={`0 0 ${WIDTH} ${HEIGHT + 6}`}
              preserveAspectRatio="none"
              role="img"
              aria-label={`${who}, ${strip.place}: ${landing}. ${day}, ${durationWords(until - from)} in all.`}
            >
              {strip.parts.map((part) => (
                <rect
                  key={part.from}
                  x={x(Date.parse(part.from))}
                  y={3}
                  width={Math.max(0, x(Date.parse(part.until)) - x(Date.parse(part.from)))}
                  height={HEIGHT}
                  className={styles[part.part]}
                >
                  <title>{`${PART_WORDS[part.part]} ${part.words}`.trim()}</title>
                </rect>
              ))}
              {[...new Set(own.map(({ at }) => at))].map((at) => (
                <rect
                  key={at}
                  x={x(Date.parse(at)) - 1.2}
                  y={0}
                  width={2.4}
                  height={HEIGHT + 6}
                  className={styles.mark}
                />
              ))}
            </svg>
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
