'use client';
/** The rows of the pending list: one departure, or the copies of one message folded into a line. */
import { followsReaders, kindOf } from '#core/plan/kinds/registry';
import { DownOutlined, RightOutlined } from '@ant-design/icons';
import Link from 'next/link';
import { memo, type Ref } from 'react';
import type { DepartureJson } from '#api/types';
import { landsWords, recipientsWords, type Words } from '../common/format';
import { RowButton, RowCheck } from '../common/RowParts';
import { StatePill } from '../common/StatePill';
import styles from './DeparturesView.module.css';
import { RowActions } from './RowActions';
import type { DepartureActions } from './useDepartureActions';

interface PlaceProps {
  /** Where the row stands in the whole list, drawn or not. */
  index: number;
  /** What measures it. */
  measure: Ref<HTMLTableRowElement>;
}

const placeOf = ({ index, measure }: PlaceProps) => ({
  ref: measure,
  'data-index': index,
  'aria-rowindex': index + 2,
});

function leavesWords(departure: DepartureJson, words: Words): string {
  return departure.state === 'held' ? words.exact(departure.at) : words.moment(departure.at);
}

interface RowProps extends PlaceProps {
  words: Words;
  departure: DepartureJson;
  actions: DepartureActions;
  /** True for one copy below the line of all of them. */
  among: boolean;
  chosen: boolean;
  choose: (ids: readonly string[], on: boolean) => void;
  onFocus: (departure: DepartureJson | null) => void;
}

/** Drawn anew only where something of its own has changed, not with every step of a scroll. */
export const DepartureRow = memo(function DepartureRow(row: RowProps) {
  const { departure, words, actions, among, chosen, choose, onFocus } = row;
  const to = recipientsWords(departure.recipients);
  return (
    <tr
      {...placeOf(row)}
      className={`${styles.row} ${styles.oneLine} ${among ? styles.among : ''}`}
      onFocus={() => onFocus(departure)}
      onBlur={() => onFocus(null)}
    >
      <td className={styles.check}>
        <RowCheck
          aria-label={`Choose “${departure.subject || '(no subject)'}”, to ${to}`}
          checked={chosen}
          onChange={(on) => choose([departure.id], on)}
        />
      </td>
      <td className={styles.leaves} data-label="Leaves">
        {leavesWords(departure, words)}
      </td>
      <td className={styles.lands} data-label="Lands">
        {landsWords(departure, words)}
      </td>
      <td className={styles.to} data-label="To">
        {to}
      </td>
      <td className={styles.subject} dir="auto">
        <Link href={`/write/${departure.messageId}`} prefetch={false} data-row={departure.id}>
          {departure.subject || '(no subject)'}
        </Link>
        {departure.sealed && <span className={styles.reason}> · encrypted</span>}
        {departure.reason && <span className={styles.reason}> · {departure.reason}</span>}
      </td>
      <td className={styles.why} data-label="Why then">
        {departure.whyThen}
      </td>
      <td className={styles.state}>
        <StatePill departure={departure} />
      </td>
      <td className={styles.actions}>
        <RowActions departure={departure} actions={actions} />
      </td>
    </tr>
  );
});

interface CopiesProps extends PlaceProps {
  words: Words;
  /** At least two, soonest first. */
  departures: readonly DepartureJson[];
  actions: DepartureActions;
  open: boolean;
  toggle: (messageId: string) => void;
  chosen: ReadonlySet<string>;
  choose: (ids: readonly string[], on: boolean) => void;
}

export function CopiesRow(row: CopiesProps) {
  const { departures, words, actions, open, toggle, chosen, choose } = row;
  const first = departures[0]!;
  const ids = departures.map(({ id }) => id);
  const some = ids.filter((id) => chosen.has(id)).length;
  const readers = departures.flatMap(({ recipients }) => recipients);
  const subject = first.subject || '(no subject)';
  const moments = [first, departures.at(-1)!].map((each) => words.moment(each.at));
  return (
    <tr {...placeOf(row)} className={`${styles.row} ${styles.oneLine}`}>
      <td className={styles.check}>
        <RowCheck
          aria-label={`Choose all ${ids.length} copies of “${subject}”`}
          checked={some === ids.length}
          some={some > 0}
          onChange={(on) => choose(ids, on)}
        />
      </td>
      <td className={styles.leaves} data-label="Leaves" title={`${moments[0]} to ${moments[1]}`}>
        {moments[0]}
        {moments[0] !== moments[1] && ' …'}
      </td>
      <td className={styles.lands} data-label="Lands">
        {followsReaders(first.plan) ? kindOf(first.plan).words.name : `${ids.length} readers`}
      </td>
      <td className={styles.to} data-label="To">
        {recipientsWords(readers)}
      </td>
      <td className={styles.subject} dir="auto">
        <Link href={`/write/${first.messageId}`} prefetch={false} data-row={first.id}>
          {subject}
        </Link>
        {first.sealed && <span className={styles.reason}> · encrypted</span>}
      </td>
      <td className={styles.why} data-label="Why then">
        {first.whyThen}
      </td>
      <td className={styles.state}>
        <RowButton
          strong
          aria-expanded={open}
          aria-label={`${ids.length} copies of “${subject}”`}
          onClick={() => toggle(first.messageId)}
        >
          {open ? <DownOutlined aria-hidden /> : <RightOutlined aria-hidden />} {ids.length} copies
        </RowButton>
      </td>
      <td className={styles.actions}>
        <RowButton
          onClick={() => void actions.takeBack(first, 'all')}
          aria-label={`Take back all ${ids.length} copies of “${subject}”`}
        >
          Take back all
        </RowButton>
      </td>
    </tr>
  );
}
