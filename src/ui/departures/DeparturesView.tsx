'use client';
/** Departures: what is pending, what is a draft, what has left. */
import { Segmented } from 'antd';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useDrafts, usePending } from '../data/queries';
import { DraftList } from './DraftList';
import styles from './DeparturesView.module.css';
import { LeftTable } from './LeftTable';
import { PendingTable } from './PendingTable';

export function DeparturesView() {
  const router = useRouter();
  const path = usePathname();
  const part = useSearchParams().get('part') ?? 'pending';
  const pending = usePending().data?.unsettled;
  const drafts = useDrafts().data?.total;
  const counted = (words: string, count: number | undefined) =>
    count === undefined ? words : `${words} ${count}`;
  return (
    <div className={styles.view}>
      <h1 className="unseen">Departures</h1>
      <div className={styles.tools}>
        <Segmented
          aria-label="Part"
          value={part}
          onChange={(next) => router.push(next === 'pending' ? path : `${path}?part=${next}`)}
          options={[
            { value: 'pending', label: counted('Pending', pending) },
            { value: 'drafts', label: counted('Drafts', drafts) },
            { value: 'left', label: 'Left' },
          ]}
        />
      </div>
      {part === 'drafts' ? <DraftList /> : part === 'left' ? <LeftTable /> : <PendingTable />}
    </div>
  );
}
