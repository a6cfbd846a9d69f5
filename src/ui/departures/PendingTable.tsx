'use client';
/** Pending departures, grouped: what needs you, then by day. Only the rows in view are drawn. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { Button, Spin } from 'antd';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { DepartureJson } from '#api/types';
import { groupPending, pendingItems, TOO_LATE, type PendingItem } from '#core/departure/groups';
import type { DepartureState } from '#core/departure/states';
import { useWords } from '../common/format';
import { SearchProblems } from '../common/SearchProblems';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowCheck } from '../common/RowParts';
import { TwicePressed } from '../common/TwicePressed';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { usePendingPages, useSettings } from '../data/queries';
import { useCommand } from '../shell/commands';
import { BulkBar } from './BulkBar';
import styles from './DeparturesView.module.css';
import { EmptyTable } from './EmptyTable';
import { CopiesRow, DepartureRow } from './PendingRows';
import { useBulk } from './useBulk';
import { useDepartureActions } from './useDepartureActions';

interface Props {
  /** States that wait for a decision, and those that leave by themselves. */
  needs: DepartureState[];
  coming: DepartureState[];
  search: string;
}

/** Heights as drawn, so that measuring them changes nothing; where rows fold, they are measured. */
/** The names of the columns with the heading of the group, px. */
const ON_TOP = 84;
const ROW = 38;
const HEADING = 40.5;
/** So many rows from the end the next page is fetched. */
const NEAR_END = 60;
const COLUMNS = 8;

/** Of a filter that asks for no states nothing is listed, whatever was listed before. */
const listed = (
  data: { pages: { departures: DepartureJson[] }[] } | undefined,
  states: readonly DepartureState[],
): DepartureJson[] => (states.length ? (data?.pages ?? []).flatMap((page) => page.departures) : []);

/** What has just changed its state stands in both lists until the other is read again: as it was last. */
function onceEach(departures: readonly DepartureJson[]): DepartureJson[] {
  const last = new Map<string, DepartureJson>();
  for (const each of departures) {
    const other = last.get(each.id);
    if (!other || other.revision < each.revision) last.set(each.id, each);
  }
  return departures.filter((each) => last.get(each.id) === each);
}

/** Of what a row stands for, whatever its place. */
function keyOf(item: PendingItem<DepartureJson>): string {
  if (item.kind === 'group') return `group ${item.name}`;
  return item.kind === 'departure' ? item.departure.id : `copies ${item.departures[0]!.id}`;
}

export function PendingTable({ needs, coming, search }: Props) {
  const { zone } = useSettings();
  const first = usePendingPages({ states: needs, search });
  const pages = usePendingPages({ states: coming, search });
  const words = useWords();
  const actions = useDepartureActions();
  const bulk = useBulk();
  const wanted = useSearchParams().get('row');
  const [focused, setFocused] = useState<DepartureJson | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const frame = useRef<HTMLDivElement>(null);
  const shown = useRef<string | null>(null);

  const known = (needs.length === 0 || first.data) && (coming.length === 0 || pages.data);
  const fresh = useMemo(() => {
    if (!known) return undefined;
    return onceEach([...listed(first.data, needs), ...listed(pages.data, coming)]);
  }, [known, first.data, pages.data, needs, coming]);
  const steady = useSteady(fresh, frame);
  const { rows } = steady;
  const items = useMemo(
    () => pendingItems(groupPending(rows, zone, words.now), open),
    [rows, zone, words.now, open],
  );
  // eslint-disable-next-line react-hooks/incompatible-library -- it changes what it gives; nothing here is memoised on it
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => frame.current,
    estimateSize: (index) => (items[index]!.kind === 'group' ? HEADING : ROW),
    // What is open or in focus in a row stays with its departure, wherever that goes.
    getItemKey: (index) => keyOf(items[index]!),
    overscan: 12,
    // A row that is gone to is not to lie under what stays on top.
    scrollPaddingStart: ON_TOP,
  });
  const lines = virtual.getVirtualItems();
  const lastShown = lines.at(-1)?.index ?? 0;
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = pages;
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage && lastShown > items.length - NEAR_END) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage, lastShown, items.length]);

  const focusRow = (id: string) => frame.current?.querySelector<HTMLElement>(`[data-row="${id}"]`)?.focus();
  // After scheduling, the new row has the focus, once.
  useEffect(() => {
    if (!wanted || shown.current === wanted) return;
    const index = items.findIndex((item) =>
      item.kind === 'departure'
        ? item.departure.id === wanted
        : item.kind === 'copies' && item.departures.some(({ id }) => id === wanted),
    );
    if (index < 0) return;
    shown.current = wanted;
    virtual.scrollToIndex(index);
    const item = items[index]!;
    const target = item.kind === 'copies' ? item.departures[0]!.id : wanted;
    const timer = requestAnimationFrame(() => focusRow(target));
    return () => cancelAnimationFrame(timer);
  }, [wanted, items, virtual]);

  const current = focused && rows.find((each) => each.id === focused.id);
  useCommand('t', current ? () => void actions.takeBack(current) : undefined);
  const choose = useCallback((ids: readonly string[], on: boolean) => {
    setChosen((before) => {
      const next = new Set(before);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });
  }, []);
  const picked = useMemo(
    () => (chosen.size ? rows.filter(({ id }) => chosen.has(id)).map(({ id }) => id) : []),
    [rows, chosen],
  );

  if (first.error ?? pages.error) {
    const error = (first.error ?? pages.error)!;
    if (!fresh) return <p role="alert">{error.message}</p>;
  }
  if (!fresh) return <Spin />;
  const problems = (pages.data ?? first.data)?.pages[0]?.problems ?? [];
  if (rows.length === 0 && fresh.length === 0) {
    return search || needs.length * coming.length === 0 ? (
      <>
        <SearchProblems problems={problems} />
        <EmptyTable words="Nothing here. Show everything, or find by other words." />
      </>
    ) : (
      <EmptyTable words="Nothing is waiting to leave. What you send or schedule stands here until it has left." />
    );
  }

  const toggle = (messageId: string) => {
    const next = new Set(open);
    if (!next.delete(messageId)) next.add(messageId);
    setOpen(next);
  };
  function move(event: KeyboardEvent<HTMLElement>) {
    const end = { Home: 0, End: items.length - 1 }[event.key];
    const inRow = document.activeElement?.hasAttribute('data-row');
    if (end === undefined || !inRow) return moveBetweenRows(event);
    event.preventDefault();
    virtual.scrollToIndex(end);
    requestAnimationFrame(() => {
      const drawn = frame.current?.querySelectorAll<HTMLElement>('[data-row]');
      drawn?.[end === 0 ? 0 : drawn.length - 1]?.focus();
    });
  }
  const offset = virtual.scrollOffset ?? 0;
  let top = offset > HEADING ? (virtual.getVirtualItemForOffset(offset)?.index ?? -1) : -1;
  while (top >= 0 && items[top]!.kind !== 'group') top--;
  const heading = items[top];
  const above = lines[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (lines.at(-1)?.end ?? 0);
  const allChosen = picked.length === rows.length;

  return (
    <div className={`pane ${styles.pane}`}>
      <SearchProblems problems={problems} />
      <WaitingChanges {...steady} />
      {(picked.length > 0 || bulk.progress) && (
        <BulkBar
          count={picked.length}
          progress={bulk.progress}
          run={(what) => void bulk.run(picked, what)}
          stop={bulk.stop}
          clear={() => setChosen(new Set())}
        />
      )}
      <div className={styles.frame} ref={frame}>
        <table
          className={styles.table}
          onKeyDown={move}
          aria-label="Pending departures"
          aria-rowcount={hasNextPage ? -1 : items.length + 1}
        >
          <thead className={styles.sticky}>
            <tr>
              <th scope="col" className={styles.check}>
                <RowCheck
                  aria-label={allChosen ? 'Choose none' : 'Choose all that are listed'}
                  checked={allChosen}
                  some={picked.length > 0}
                  onChange={(on) =>
                    choose(
                      rows.map(({ id }) => id),
                      on,
                    )
                  }
                />
              </th>
              <th scope="col">Leaves (you)</th>
              <th scope="col">Lands (them)</th>
              <th scope="col">To</th>
              <th scope="col">Subject</th>
              <th scope="col">Why then</th>
              <th scope="col">State</th>
              <ActionsHead />
            </tr>
            {heading?.kind === 'group' && (
              <tr aria-hidden>
                <th colSpan={COLUMNS} className={styles.group}>
                  {heading.name}
                </th>
              </tr>
            )}
          </thead>
          <tbody>
            {above > 0 && (
              <tr aria-hidden className={styles.spacer} style={{ height: above }}>
                <td colSpan={COLUMNS} />
              </tr>
            )}
            {lines.map(({ index, key }) => {
              const item = items[index]!;
              const place = { index, measure: virtual.measureElement };
              switch (item.kind) {
                case 'group':
                  return (
                    <tr key={key} ref={virtual.measureElement} data-index={index} aria-rowindex={index + 2}>
                      <th colSpan={COLUMNS} scope="rowgroup" className={styles.group}>
                        {item.name}
                        {item.name === TOO_LATE && (
                          <TwicePressed
                            size="small"
                            label={`Let all ${item.departures.length} go now`}
                            again="Press again: they leave"
                            onPressed={() =>
                              void bulk.run(
                                item.departures.map(({ id }) => id),
                                { action: 'release' },
                              )
                            }
                          />
                        )}
                      </th>
                    </tr>
                  );
                case 'copies':
                  return (
                    <CopiesRow
                      key={key}
                      {...place}
                      words={words}
                      actions={actions}
                      choose={choose}
                      chosen={chosen}
                      toggle={toggle}
                      departures={item.departures}
                      open={item.open}
                    />
                  );
                case 'departure':
                  return (
                    <DepartureRow
                      key={key}
                      {...place}
                      words={words}
                      actions={actions}
                      choose={choose}
                      departure={item.departure}
                      among={item.among}
                      chosen={chosen.has(item.departure.id)}
                      onFocus={setFocused}
                    />
                  );
              }
            })}
            {below > 0 && (
              <tr aria-hidden className={styles.spacer} style={{ height: below }}>
                <td colSpan={COLUMNS} />
              </tr>
            )}
          </tbody>
        </table>
        {isFetchingNextPage && <p className={styles.more}>Fetching more…</p>}
        {hasNextPage && !isFetchingNextPage && (
          <Button type="text" onClick={() => void fetchNextPage()}>
            Show more
          </Button>
        )}
      </div>
    </div>
  );
}
