'use client';
/** When the message leaves, and where that lands for each reader. */
import { Segmented } from 'antd';
import type { Landing, Plan } from '../../core/plan/plan';
import { dayPartWords } from '../../core/time/dayParts';
import { durationWords } from '../../core/time/words';
import { MomentFields } from '../common/MomentFields';
import { useWords } from '../common/format';
import { useSettings } from '../data/queries';
import type { NearZone } from './ZonePicker';
import styles from './MomentPanel.module.css';

interface Props {
  plan: Plan;
  onChange: (plan: Plan) => void;
  /** The plan proposed when a time is to be chosen. */
  proposal: Plan & { kind: 'at' };
  near: NearZone[];
  /** Where it lands; undefined while that is not known. */
  landing: { at: string; latest?: string; recipients: Landing[] } | undefined;
  nameOf: (address: string) => string;
}

export function MomentPanel({ plan, onChange, proposal, near, landing, nameOf }: Props) {
  const { holdSeconds } = useSettings();
  const words = useWords();
  const hold = holdSeconds
    ? `Leaves now, held ${durationWords(holdSeconds * 1000)}.`
    : 'Leaves at once; the hold is off.';
  return (
    <section className={`pane ${styles.panel}`} aria-labelledby="moment-heading" data-panel tabIndex={-1}>
      <div className={styles.head}>
        <h2 id="moment-heading">Moment</h2>
        <Segmented
          aria-label="Plan"
          value={plan.kind}
          onChange={(kind) => onChange(kind === 'now' ? { kind: 'now' } : proposal)}
          options={[
            { value: 'now', label: 'Now' },
            { value: 'at', label: 'At a time' },
          ]}
        />
      </div>
      {plan.kind === 'now' ? (
        <p className={styles.line}>{hold}</p>
      ) : (
        <MomentFields
          id="moment"
          value={plan}
          near={near}
          onChange={(moment) => onChange({ kind: 'at', ...moment })}
        />
      )}
      {landing && landing.recipients.length > 0 && <h3 className={styles.lands}>Lands</h3>}
      {landing && landing.recipients.length > 0 && (
        <ul className={styles.readers} aria-label="When it lands">
          {landing.recipients.map((reader) => (
            <li key={reader.address}>
              <span>
                <strong>{nameOf(reader.address)}</strong> <span className="quiet">{reader.place}</span>
              </span>
              {reader.zone && reader.local ? (
                <span className={reader.dayPart === 'night' ? styles.night : styles.day}>
                  {words.there(landing.at, reader.zone)} · {dayPartWords(reader.local)}
                </span>
              ) : (
                <span className="quiet">time zone not known</span>
              )}
            </li>
          ))}
        </ul>
      )}
      {plan.kind === 'at' && landing?.latest && (
        <p className={styles.policy}>
          If this machine is off then, it may leave until {words.moment(landing.latest)}; later it waits and
          asks.
        </p>
      )}
    </section>
  );
}
