'use client';
/** The world-clock board: a row each, the next 24 hours in their local time. Only the rows in view are drawn. */
import { useQueryClient } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Button } from 'antd';
import { scaleTime } from 'd3-scale';
import { useEffect, type KeyboardEvent } from 'react';
import type { CorrespondentJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { durationWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { useWords } from '../common/format';
import { useWidth } from '../common/useWidth';
import { ask } from '../data/client';
import { refresh, useBoard, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { Legend, PART_WORDS, partsWords, Strip } from '../moment/Strip';
import { useNotices } from '../shell/Notices';
import styles from './CorrespondentsView.module.css';

interface Props {
  people: readonly CorrespondentJson[];
  chosen: string | null;
  onChoose: (id: string) => void;
}

const HOUR = 3_600_000;
const ROW = 40;
const NARROW_ROW = 64;
const OVERSCAN = 10;
/** Days are asked for in blocks, so that scrolling by a row asks nothing new. */
const BLOCK = 30;

export function Board({ people, chosen, onChoose }: Props) {
  const { hourCycle, zone } = useSettings();
  const words = useWords();
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const [scroller, width] = useWidth<HTMLDivElement>(1000);
  const narrow = width < 700;
  const minute = useNow(60_000);
  const from = Math.floor(minute / HOUR) * HOUR - HOUR;
  const until = from + 25 * HOUR;
  // eslint-disable-next-line react-hooks/incompatible-library -- it changes what it gives; nothing here is memoised on it
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => (narrow ? NARROW_ROW : ROW),
    overscan: OVERSCAN,
  });
  // What was measured for rows of the other height is no longer so.
  useEffect(() => rows.measure(), [rows, narrow]);
  const items = rows.getVirtualItems();
  const first = Math.floor((items[0]?.index ?? 0) / BLOCK) * BLOCK;
  const last = Math.ceil(((items.at(-1)?.index ?? 0) + 1) / BLOCK) * BLOCK;
  const ids = people.slice(first, last).map(({ id }) => id);
  const days = useBoard(ids, new Date(from).toISOString(), new Date(until).toISOString()).data;
  const x = scaleTime([from, until], [0, 100]);
  const ticks = Array.from({ length: 9 }, (_, index) => from + HOUR + index * 3 * HOUR).filter(
    (at) => at < until,
  );

  function move(event: KeyboardEvent) {
    const at = people.findIndex(({ id }) => id === document.activeElement?.getAttribute('data-person'));
    const page = 10;
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: page, PageUp: -page }[event.key];
    const target =
      event.key === 'Home'
        ? 0
        : event.key === 'End'
          ? people.length - 1
          : step === undefined
            ? undefined
            : at + step;
    if (target === undefined) return;
    event.preventDefault();
    const index = Math.max(0, Math.min(people.length - 1, target));
    rows.scrollToIndex(index);
    const row = () => scroller.current?.querySelector<HTMLElement>(`[data-person="${people[index]?.id}"]`);
    // A row near by is drawn already; one far off is by the next frame.
    const near = row();
    if (near) near.focus();
    else requestAnimationFrame(() => row()?.focus());
  }

  async function confirm(person: CorrespondentJson, guess: string) {
    try {
      await ask('PATCH', `/correspondents/${person.id}`, { zone: guess });
      const undo = async () => {
        await ask('PATCH', `/correspondents/${person.id}`, { zone: null }).catch(showProblem);
        refresh(client, ['correspondent']);
      };
      show({
        words: `${person.name}: ${zoneCity(guess)} is kept.`,
        undo,
      });
    } catch (error) {
      showProblem(error);
    }
    refresh(client, ['correspondent']);
  }

  return (
    <div className={`pane ${styles.board} ${narrow ? styles.narrow : ''}`}>
      <Legend />
      <div className={styles.head} aria-hidden>
        <span>Name</span>
        <span>Their time</span>
        <span className={styles.scale}>
          <b className={styles.whose}>Your time, {zoneCity(zone)}</b>
          {ticks.map((at) => (
            <span key={at} style={{ left: `${x(at)}%` }}>
              {timeWords(toLocal(at, zone), hourCycle)}
            </span>
          ))}
        </span>
        <span>Answers in</span>
      </div>
      <div
        ref={scroller}
        className={styles.rows}
        role="grid"
        aria-label="Correspondents and their next 24 hours"
        aria-rowcount={people.length}
        onKeyDown={move}
        tabIndex={-1}
      >
        <div className={styles.inner} style={{ height: rows.getTotalSize() }} role="presentation">
          {items.map(({ index, start }) => {
            const person = people[index]!;
            const parts = person.zone ? days?.get(person.id) : undefined;
            const local = person.zone && toLocal(minute, person.zone);
            const now = parts?.find((part) => Date.parse(part.until) > minute);
            const where = person.place ?? (person.zone ? zoneCity(person.zone) : '');
            const clock = local
              ? `${timeWords(local, hourCycle)} ${now ? PART_WORDS[now.part] : ''}`.trim()
              : 'time zone not known';
            return (
              <div
                key={person.id}
                role="row"
                aria-rowindex={index + 1}
                aria-selected={person.id === chosen}
                data-person={person.id}
                tabIndex={person.id === chosen || (!chosen && index === 0) ? 0 : -1}
                className={styles.row}
                style={{ transform: `translateY(${start}px)` }}
                onClick={() => onChoose(person.id)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter' && event.target === event.currentTarget) onChoose(person.id);
                }}
              >
                <div role="rowheader" className={styles.name}>
                  <strong>{person.name || person.addresses[0]}</strong> <span>{where}</span>
                </div>
                <div role="gridcell" className={styles.clock}>
                  {clock}
                </div>
                <div role="gridcell">
                  {parts ? (
                    <Strip
                      parts={parts}
                      from={from}
                      until={until}
                      marks={[minute]}
                      label={`${person.name}: ${partsWords(parts, (at) => words.there(at, person.zone!))}`}
                    />
                  ) : (
                    !person.zone &&
                    person.zoneGuess && (
                      <span className={styles.guess}>
                        <span title={person.zoneGuess.why}>
                          {person.zoneGuess.zone
                            ? `Perhaps ${zoneCity(person.zoneGuess.zone)}: ${person.zoneGuess.why}`
                            : 'Which of these, or where else?'}
                        </span>
                        {(person.zoneGuess.zone ? [person.zoneGuess.zone] : person.zoneGuess.others).map(
                          (zone) => (
                            <Button
                              key={zone}
                              size="small"
                              onClick={(event) => {
                                event.stopPropagation();
                                void confirm(person, zone);
                              }}
                              aria-label={`Confirm ${zoneCity(zone)} for ${person.name}`}
                            >
                              {person.zoneGuess!.zone ? 'Confirm' : zoneCity(zone)}
                            </Button>
                          ),
                        )}
                      </span>
                    )
                  )}
                </div>
                <div role="gridcell" className={styles.answers}>
                  {person.answers ? durationWords(person.answers.median) : ''}
                </div>
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
