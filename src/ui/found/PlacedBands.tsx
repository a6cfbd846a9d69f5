'use client';
/** Two bands of a day about a time somebody speaks of, theirs and mine, with what I have then. */
import type { FoundTimesJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import { useWords } from '../common/format';
import { useSettings } from '../data/queries';
import { partsWords, Strip, type Span } from '../moment/Strip';
import styles from './FoundTimes.module.css';

/** When it is on both clocks, and what speaks against it. */
export type PlacedJson = Pick<
  FoundTimesJson['times'][number],
  | 'at'
  | 'until'
  | 'wholeDay'
  | 'here'
  | 'there'
  | 'verdict'
  | 'good'
  | 'event'
  | 'meets'
  | 'from'
  | 'to'
  | 'mine'
  | 'theirs'
>;

const HOUR = 3_600_000;
/** A label needs the rest of the band, per cent. */
const ROOM = 88;
/** Hours between two labels of a band. */
const EVERY = 4;

interface BandProps {
  whose: string;
  zone: string;
  parts: PlacedJson['mine'];
  from: number;
  until: number;
  spans: readonly Span[];
  label: string;
}

/** Somebody’s day about the time, with their own hours above it. */
function Band({ whose, zone, parts, from, until, spans, label }: BandProps) {
  const { hourCycle } = useSettings();
  const hours = Array.from({ length: (until - from) / HOUR }, (_, n) => from + n * HOUR).filter(
    (at) => Number(toLocal(at, zone).slice(11, 13)) % EVERY === 0,
  );
  return (
    <div className={styles.band}>
      <span className={styles.whose}>{whose}</span>
      <div className={styles.drawn}>
        <div className={styles.hours} aria-hidden="true">
          {hours.map((at) => {
            // Where a clock is off by less than an hour, its own hours stand between.
            const off = Number(toLocal(at, zone).slice(14, 16)) * 60_000;
            const place = ((at - off - from) / (until - from)) * 100;
            return (
              place >= 0 &&
              place < ROOM && (
                <span key={at} style={{ left: `${place}%` }}>
                  {timeWords(toLocal(at - off, zone), hourCycle)}
                </span>
              )
            );
          })}
        </div>
        <Strip parts={parts} from={from} until={until} spans={spans} label={label} />
      </div>
    </div>
  );
}

/** When it is, and the verdict. */
export function PlacedWhen({ placed, id }: { placed: PlacedJson; id?: string }) {
  const over = placed.verdict === 'over';
  return (
    <p className={styles.when} id={id}>
      <strong>{placed.here}</strong>
      {placed.here !== placed.there && <span className="quiet">{placed.there}</span>}
      <span className={placed.good ? styles.good : over ? 'quiet' : styles.bad}>{placed.verdict}</span>
    </p>
  );
}

/** @param name whose day is drawn beside mine, on the clock of `zone` */
export function PlacedBands({
  placed,
  name,
  zone: theirs,
}: {
  placed: PlacedJson;
  name: string;
  zone: string;
}) {
  const words = useWords();
  const { zone } = useSettings();
  const [from, until] = [Date.parse(placed.from), Date.parse(placed.to)];
  const when: Span = { from: Date.parse(placed.at), until: Date.parse(placed.until), kind: 'found' };
  const mine = placed.meets.map((each): Span => ({
    from: Date.parse(each.at),
    until: Date.parse(each.until),
    kind: 'event',
  }));
  if (placed.wholeDay) return null;
  return (
    <>
      <Band
        whose="you"
        zone={zone}
        parts={placed.mine}
        from={from}
        until={until}
        spans={[...mine, when]}
        label={`You: ${placed.here}, ${placed.verdict}. ${partsWords(placed.mine, (at) => words.there(at, zone))}`}
      />
      {theirs !== zone && (
        <Band
          whose={name.split(' ')[0]!}
          zone={theirs}
          parts={placed.theirs}
          from={from}
          until={until}
          spans={[when]}
          label={`${name}: ${placed.there}. ${partsWords(placed.theirs, (at) => words.there(at, theirs))}`}
        />
      )}
    </>
  );
}
