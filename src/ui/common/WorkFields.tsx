'use client';
/** When somebody works: the week as people write it, and days of leave. */
import { Button } from 'antd';
import type { Leave } from '#core/time/leave';
import { defaultWeek, type WorkingWeek } from '#core/time/dayParts';
import { readTypedDate } from '#core/time/typed';
import { toLocal } from '#core/time/wallClock';
import { readWeek, writeWeek } from '#core/time/weekText';
import { dayWords } from '#core/time/words';
import { useNow } from '../data/useNow';
import { KeptField } from './KeptField';
import styles from './WorkFields.module.css';

interface Props {
  /** null: office hours. */
  week: WorkingWeek | null;
  leave: Leave[];
  zone: string;
  /** Keeps what changed. @throws (rejects) with words for the person */
  keep: (patch: { week?: WorkingWeek | null; leave?: Leave[] }) => Promise<void>;
}

const leaveWords = ({ from, to }: Leave) =>
  from === to
    ? dayWords(`${from}T00:00`)
    : `${dayWords(`${from}T00:00`, `${to}T00:00`)} to ${dayWords(`${to}T00:00`)}`;

/** “7 Dec to 11 Dec, field work”. @throws Error in words for the person */
function readLeave(text: string, today: string): Leave {
  const [days, ...note] = text.split(',');
  const ends = days!.split(/\s(?:to|until|-|–)\s/);
  const [from, to] = [ends[0], ends[1] ?? ends[0]].map((part) => readTypedDate(part ?? '', today));
  if (!from || !to || ends.length > 2)
    throw new Error('Write it as 7 Dec to 11 Dec, and a note after a comma if you like.');
  if (from > to) throw new Error('Leave begins before it ends.');
  return { from, to, note: note.join(',').trim() };
}

export function WorkFields({ week, leave, zone, keep }: Props) {
  const today = toLocal(useNow(60_000), zone).slice(0, 10);
  return (
    <div className={styles.work}>
      <KeptField
        label="Working week"
        value={writeWeek(week ?? defaultWeek)}
        hint={
          week
            ? 'Mo-Fr 09:00-17:00; Sa 09:00-12:00, or never.'
            : 'Office hours are assumed until you say otherwise.'
        }
        keep={(text) => keep({ week: text.trim() ? readWeek(text) : null })}
      />
      {leave.length > 0 && (
        <ul className={styles.leave} aria-label="Leave">
          {leave.map((each, index) => (
            <li key={`${each.from} ${index}`}>
              <span>
                {leaveWords(each)}
                {each.note && <span className="quiet"> · {each.note}</span>}
              </span>
              <Button
                size="small"
                type="text"
                aria-label={`Remove the leave ${leaveWords(each)}`}
                onClick={() => void keep({ leave: leave.filter((_, other) => other !== index) })}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      <KeptField
        label="Add leave"
        value=""
        placeholder="7 Dec to 11 Dec, field work"
        keep={async (text) => {
          if (text.trim()) await keep({ leave: [...leave, readLeave(text, today)] });
        }}
      />
    </div>
  );
}
