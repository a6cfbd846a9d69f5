'use client';
/** One key as it stands in a list: whose, its fingerprint, whether it can be used, and what can be done about it. */
import { Button } from 'antd';
import type { ReactNode } from 'react';
import type { KeyJson } from '#api/types';
import { dayWords } from '#core/time/words';
import { toLocal } from '#core/time/wallClock';
import { useSettings } from '../data/queries';
import styles from './Keys.module.css';

const SOURCE_WORDS: Record<Exclude<KeyJson['source'], 'made'>, string> = {
  file: 'from a file',
  card: 'from a card',
  mail: 'came attached to mail',
  header: 'came in the header of their mail',
};

interface Props {
  value: KeyJson;
  /** In words, as “In use”. */
  mark: string;
  children?: ReactNode;
}

export function KeyLine({ value, mark, children }: Props) {
  const { zone } = useSettings();
  const day = (moment: string) => dayWords(toLocal(Date.parse(moment), zone));
  const { id, people, algorithm, source, expiresAt, unusable, createdAt, at } = value;
  const [first] = people;
  return (
    <li className={styles.key} aria-label={`Key of ${first?.address ?? id}`}>
      <p className={styles.head}>
        <strong dir="auto">{first?.name || first?.address}</strong>
        <span className={styles.mark}>{mark}</span>
        <span className="quiet">{people.map(({ address }) => address).join(', ')}</span>
      </p>
      <p className={styles.print} translate="no">
        {value.words}
      </p>
      <p className="quiet">
        {algorithm}, {source === 'made' ? 'made here' : 'made'} {day(createdAt)}
        {source !== 'made' && `, ${SOURCE_WORDS[source]} ${day(at)}`}
        {expiresAt && !unusable && `, good until ${day(expiresAt)}`}.
      </p>
      {unusable && <p className={styles.problem}>{unusable}</p>}
      <p className={styles.acts}>
        <Button
          size="small"
          type="text"
          href={`/api/v1/keys/${id}/file`}
          aria-label={`Save for others: ${first?.address ?? id}`}
        >
          Save for others
        </Button>
        {children}
      </p>
    </li>
  );
}
