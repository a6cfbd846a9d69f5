'use client';
/** When what repeats leaves: the next ones on both clocks, the last, and all of the next twelve months. */
import type { PreviewJson } from '#api/types';
import { fillText, ownFieldsOf } from '#core/fields/fill';
import { languageOf } from '#core/checks/language';
import { countryOfZone, zoneCity } from '#core/time/zones';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { useWords } from '../common/format';
import { useSettings } from '../data/queries';
import styles from './SeriesPreview.module.css';
import { YearStrip } from './YearStrip';

type Occurrence = PreviewJson['departures'][number];

const MARKS: Record<Occurrence['marks'][number], string> = {
  night: 'night',
  weekend: 'day off',
  holiday: 'holiday',
  leave: 'on leave',
  'clock-change': 'clocks changed',
  shifted: 'moved off a day off',
  gap: 'skipped by the clock',
  overlap: 'twice on the clock',
};

/** So many lines of the text are shown as they will read. */
const MOST_LINES = 8;

/** The departures of one occurrence together. */
function together(departures: readonly Occurrence[]): Occurrence[][] {
  const all = new Map<string, Occurrence[]>();
  for (const each of departures) {
    const key = each.occurrence ?? each.at;
    all.set(key, [...(all.get(key) ?? []), each]);
  }
  return [...all.values()];
}

interface Props {
  repeats: NonNullable<PreviewJson['repeats']>;
  departures: PreviewJson['departures'];
  /** What readers are called, by address. */
  nameOf: (address: string) => string;
  /** As they are written, with their fields. */
  subject: string;
  text: string;
}

export function SeriesPreview({ repeats, departures, nameOf, subject, text }: Props) {
  const words = useWords();
  const { zone, hourCycle, me } = useSettings();
  const here = (at: string) => {
    const local = toLocal(Date.parse(at), zone);
    return `${dayWords(local, toLocal(words.now, zone))} ${timeWords(local, hourCycle, 'if any')}`;
  };
  const { left, last, days, before } = repeats;
  /** As the n-th of those shown will read. */
  const filled = (template: string, n: number, at: string, [reader]: Occurrence['recipients']) =>
    fillText(template, {
      number: before === null ? null : before + n + 1,
      of: before === null || left === null ? null : before + left,
      local: toLocal(Date.parse(at), reader?.zone ?? zone).slice(0, 16),
      reader: reader && {
        address: reader.address,
        name: nameOf(reader.address),
        place: reader.place ?? undefined,
        columns: {},
      },
      me: { ...me, place: zoneCity(zone) },
      written: {
        language: languageOf(text) ?? 'en',
        country: countryOfZone(reader?.zone ?? zone),
      },
      own: {},
    });
  const occurrences = together(departures);
  const [next] = occurrences[0] ?? [];
  const lines = text.split('\n').filter((line) => line.includes('{{'));
  const own = ownFieldsOf(subject, text);
  return (
    <section className={styles.preview} aria-label="When it leaves">
      <p className={styles.words}>
        Repeats {repeats.words}.{' '}
        {left === null
          ? 'It has no last one.'
          : left === 0
            ? 'None is still to come.'
            : `${left} to come, the last ${here(last!)}.`}
      </p>
      <table className={styles.next}>
        <caption className="unseen">The next ones</caption>
        <thead className="unseen">
          <tr>
            <th scope="col">Leaves, on my clock</th>
            <th scope="col">Lands</th>
            <th scope="col">Worth a look</th>
          </tr>
        </thead>
        <tbody>
          {occurrences.map((all, n) => {
            const [first] = all as [Occurrence, ...Occurrence[]];
            const readers = all.flatMap(({ at, recipients }) => recipients.map((each) => ({ ...each, at })));
            const [reader] = readers;
            const zones = new Set(readers.map((each) => each.local));
            const lands =
              !reader || !reader.zone
                ? ''
                : zones.size > 1
                  ? `${zones.size} places`
                  : reader.zone === zone
                    ? ''
                    : `${words.there(reader.at, reader.zone)} in ${reader.place}`;
            const marks = [...new Set(all.flatMap(({ marks: each }) => each))];
            return (
              <tr key={first.occurrence ?? first.at}>
                <td>
                  {here(first.at)}
                  {subject.includes('{{') && (
                    <div className="quiet" dir="auto">
                      {filled(subject, n, first.at, first.recipients)}
                    </div>
                  )}
                </td>
                <td
                  title={readers
                    .map(
                      (each) => `${nameOf(each.address)} ${each.zone ? words.there(each.at, each.zone) : ''}`,
                    )
                    .join('\n')}
                >
                  {lands}
                </td>
                <td>
                  {marks.map((mark) => (
                    <span key={mark} className={styles.mark} data-mark={mark}>
                      {MARKS[mark]}
                    </span>
                  ))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {next && lines.length > 0 && (
        <section aria-label="In the text of the next one" className={styles.filled}>
          <h3 className="quiet">In the text of the next one</h3>
          {lines.slice(0, MOST_LINES).map((line, n) => (
            <p key={n} dir="auto">
              {filled(line, 0, next.at, next.recipients)}
            </p>
          ))}
          {lines.length > MOST_LINES && <p className="quiet">and {lines.length - MOST_LINES} lines more</p>}
        </section>
      )}
      {own.length > 0 && (
        <p role="note" className="quiet">
          {own.map((name) => `{{${name}}}`).join(', ')}: filled for each occurrence in Departures, under
          Series. One that is not filled stops that occurrence.
        </p>
      )}
      {days.length > 0 && (
        <>
          <YearStrip days={days} today={toLocal(words.now, zone).slice(0, 10)} />
          <details className={styles.list}>
            <summary>The same as a list</summary>
            <ol>
              {days.map(({ date, times, off }) => (
                <li key={date}>
                  {dayWords(`${date}T00:00`)}
                  {times > 1 && `, ${times} times`}
                  {off && ', a day off'}
                </li>
              ))}
            </ol>
          </details>
        </>
      )}
    </section>
  );
}
