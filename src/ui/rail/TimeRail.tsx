'use client';
/** The time rail: the next hours and days, departures above the line, returns below. */
import { scaleLinear } from 'd3-scale';
import { Select } from 'antd';
import Link from 'next/link';
import { useMemo, useState, type PointerEvent } from 'react';
import type { DepartureJson, ReaderJson } from '#api/types';
import { bundleMarks, type MarkBundle, type RailMark } from '#core/rail/bundle';
import { railFrame, type RailTick } from '#core/rail/rail';
import { dayPart, defaultWeek } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { zoneCity } from '#core/time/zones';
import { useWords } from '../common/format';
import { usePending, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useWorkingAt } from '../common/useWorkingAt';
import { useNotices } from '../shell/Notices';
import { useWidth } from '../common/useWidth';
import { useDepartureActions } from '../departures/useDepartureActions';
import { planAt, useRailDrag } from './useRailDrag';
import { useRailMarks } from './useRailMarks';
import styles from './TimeRail.module.css';

const HOUR = 3_600_000;
const HEIGHT = 94;
const LINE = 45;
const LEFT = 24;
/** Marks closer than this many pixels share one. */
const CROWD = 18;
/** What stands in the lower right corner takes this much room, pixels. */
const CONTROL = 84;
/** A label needs about this much room per letter. */
const LETTER = 6.4;

const SPANS = [
  { value: 48, label: '2 days' },
  { value: 96, label: '4 days' },
  { value: 168, label: '7 days' },
  { value: 336, label: '14 days' },
];

interface Placed {
  x: number;
  bundle: MarkBundle;
  /** Empty where there is no room for it. */
  label: string;
}

/** Marks with as much label as fits before the next one, or a line. @param walls where lines stand, epoch ms, in order */
function place(
  bundles: MarkBundle[],
  x: (at: number) => number,
  width: number,
  walls: readonly number[],
): Placed[] {
  return bundles.map((bundle, index) => {
    const start = x(bundle.at);
    const next = bundles[index + 1];
    const wall = walls.find((at) => x(at) > start);
    const end = Math.min(next ? x(next.at) - 7 : width, wall === undefined ? width : x(wall));
    const room = Math.floor((end - start - 11) / LETTER);
    const full = bundle.marks.length > 1 ? `${bundle.marks.length} together` : bundle.marks[0]!.label;
    const label = full.length <= room ? full : room > 6 ? `${full.slice(0, room - 1).trimEnd()}…` : '';
    return { x: start, bundle, label };
  });
}

interface MarksProps {
  placed: Placed[];
  above: boolean;
  moment: (at: number) => string;
  /** Begins the drag of a mark; undefined where none can be moved. */
  grip?: (mark: RailMark, event: PointerEvent<Element>) => void;
}

function Marks({ placed, above, moment, grip }: MarksProps) {
  const y = above ? LINE - 14 : LINE + 14;
  const shape = above ? 'M0-5 6 6H-6Z' : 'M0 5 6-6H-6Z';
  return placed.map(({ x, bundle, label }) => {
    const [first] = bundle.marks;
    const several = bundle.marks.length > 1;
    const href = several ? (above ? '/departures' : '/returns') : first!.href;
    const movable = grip && !several && first!.movable;
    return (
      <Link
        key={first!.id}
        href={href}
        prefetch={false}
        tabIndex={-1}
        draggable={false}
        className={`${above ? styles.departure : styles.return} ${movable ? styles.movable : ''}`}
        onPointerDown={movable ? (event) => grip(first!, event) : undefined}
      >
        <title>{bundle.marks.map((mark) => `${moment(mark.at)} ${mark.label}`).join('\n')}</title>
        <path transform={`translate(${x} ${y})`} d={shape} />
        <text x={x + 9} y={above ? y - 5 : y + 17}>
          {label}
        </text>
      </Link>
    );
  });
}

export function TimeRail() {
  const { zone, week, leave } = useSettings();
  const [span, setSpan] = useState(48);
  // Beside the tray, in a window of the usual width: nothing jumps once it is measured.
  const [box, width] = useWidth<HTMLDivElement>(760);
  // Fine enough for the lantern to move smoothly, coarse enough to draw rarely.
  const now = useNow(10_000);
  const { moment, there } = useWords();
  const workingAt = useWorkingAt();
  const { show } = useNotices();
  /** Where it would land, and in whose night: “, lands Wed 03:45 in Kathmandu, at night”. */
  function landingAt({ recipients }: DepartureJson, at: number): string {
    const zoned = recipients.filter((reader) => reader.zone);
    if (new Set(zoned.map((reader) => reader.zone)).size > 1) {
      const nights = zoned.filter((reader) => isNight(at, reader)).length;
      return nights ? `, at night for ${nights} of ${recipients.length}` : '';
    }
    const [reader] = zoned;
    if (!reader || reader.zone === zone) return '';
    const place = reader.place ?? zoneCity(reader.zone!);
    return `, lands ${there(at, reader.zone!)} in ${place}${isNight(at, reader) ? ', at night' : ''}`;
  }
  const isNight = (at: number, reader: ReaderJson) =>
    dayPart(toLocal(at, reader.zone!), workingAt(reader.address)) === 'night';
  const actions = useDepartureActions();
  const pending = usePending().data?.departures;
  const marks = useRailMarks();
  // What is due already stands at the present.
  const fromNow = (list: readonly RailMark[]) =>
    list.map((mark) => ({ ...mark, at: Math.max(now, mark.at) }));
  const departures = fromNow(marks.departures);
  const returns = fromNow(marks.returns);

  const until = now + span * HOUR;
  const scale = useMemo(() => scaleLinear([now, until], [LEFT, width - 12]), [now, until, width]);
  const frame = useMemo(
    () => railFrame(now, until, zone, { week: week ?? defaultWeek, leave }),
    [now, until, zone, week, leave],
  );
  const byId = new Map((pending ?? []).map((each) => [each.id, each]));
  const drag = useRailDrag({
    scale,
    earliest: now,
    box,
    move: (id, at) => {
      const departure = byId.get(id);
      if (departure) void actions.move(departure, planAt(at, departure, zone));
    },
    droppedOnNow: (id) => {
      const departure = byId.get(id);
      if (!departure) return;
      show({
        words: `“${departure.subject || '(no subject)'}” was dropped on the present, and still leaves ${moment(departure.at)}. Let it go now?`,
        way: { label: 'Let it go now', act: () => void actions.releaseNow(departure) },
      });
    },
  });
  const held = drag.dragged && byId.get(drag.dragged.id);
  const landing = drag.dragged && held ? landingAt(held, drag.dragged.at) : '';
  const gap = scale.invert(LEFT + CROWD) - now;
  const shown = (marks: RailMark[], room: number, lines: RailTick[]) =>
    place(
      bundleMarks(
        marks.filter((mark) => mark.at <= until),
        gap,
      ),
      scale,
      room,
      lines.map(({ at }) => at).sort((a, b) => a - b),
    );
  const list = [
    ...departures.map((mark) => ({ ...mark, words: `leaves ${moment(mark.at)}` })),
    ...returns.map((mark) => ({ ...mark, words: `comes back ${moment(mark.at)}` })),
  ].sort((a, b) => a.at - b.at);
  const next = list[0];
  // Nothing is said of what is not known yet.
  const nothing = pending && marks.known ? 'Nothing leaves or comes back.' : '\u00a0';
  const folded = next ? `Next: ${next.label} ${next.words}` : nothing;
  // The names of the two sides give way to what stands in their place.
  const crowded = (ticks: RailTick[]) => ticks.some((tick) => scale(tick.at) < 130);

  return (
    <section
      aria-label="Time rail"
      className={styles.rail}
      data-rail
      tabIndex={0}
      ref={box}
      onKeyDown={(event) => {
        // From the rail itself the arrow goes into its list.
        if (event.key !== 'ArrowDown' || event.target !== event.currentTarget) return;
        event.preventDefault();
        box.current?.querySelector<HTMLElement>('[data-mark]')?.focus();
      }}
    >
      <p className={styles.folded}>{folded}</p>
      <svg width={width} height={HEIGHT} aria-hidden="true" className={styles.drawing}>
        {frame.working.map(({ from, to }) => (
          <rect
            key={from}
            className={styles.working}
            x={scale(from)}
            width={scale(to) - scale(from)}
            y={LINE - 9}
            height={18}
            rx={2}
          />
        ))}
        <line className={styles.line} x1={LEFT} x2={width - 12} y1={LINE} y2={LINE} />
        {frame.hours.map(({ at, label }) => (
          <g key={at} className={styles.hour} transform={`translate(${scale(at)} ${LINE})`}>
            <line y1={-9} y2={9} />
            <text x={4} y={4}>
              {label}
            </text>
          </g>
        ))}
        {frame.days.map(({ at, label }) => (
          <g key={at} className={styles.day} transform={`translate(${scale(at)} 0)`}>
            <line y1={LINE - 9} y2={90} />
            <text x={5} y={90}>
              {label}
            </text>
          </g>
        ))}
        {frame.changes.map(({ at, label }) => (
          <g key={at} className={styles.change} transform={`translate(${scale(at)} 0)`}>
            <line y1={4} y2={72} />
            <text x={5} y={12}>
              {label}
            </text>
          </g>
        ))}
        <Marks placed={shown(departures, width, frame.changes)} above moment={moment} grip={drag.grip} />
        <Marks
          placed={shown(returns, width - CONTROL, [...frame.days, ...frame.changes])}
          above={false}
          moment={moment}
        />
        {drag.dragged && (
          <g className={styles.dragged} transform={`translate(${scale(drag.dragged.at)} 0)`}>
            <line y1={8} y2={LINE + 9} />
            <text {...(scale(drag.dragged.at) > width / 2 ? { x: -5, textAnchor: 'end' } : { x: 5 })} y={17}>
              {drag.dragged.now ? 'Now?' : `Leaves ${moment(drag.dragged.at)}${landing}`}
            </text>
          </g>
        )}
        <circle className={styles.glow} cx={LEFT} cy={LINE} r={11} />
        <circle className={styles.now} cx={LEFT} cy={LINE} r={7} />
        {!crowded(frame.changes) && (
          <text className={styles.side} x={40} y={12}>
            leaving
          </text>
        )}
        {!crowded(frame.days) && (
          <text className={styles.side} x={40} y={90}>
            coming back
          </text>
        )}
      </svg>
      <ol className={styles.list} onKeyDown={(event) => moveBetweenRows(event, 'data-mark')}>
        {list.map((mark) => (
          <li key={mark.id}>
            <Link
              href={mark.href}
              prefetch={false}
              tabIndex={-1}
              data-mark={mark.id}
              aria-describedby={mark.movable ? 'rail-keys' : undefined}
              onKeyDown={(event) => mark.movable && drag.step(mark, event)}
            >
              {mark.label}, {drag.stepped?.id === mark.id ? `to ${moment(drag.stepped.at)}` : mark.words}
            </Link>
          </li>
        ))}
      </ol>
      <span id="rail-keys" hidden>
        Plus and minus move it by five minutes, with Shift by an hour.
      </span>
      <Select
        className={styles.span}
        size="small"
        variant="borderless"
        aria-label="How far the rail looks ahead"
        value={span}
        onChange={setSpan}
        options={SPANS}
        popupMatchSelectWidth={110}
      />
    </section>
  );
}
