'use client';
/** Another date for an occasion: what moves with it is seen before it is confirmed. */
import { Button } from 'antd';
import { useState } from 'react';
import type { OccasionJson } from '#api/types';
import { isLocal } from '#core/time/wallClock';
import { useWords } from '../common/format';
import { MomentFields } from '../common/MomentFields';
import { useSettled } from '../common/useSettled';
import { useMovePreview } from '../data/occasions';
import { useSettings } from '../data/queries';
import returns from '../returns/Returns.module.css';
import styles from './Occasions.module.css';

/** Typing rests this long before it is asked. */
const TYPING_MS = 200;

interface Props {
  occasion: OccasionJson;
  move: (to: { local: string; zone: string }) => Promise<void>;
  onClose: () => void;
}

export function MoveDate({ occasion, move, onClose }: Props) {
  const words = useWords();
  const { zone } = useSettings();
  const [to, setTo] = useState({ local: occasion.local, zone: occasion.zone });
  const typed = useSettled(JSON.stringify(to), TYPING_MS);
  const other = to.local !== occasion.local || to.zone !== occasion.zone;
  const asked = other && isLocal(to.local) && typed === JSON.stringify(to) ? to : null;
  const { data: moves, error } = useMovePreview(occasion.id, asked);
  const goes = moves?.filter(({ at }) => at !== null).length ?? 0;
  return (
    <section className={`pane ${styles.pane}`} aria-labelledby="move-date">
      <h2 id="move-date">Another date</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (asked && moves) void move(asked);
        }}
      >
        <div className={styles.date}>
          <MomentFields
            id="occasion-move"
            value={to}
            onChange={setTo}
            near={[
              { zone: occasion.zone, whose: 'as before' },
              ...(zone === occasion.zone ? [] : [{ zone, whose: 'you' }]),
            ]}
          />
        </div>
        {error && <p role="alert">{error.message}</p>}
        {moves && moves.length > 0 && (
          <table className={returns.table}>
            <caption className="unseen">What moves with it</caption>
            <thead>
              <tr>
                <th scope="col">Message</th>
                <th scope="col">Leaves now</th>
                <th scope="col">Then</th>
                <th scope="col">Worth a look</th>
              </tr>
            </thead>
            <tbody>
              {moves.map((each) => (
                <tr key={`${each.messageId} ${each.departureId}`}>
                  <td data-label="Message">
                    <span dir="auto">{each.subject || '(no subject)'}</span>
                    <span className={returns.why}>{each.readers.join(', ')}</span>
                  </td>
                  <td data-label="Leaves now">{each.from ? words.moment(each.from) : 'a draft'}</td>
                  <td data-label="Then">{each.at ? words.moment(each.at) : 'stays'}</td>
                  <td data-label="Worth a look">
                    {each.stays}
                    {each.warnings.map((warning) => (
                      <span key={warning} className={styles.warning}>
                        {warning}
                      </span>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <div className={styles.foot}>
          <Button type="primary" htmlType="submit" disabled={!asked || !moves}>
            {moves && asked ? `Move it, and ${goes} with it` : 'Move it'}
          </Button>
          <Button onClick={onClose}>Leave it as it is</Button>
          {!isLocal(to.local) && <span role="alert">Mend the date or the time first.</span>}
        </div>
      </form>
    </section>
  );
}
