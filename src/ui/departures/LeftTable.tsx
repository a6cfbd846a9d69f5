'use client';
/** What has left: when it was meant to, when it did, and what the server said. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DepartureJson } from '#api/types';
import { landsWords, recipientsWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { cameOfIt } from '#core/watch/cameOfIt';
import { undeliveredWords } from '../common/undeliveredWords';
import { StatePill } from '../common/StatePill';
import { useLeft } from '../data/queries';
import { useCommand } from '../shell/commands';
import { correctionPath, repeatPath } from '../shell/views';
import styles from './DeparturesView.module.css';
import { SearchProblems } from '../common/SearchProblems';
import { EmptyTable } from './EmptyTable';

const epoch = (at: string | null) => (at === null ? null : Date.parse(at));

const asLeft = ({ leftAt, answeredAt, watch, recipients }: DepartureJson) => ({
  leftAt: Date.parse(leftAt!),
  answeredAt: epoch(answeredAt),
  watch: watch && { ...watch, at: epoch(watch.at) },
  recipients,
});

interface Props {
  /** Only what is kept there; empty: of what no copy is kept; undefined: all. */
  folder: string | undefined;
  search: string;
  /** Only what nobody has answered. */
  unanswered: boolean;
}

export function LeftTable({ folder, search, unanswered }: Props) {
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useLeft(folder, search, unanswered);
  const words = useWords();
  const router = useRouter();
  const [focused, setFocused] = useState<DepartureJson | null>(null);
  useCommand('o', focused === null ? undefined : () => router.push(repeatPath(focused.messageId)));
  useCommand('c', focused === null ? undefined : () => router.push(correctionPath(focused.messageId)));
  useCommand('w', focused === null ? undefined : () => router.push(`/departures/${focused.id}?do=watch`));
  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  const departures = data.pages.flatMap((page) => page.departures);
  if (departures.length === 0)
    return (
      <>
        <SearchProblems problems={data.pages[0]!.problems} />
        <EmptyTable
          words={search || folder !== undefined || unanswered ? 'Nothing is here.' : 'Nothing has left yet.'}
        />
      </>
    );
  return (
    <div className={`pane ${styles.frame}`}>
      <SearchProblems problems={data.pages[0]!.problems} />
      <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="What has left">
        <thead>
          <tr>
            <th scope="col">Left (you)</th>
            <th scope="col">Meant</th>
            <th scope="col">Landed (them)</th>
            <th scope="col">To</th>
            <th scope="col">Subject</th>
            <th scope="col">Came of it</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          {departures.map((departure) => (
            <tr
              key={departure.id}
              className={styles.row}
              onFocus={() => setFocused(departure)}
              onBlur={() => setFocused(null)}
            >
              <td className={styles.leaves} data-label="Left">
                {words.moment(departure.at)}
              </td>
              <td className={styles.lands} data-label="Meant">
                {words.moment(departure.meant)}
              </td>
              <td className={styles.lands} data-label="Landed">
                {landsWords(departure, words)}
              </td>
              <td className={styles.to} data-label="To">
                {recipientsWords(departure.recipients)}
              </td>
              <td className={styles.subject} dir="auto">
                <Link href={`/departures/${departure.id}`} data-row={departure.id}>
                  {departure.subject || '(no subject)'}
                </Link>
                {undeliveredWords(departure) && (
                  <span className={styles.reason}> · {undeliveredWords(departure)}</span>
                )}
                {departure.reason && <span className={styles.reason}> · {departure.reason}</span>}
              </td>
              <td className={styles.came} data-label="Came of it">
                {departure.leftAt && cameOfIt(asLeft(departure), words.now, words.moment)}
              </td>
              <td className={styles.state}>
                <StatePill departure={departure} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {hasNextPage && (
        <Button type="text" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Show more
        </Button>
      )}
    </div>
  );
}
