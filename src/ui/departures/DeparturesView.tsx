'use client';
/** Departures: what is pending, what is a draft, what has left. */
import { Input, Segmented, Select } from 'antd';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { DepartureState } from '#core/departure/states';
import { countWords } from '../common/format';
import { useSettled } from '../common/useSettled';
import { useDrafts, usePending, useSettings } from '../data/queries';
import { BatchTable } from '../batches/BatchTable';
import { CalendarFiles } from '../series/CalendarFiles';
import { OccasionList } from '../occasions/OccasionList';
import { FileWatchTable } from '../files/FileWatchTable';
import { SeriesTable } from '../series/SeriesTable';
import { DraftList } from './DraftList';
import styles from './DeparturesView.module.css';
import { LeftTable } from './LeftTable';
import { PendingTable } from './PendingTable';

/** A search is asked for once the typing rests this long. */
const TYPING_MS = 150;

/** No folder is called like that. */
const ALL = '*';

/** What can be looked at apart, with the states it means. */
const FILTERS: Record<string, { label: string; needs: DepartureState[]; coming: DepartureState[] }> = {
  all: {
    label: 'everything',
    needs: ['unconfirmed', 'failed', 'paused'],
    coming: ['held', 'scheduled', 'releasing'],
  },
  needs: { label: 'what needs me', needs: ['unconfirmed', 'failed', 'paused'], coming: [] },
  held: { label: 'held', needs: [], coming: ['held'] },
  scheduled: { label: 'scheduled', needs: [], coming: ['scheduled'] },
  paused: { label: 'paused', needs: ['paused'], coming: [] },
  failed: { label: 'failed', needs: ['failed'], coming: [] },
};

export function DeparturesView() {
  const router = useRouter();
  const path = usePathname();
  const asked = useSearchParams();
  const part = asked.get('part') ?? 'pending';
  const show = asked.get('show') ?? 'all';
  const filter = show in FILTERS ? show : 'all';
  const pending = usePending().data?.unsettled;
  const drafts = useDrafts().data?.total;
  const [folder, setFolder] = useState(ALL);
  const { sentFolders } = useSettings();
  const [unanswered, setUnanswered] = useState(false);
  const [search, setSearch] = useState(asked.get('q') ?? '');
  const wanted = useSettled(search.trim(), TYPING_MS);
  const counted = (words: string, count: number | undefined) =>
    count === undefined ? words : `${words} ${countWords(count)}`;
  const { needs, coming } = FILTERS[filter]!;
  const goTo = (next: string) => router.push(next === 'pending' ? path : `${path}?part=${next}`);
  const parts = [
    { value: 'pending', label: counted('Pending', pending) },
    { value: 'series', label: 'Series' },
    { value: 'batches', label: 'Batches' },
    { value: 'occasions', label: 'Occasions' },
    { value: 'drafts', label: counted('Drafts', drafts) },
    { value: 'left', label: 'Left' },
  ];
  return (
    <div className={styles.view}>
      <h1 className="unseen">Departures</h1>
      <div className={styles.tools}>
        <Segmented aria-label="Part" className={styles.parts} value={part} onChange={goTo} options={parts} />
        {/* There is no room for all of them side by side. */}
        <Select
          aria-label="Part"
          className={styles.partsNarrow}
          value={part}
          onChange={goTo}
          options={parts}
        />
        {part === 'series' && <CalendarFiles />}
        {part === 'left' && (
          <Select
            aria-label="Copies kept in"
            value={folder}
            onChange={setFolder}
            options={[
              { value: ALL, label: 'all copies' },
              ...sentFolders.map((value) => ({ value, label: `in ${value}` })),
              { value: '', label: 'no copy kept' },
            ]}
            className={styles.filter}
          />
        )}
        {part === 'left' && (
          <Select
            aria-label="What came of it"
            value={unanswered}
            onChange={setUnanswered}
            options={[
              { value: false, label: 'answered or not' },
              { value: true, label: 'unanswered' },
            ]}
            className={styles.filter}
          />
        )}
        {part === 'pending' && (
          <Select
            aria-label="Show"
            value={filter}
            onChange={(next) => router.replace(next === 'all' ? path : `${path}?show=${next}`)}
            options={Object.entries(FILTERS).map(([value, { label }]) => ({ value, label }))}
            className={styles.filter}
          />
        )}
        {(part === 'pending' || part === 'left') && (
          <Input
            type="search"
            aria-label="Find a departure"
            placeholder="Find: words, to:, with:file …"
            allowClear
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            className={styles.search}
          />
        )}
      </div>
      {part === 'occasions' ? (
        <OccasionList />
      ) : part === 'batches' ? (
        <BatchTable />
      ) : part === 'series' ? (
        <>
          <SeriesTable />
          <FileWatchTable />
        </>
      ) : part === 'drafts' ? (
        <DraftList />
      ) : part === 'left' ? (
        <LeftTable folder={folder === ALL ? undefined : folder} search={wanted} unanswered={unanswered} />
      ) : (
        <>
          {wanted === '' && <BatchTable underWay />}
          <PendingTable needs={needs} coming={coming} search={wanted} />
        </>
      )}
    </div>
  );
}
