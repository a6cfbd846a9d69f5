'use client';
/** The rows of the pending list: one departure, or the copies of one message folded into a line. */
import { DownOutlined, RightOutlined } from '@ant-design/icons';
import { Button, Checkbox } from 'antd';
import Link from 'next/link';
import type { Ref } from 'react';
import type { DepartureJson } from '../../api/types';
import { landsWords, recipientsWords, useWords, type Words } from '../common/format';
import { StatePill } from '../common/StatePill';
import styles from './DeparturesView.module.css';
import { RowActions } from './RowActions';
import type { DepartureActions } from './useDepartureActions';

/** Where a row stands in the whole list, drawn or not. */
export interface RowPlace {
  ref: Ref<HTMLTableRowElement>;
  'data-index': number;
  'aria-rowindex': number;
}

function leavesWords(departure: DepartureJson, words: Words): string {
  return departure.state === 'held' ? words.precise(departure.at) : words.moment(departure.at);
}

interface RowProps {
  place: RowPlace;
  departure: DepartureJson;
  actions: DepartureActions;
  /** True for one copy below the line of all of them. */
  among: boolean;
  chosen: boolean;
  choose: (on: boolean) => void;
  onFocus: (departure: DepartureJson | null) => void;
}

export function DepartureRow({ place, departure, actions, among, chosen, choose, onFocus }: RowProps) {
  const words = useWords();
  const to = recipientsWords(departure.recipients);
  return (
    <tr
      {...place}
      className={`${styles.row} ${among ? styles.among : ''}`}
      onFocus={() => onFocus(departure)}
      onBlur={() => onFocus(null)}
    >
      <td className={styles.check}>
        <Checkbox
          aria-label={`Choose “${departure.subject || '(no subject)'}”, to ${to}`}
          checked={chosen}
          onChange={({ target }) => choose(target.checked)}
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
      <td className={styles.subject}>
        <Link href={`/write/${departure.messageId}`} data-row={departure.id}>
          {departure.subject || '(no subject)'}
        </Link>
        {departure.reason && <span className={styles.reason}> · {departure.reason}</span>}
      </td>
      <td className={styles.why} data-label="Why then">
        {departure.whyThen}
      </td>
      <td>
        <StatePill departure={departure} />
      </td>
      <td className={styles.actions}>
        <RowActions departure={departure} actions={actions} />
      </td>
    </tr>
  );
}

interface CopiesProps {
  place: RowPlace;
  /** At least two, soonest first. */
  departures: readonly DepartureJson[];
  actions: DepartureActions;
  open: boolean;
  toggle: () => void;
  chosen: ReadonlySet<string>;
  choose: (ids: readonly string[], on: boolean) => void;
}

export function CopiesRow({ place, departures, actions, open, toggle, chosen, choose }: CopiesProps) {
  const words = useWords();
  const first = departures[0]!;
  const ids = departures.map(({ id }) => id);
  const some = ids.filter((id) => chosen.has(id)).length;
  const readers = departures.flatMap(({ recipients }) => recipients);
  const subject = first.subject || '(no subject)';
  const moments = [first, departures.at(-1)!].map((each) => words.moment(each.at));
  return (
    <tr {...place} className={styles.row}>
      <td className={styles.check}>
        <Checkbox
          aria-label={`Choose all ${ids.length} copies of “${subject}”`}
          checked={some === ids.length}
          indeterminate={some > 0 && some < ids.length}
          onChange={({ target }) => choose(ids, target.checked)}
        />
      </td>
      <td className={styles.leaves} data-label="Leaves" title={`${moments[0]} to ${moments[1]}`}>
        {moments[0]}
        {moments[0] !== moments[1] && ' …'}
      </td>
      <td className={styles.lands} data-label="Lands">
        {first.plan.kind === 'each-local' ? 'each local' : `${ids.length} readers`}
      </td>
      <td className={styles.to} data-label="To">
        {recipientsWords(readers)}
      </td>
      <td className={styles.subject}>
        <Link href={`/write/${first.messageId}`} data-row={first.id}>
          {subject}
        </Link>
      </td>
      <td className={styles.why} data-label="Why then">
        {first.whyThen}
      </td>
      <td>
        <Button
          size="small"
          icon={open ? <DownOutlined aria-hidden /> : <RightOutlined aria-hidden />}
          aria-expanded={open}
          aria-label={`${ids.length} copies of “${subject}”`}
          onClick={toggle}
        >
          {ids.length} copies
        </Button>
      </td>
      <td className={styles.actions}>
        <Button
          size="small"
          type="text"
          onClick={() => void actions.takeBack(first, 'all')}
          aria-label={`Take back all ${ids.length} copies of “${subject}”`}
        >
          Take back all
        </Button>
      </td>
    </tr>
  );
}
