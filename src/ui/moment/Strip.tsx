'use client';
/** The parts of somebody's days as one drawn strip; the label says the same in words. */
import { scaleTime } from 'd3-scale';
import type { StripPartJson } from '#api/types';
import styles from './Strip.module.css';

const WIDTH = 360;
const HEIGHT = 16;
const OVER = 3;

export const PART_WORDS: Record<StripPartJson['part'], string> = {
  night: 'night',
  waking: 'awake',
  working: 'at work',
  weekend: 'day off',
  holiday: 'public holiday',
  leave: 'on leave',
};

/** “night from 22:00, awake from Wed 07:00”. */
export const partsWords = (parts: readonly StripPartJson[], when: (at: string) => string): string =>
  parts
    .map(({ part, from, words }) => `${PART_WORDS[part]}${words ? ` (${words})` : ''} from ${when(from)}`)
    .join(', ');

/** A stretch that is marked: what is in a calendar, a time somebody speaks of or that is picked, or where one is. Epoch ms. */
export interface Span {
  from: number;
  until: number;
  kind: 'event' | 'found' | 'cursor';
}

interface Props {
  parts: readonly StripPartJson[];
  /** Epoch ms. */
  from: number;
  until: number;
  /** Moments marked, epoch ms. */
  marks?: readonly number[];
  spans?: readonly Span[];
  /** null: what is beside it says the same. */
  label: string | null;
}

/** The narrowest a span is drawn. */
const LEAST = 3;
const BAR = 6;

export function Strip({ parts, from, until, marks = [], spans = [], label }: Props) {
  const x = scaleTime([from, until], [0, WIDTH]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT + 2 * OVER}`}
      preserveAspectRatio="none"
      role={label === null ? undefined : 'img'}
      aria-hidden={label === null || undefined}
      aria-label={label ?? undefined}
      className={styles.strip}
    >
      {parts.map((part) => (
        <rect
          key={part.from}
          x={x(Date.parse(part.from))}
          y={OVER}
          width={Math.max(0, x(Date.parse(part.until)) - x(Date.parse(part.from)))}
          height={HEIGHT}
          className={styles[part.part]}
        >
          <title>{`${PART_WORDS[part.part]} ${part.words}`.trim()}</title>
        </rect>
      ))}
      {spans.map((span) => {
        const [left, right] = [x(Math.max(from, span.from)), x(Math.min(until, span.until))];
        const event = span.kind === 'event';
        return (
          <rect
            key={`${span.kind} ${span.from} ${span.until}`}
            x={left}
            y={event ? OVER + HEIGHT - BAR : 1}
            width={Math.max(LEAST, right - left)}
            height={event ? BAR : HEIGHT + 2 * OVER - 2}
            className={styles[span.kind]}
          />
        );
      })}
      {marks.map((at) => (
        <rect key={at} x={x(at) - 1.2} y={0} width={2.4} height={HEIGHT + 2 * OVER} className={styles.mark} />
      ))}
    </svg>
  );
}

const PARTS = Object.keys(PART_WORDS) as StripPartJson['part'][];

/** What the colours of strips mean. */
export function Legend() {
  return (
    <ul className={styles.legend} aria-label="What the colours mean">
      {PARTS.map((part) => (
        <li key={part}>
          <svg width={14} height={10} aria-hidden>
            <rect width={14} height={10} rx={2} className={styles[part]} />
          </svg>
          {PART_WORDS[part]}
        </li>
      ))}
    </ul>
  );
}
