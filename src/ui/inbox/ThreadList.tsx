'use client';
/** The threads of a place, grouped by what an answer would do now, or what was found. Only rows in view are drawn. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { Select, Spin } from 'antd';
import Link from 'next/link';
import { useParams, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useSettled } from '../common/useSettled';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { useSearch, useThreads, type InboxOrder } from '../data/incoming';
import { usePending } from '../data/queries';
import { useCommand } from '../shell/commands';
import { PAST_MAIL } from '../shell/views';
import { ChosenBar } from './ChosenBar';
import styles from './Inbox.module.css';
import { useFrame } from './frame';
import { hitRows, isElsewhere, threadRows, withHeadings, type MessageRow } from './rows';
import { SearchField } from './SearchField';
import { ThreadRow } from './ThreadRow';
import { useMessageActions } from './useMessageActions';

const ROW = 76;
const HEADING = 37;
/** So many rows from the end the next page is fetched. */
const NEAR_END = 40;
/** The focus rests this long on a row before it is read beside the list. */
const FOLLOWS_MS = 150;
/** What is typed rests this long before it is looked for. */
const RESTS_MS = 120;

const ORDERS: { value: InboxOrder; label: string }[] = [
  { value: 'answer', label: 'By what an answer does' },
  { value: 'time', label: 'By time' },
];

/** After sending, the tray's new row has the focus, once. */
function useFocusHeld(): void {
  const held = useSearchParams().get('held');
  const pending = usePending().data;
  const done = useRef<string | null>(null);
  useEffect(() => {
    if (!held || done.current === held) return;
    const button = document.querySelector<HTMLElement>(`[data-tray] [data-departure="${held}"] button`);
    if (!button) return;
    done.current = held;
    button.focus();
  }, [held, pending]);
}

interface Props {
  order: InboxOrder;
  setOrder: (order: InboxOrder) => void;
  search: string;
  setSearch: (text: string) => void;
}

export function ThreadList({ order, setOrder, search, setSearch }: Props) {
  const { place, listed, toFocus, first, setFirst, goOn } = useFrame();
  const { id: openId } = useParams<{ id?: string }>();
  const router = useRouter();
  const words = useWords();
  const actions = useMessageActions();
  const frame = useRef<HTMLDivElement>(null);
  const focused = useRef<MessageRow | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  useFocusHeld();
  // Beside the archive nothing is read until it is chosen.
  const shown = place === 'inbox' ? first : null;

  const q = useSettled(search.trim(), RESTS_MS);
  const finding = q !== '';
  const threads = useThreads(place, order);
  const found = useSearch(q);
  const pages = finding ? found : threads;
  const fresh = useMemo(() => {
    if (finding) return found.data && hitRows(found.data.pages.flatMap((page) => page.hits));
    return threads.data && threadRows(threads.data.pages.flatMap((page) => page.messages));
  }, [finding, found.data, threads.data]);
  const steady = useSteady(fresh, frame);
  const rows = useMemo(() => withHeadings(steady.rows), [steady.rows]);
  const messages = useMemo(() => steady.rows.map(({ message }) => message), [steady.rows]);

  useEffect(() => {
    // What is read where it was written would lead away from here, whatever is being typed or done.
    const ids = messages.filter((each) => !isElsewhere(each)).map(({ id }) => id);
    listed.current = ids;
    // What has come in above does not take the place of what is being read.
    setFirst((before) => (before && ids.includes(before) ? before : (ids[0] ?? null)));
  }, [listed, messages, setFirst]);

  // eslint-disable-next-line react-hooks/incompatible-library -- it changes what it gives; nothing here is memoised on it
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: (index) => (rows[index]!.kind === 'group' ? HEADING : ROW),
    getItemKey: (index) => rows[index]!.id,
    overscan: 10,
  });
  const lines = virtual.getVirtualItems();
  const lastShown = lines.at(-1)?.index ?? 0;
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = pages;
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage && lastShown > rows.length - NEAR_END) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage, lastShown, rows.length]);

  // What is open is in view in the list, however one came to it.
  const inView = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (inView.current === openId) return;
    const index = rows.findIndex((row) => row.kind !== 'group' && row.message.id === openId);
    if (index < 0) return;
    inView.current = openId;
    virtual.scrollToIndex(index);
  }, [rows, openId, virtual]);

  // The message one has gone on to takes the focus, once its row is there.
  useEffect(() => {
    const wanted = toFocus.current;
    if (!wanted) return;
    const index = rows.findIndex((row) => row.kind !== 'group' && row.message.id === wanted);
    if (index < 0) return;
    virtual.scrollToIndex(index);
    const timer = requestAnimationFrame(() => {
      const row = frame.current?.querySelector<HTMLElement>(`[data-row="${wanted}"]`);
      if (!row || openId !== wanted) return;
      toFocus.current = null;
      // Whoever writes somewhere by now is not called away.
      if (!document.activeElement?.matches('input, textarea, [contenteditable="true"]')) row.focus();
    });
    return () => cancelAnimationFrame(timer);
  }, [rows, openId, toFocus, virtual]);

  /** The row in focus. */
  const current = (): MessageRow | undefined => {
    if (!frame.current?.contains(document.activeElement)) return undefined;
    const id = focused.current?.message.id;
    return steady.rows.find(({ message }) => message.id === id);
  };

  const onPlace = useCallback(
    (row: MessageRow) => {
      const { message } = row;
      if (message.place === 'archive') void actions.backToInbox([message]);
      else
        void actions.archive([message]).then((done) => {
          if (done) goOn([message.id]);
        });
    },
    [actions, goOn],
  );
  const onSnooze = useCallback(
    ({ message }: MessageRow) => router.push(`/${place}/${message.id}?do=snooze`),
    [router, place],
  );
  // What is read beside the list is the row in focus, wherever the keys have gone: once they rest, so that a walk through
  // many does not open each.
  const following = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    // The next key may lead elsewhere; what moves the focus sets it going again.
    const stop = ({ key }: globalThis.KeyboardEvent) => key !== ' ' && clearTimeout(following.current);
    window.addEventListener('keydown', stop, true);
    return () => {
      window.removeEventListener('keydown', stop, true);
      clearTimeout(following.current);
    };
  }, []);
  const openNow = useRef(openId ?? shown);
  useEffect(() => void (openNow.current = openId ?? shown), [openId, shown]);
  const onFocus = useCallback(
    (row: MessageRow, at: Element) => {
      const { id } = row.message;
      focused.current = row;
      // Who has gone elsewhere is not called back.
      if (toFocus.current !== id) toFocus.current = null;
      clearTimeout(following.current);
      if (!at.matches('[data-row]:focus-visible') || isElsewhere(row.message)) return;
      following.current = setTimeout(() => {
        const beside = document.querySelector('[data-beside]')?.checkVisibility();
        if (beside && document.activeElement === at && openNow.current !== id)
          router.replace(`/${place}/${id}`, { scroll: false });
      }, FOLLOWS_MS);
    },
    [router, place, toFocus],
  );
  const choose = useCallback((id: string, on: boolean) => {
    setChosen((before) => {
      const next = new Set(before);
      if (on) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
  const picked = useMemo(() => messages.filter(({ id }) => chosen.has(id)), [messages, chosen]);

  // What is chosen goes first, then the row in focus; else what is open answers to its keys itself.
  const act = (what: (row: MessageRow) => void) => () => {
    const row = current();
    if (!row) return false;
    what(row);
    return true;
  };
  const todo = ({ message }: MessageRow) => router.push(`/${place}/${message.id}?do=todo`);
  const none = picked.length === 0;
  const write = (how: (id: string) => string) =>
    act(({ message }) =>
      router.push(isElsewhere(message) ? `/write/${message.id}` : `/write?${how(message.id)}`),
    );
  useCommand('a', none ? act(onPlace) : undefined, true);
  useCommand('s', none ? act(onSnooze) : undefined, true);
  useCommand('d', none ? act(todo) : undefined, true);
  useCommand(
    'r',
    write((id) => `answers=${id}`),
    true,
  );
  useCommand(
    'e',
    write((id) => `answers=${id}&all`),
    true,
  );
  useCommand(
    'p',
    write((id) => `forwards=${id}`),
    true,
  );

  // Arrows work before anything has the focus; who has pressed into what is read moves in that.
  const start = openId ?? shown ?? messages[0]?.id;
  useEffect(() => {
    const onKeyDown = (event: globalThis.KeyboardEvent) => {
      if (!['ArrowDown', 'ArrowUp'].includes(event.key) || document.activeElement !== document.body) return;
      const pressed = document.getSelection()?.anchorNode;
      if (pressed && document.querySelector('[data-beside]')?.contains(pressed)) return;
      const row = frame.current?.querySelector<HTMLElement>(`[data-row="${start}"]`);
      if (!row?.checkVisibility()) return;
      event.preventDefault();
      row.focus();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [start]);

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    const row = document.activeElement?.getAttribute('data-row');
    if (row && event.key === ' ') {
      event.preventDefault();
      choose(row, !chosen.has(row));
      return;
    }
    moveBetweenRows(event);
  }

  const problems = finding ? (found.data?.pages[0]?.problems ?? []) : [];
  const total = threads.data?.pages[0]?.total;
  const error = pages.error && !fresh ? pages.error.message : null;
  return (
    <>
      <div className={styles.tools}>
        <SearchField text={search} onText={setSearch} />
        {place === 'inbox' && !finding && (
          <Select
            size="small"
            variant="borderless"
            aria-label="Order of the inbox"
            className={styles.order}
            value={order}
            options={ORDERS}
            onChange={setOrder}
            popupMatchSelectWidth={false}
          />
        )}
        {place === 'archive' && !finding && (
          <Link href={PAST_MAIL} className={styles.past}>
            Past mail in and out
          </Link>
        )}
        {finding && found.data && (
          <p role="status" className={styles.count}>
            {steady.rows.length === 0
              ? 'Nothing found.'
              : `${steady.rows.length}${hasNextPage ? '+' : ''} found`}
          </p>
        )}
        {problems.map(({ part, why }) => (
          <p key={part} role="alert" className={styles.problem}>
            {part}: {why}
          </p>
        ))}
      </div>
      {picked.length > 0 && (
        <ChosenBar
          messages={picked}
          place={place}
          actions={actions}
          done={(gone) => {
            setChosen(new Set());
            if (gone) goOn(picked.map(({ id }) => id));
          }}
        />
      )}
      <WaitingChanges {...steady} />
      {error && <p role="alert">{error}</p>}
      {!fresh && !error && <Spin />}
      {fresh && rows.length === 0 && !finding && (
        <p className={styles.empty}>
          {place === 'inbox'
            ? 'The inbox is empty. What arrives, and what comes back, stands here.'
            : 'Nothing is archived yet. What you are done with stands here, and past mail you take in.'}
        </p>
      )}
      <nav
        aria-label={finding ? 'Messages found' : 'Messages'}
        className={styles.scroll}
        ref={frame}
        onKeyDown={onKeyDown}
      >
        <ul className={styles.list} style={{ height: virtual.getTotalSize() }}>
          {lines.map(({ index, key, start, size }) => {
            const row = rows[index]!;
            const style = { transform: `translateY(${start}px)`, height: size };
            if (row.kind === 'group')
              return (
                <li key={key} className={styles.line} style={style}>
                  <h2 className={styles.group}>{row.name}</h2>
                </li>
              );
            return (
              <li
                key={key}
                className={styles.line}
                style={style}
                aria-setsize={finding || total === undefined ? -1 : total}
                aria-posinset={index + 1}
              >
                <ThreadRow
                  row={row}
                  words={words}
                  href={`/${place}/${row.message.id}`}
                  open={row.message.id === (openId ?? shown)}
                  chosen={chosen.has(row.message.id)}
                  {...{ choose, onSnooze, onPlace, onFocus }}
                />
              </li>
            );
          })}
        </ul>
      </nav>
    </>
  );
}
