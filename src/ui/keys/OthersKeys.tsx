'use client';
/** Keys of others: those that are used, and those that only came along. */
import { Button } from 'antd';
import { addressKey } from '#core/message/address';
import { useKeys } from '../data/keys';
import { KeyLine } from './KeyLine';
import styles from './Keys.module.css';
import { TakeKey } from './TakeKey';
import { useKeyActions } from './useKeyActions';

/** @param addresses only of these people; undefined: of all */
function KeyList({ addresses, label }: { addresses?: readonly string[]; label: string }) {
  const { data: keys = [] } = useKeys();
  const actions = useKeyActions();
  const wanted = addresses && new Set(addresses.map(addressKey));
  const shown = keys.filter(
    ({ mine, people }) => !mine && (!wanted || people.some(({ address }) => wanted.has(addressKey(address)))),
  );
  if (shown.length === 0) return <p className="quiet">There is none yet.</p>;
  return (
    <ul className={styles.list} aria-label={label}>
      {shown.map((key) => {
        const name = key.people[0]?.address ?? key.id;
        return (
          <KeyLine
            key={key.id}
            value={key}
            mark={key.used ? 'In use' : key.source === 'header' ? 'A hint' : 'Not in use'}
          >
            <Button
              size="small"
              aria-label={`${key.used ? 'Do not use it' : 'Use this one'}: ${name}`}
              onClick={() => void actions.use(key, !key.used)}
            >
              {key.used ? 'Do not use it' : 'Use this one'}
            </Button>
            <Button
              size="small"
              type="text"
              aria-label={`Take away: ${name}`}
              onClick={() => void actions.remove(key)}
            >
              Take away
            </Button>
          </KeyLine>
        );
      })}
    </ul>
  );
}

export function OthersKeys() {
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="others-keys">
      <h2 id="others-keys">Keys of others</h2>
      <p className="quiet">
        They come from files, cards and mail. What came in the header of somebody’s mail is a hint: compare
        the fingerprint with them before you use it.
      </p>
      <KeyList label="Keys of others" />
      <TakeKey label="Add from a file…" />
    </section>
  );
}

/** Of one correspondent, beside what else is known of them. */
export function PersonKeys({ addresses }: { addresses: readonly string[] }) {
  return (
    <section className={styles.person} aria-labelledby="person-keys">
      <h3 id="person-keys">Keys</h3>
      <KeyList addresses={addresses} label="Their keys" />
      <TakeKey label="Add from a file…" />
    </section>
  );
}
