'use client';
/** The threads of a place, grouped by what an answer would do now, or what was found. Only rows in view are drawn. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { Select, Spin } from 'antd';
import Link from 'next/link';
import { useParams, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { MessageSummaryJson } from '#api/types';
import { commandOf } from '#core/commandKeys';
import type { RowAction } from '#core/rowActions';
import { countWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { RowButton } from '../common/RowParts';
import { SearchProblems } from '../common/SearchProblems';
import { useSettled } from '../common/useSettled';
import { useSteady } from '../common/useSteady';
import { WaitingChanges } from '../common/WaitingChanges';
import { useSearch, useThreads, type InboxOrder } from '../data/incoming';
import { useMessage, usePending, useSettings } from '../data/queries';
import { useCommand } from '../shell/commands';
import { pressedKey } from '../shell/pressedKey';
import { focusedNowhere } from '../shell/useFocusKept';
import { DAY, PAST_MAIL } from '../shell/views';
import { ChosenBar } from './ChosenBar';
import styles from './Inbox.module.css';
import { useFrame } from './frame';
import { hitRows, isElsewhere, isFresh, threadRows, withHeadings, type MessageRow } from './rows';
import { SearchField } from './SearchField';
import { ThreadRow } from './ThreadRow';
import { useMessageActions } from './useMessageActions';

const ROW = 46;
const HEADING = 29;
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
  const { place, listed, toFocus, goOn } = useFrame();
  const { id: openId } = useParams<{ id?: string }>();
  const router = useRouter();
  const words = useWords();
  // Something newer may stand for the thread than what is read of it.
  const openThread = useMessage(openId).data?.threadId;
  const actions = useMessageActions();
  const frame = useRef<HTMLDivElement>(null);
  const focused = useRef<MessageRow | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  useFocusHeld();

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
    listed.current = messages.filter((each) => !isElsewhere(each)).map(({ id }) => id);
  }, [listed, messages]);

  // eslint-disable-next-line react-hooks/incompatible-library -- it changes what it gives; nothing here is memoised on it
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: (index) => (rows[index]!.kind === 'group' ? HEADING : ROW),
    getItemKey: (index) => rows[index]!.id,
    overscan: 10,
    // Until it is measured, as in a window of the usual size: the page comes with its first rows.
    initialRect: { width: 341, height: 580 },
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

  const openThreadNow = useRef(openThread);
  useEffect(() => void (openThreadNow.current = openThread), [openThread]);
  /** On to the next where one of these is in focus, or being read with nothing else in focus; else one has gone on already. */
  const goOnFrom = useCallback(
    (gone: readonly MessageSummaryJson[]) => {
      const row = document.activeElement?.closest('[data-row]')?.getAttribute('data-row');
      const isHere = row
        ? gone.some(({ id }) => id === row)
        : gone.some(({ threadId }) => threadId === openThreadNow.current);
      if (isHere) goOn(gone.map(({ id }) => id));
    },
    [goOn],
  );
  const onPlace = useCallback(
    ({ message }: MessageRow) => {
      if (message.place === 'archive') void actions.backToInbox([message]);
      else void actions.archive([message]).then((done) => done && goOnFrom([message]));
    },
    [actions, goOnFrom],
  );
  const mark = useCallback(
    ({ message }: MessageRow) => {
      // What I wrote is never new.
      if (message.direction === 'in' || isFresh(message))
        void actions.mark([message], isFresh(message) ? 'seen' : 'new');
    },
    [actions],
  );
  const panel = useCallback(
    ({ message }: MessageRow, which: 'snooze' | 'todo' | 'watch') =>
      router.push(`/${place}/${message.id}?do=${which}`),
    [router, place],
  );
  const onAct = useCallback(
    (row: MessageRow, action: RowAction) => {
      if (action === 'archive') onPlace(row);
      else if (action === 'seen') mark(row);
      else panel(row, action === 'snooze' ? 'snooze' : 'todo');
    },
    [onPlace, mark, panel],
  );
  // What is read beside the list is the row in focus, wherever the keys have gone: once they rest, so that a walk through
  // many does not open each.
  const following = useRef<ReturnType<typeof setTimeout>>(undefined);
  const follow = useRef<() => void>(() => {});
  const { keys } = useSettings();
  useEffect(() => {
    // The next key may lead elsewhere; what moves the focus sets it going again.
    const stop = (event: globalThis.KeyboardEvent) => {
      if (event.key === ' ') return;
      clearTimeout(following.current);
      // What leaves the focus where it is does not leave what is read behind.
      const command = commandOf(pressedKey(event)?.key ?? '', keys);
      if (command === 'v' || command === 'a')
        following.current = setTimeout(() => follow.current(), FOLLOWS_MS);
    };
    window.addEventListener('keydown', stop, true);
    return () => {
      window.removeEventListener('keydown', stop, true);
      clearTimeout(following.current);
    };
  }, [keys]);
  /** What is read, or is on its way to be. */
  const heading = useRef(openId);
  useEffect(() => void (heading.current = openId), [openId]);
  const onFocus = useCallback(
    (row: MessageRow, at: Element) => {
      const { id } = row.message;
      focused.current = row;
      // Who has gone elsewhere is not called back.
      if (toFocus.current !== id) toFocus.current = null;
      clearTimeout(following.current);
      if (!at.matches('[data-row]:focus-visible') || isElsewhere(row.message)) return;
      follow.current = () => {
        const beside = document.querySelector('[data-beside]')?.checkVisibility();
        if (!beside || document.activeElement !== at || heading.current === id) return;
        heading.current = id;
        router.replace(`/${place}/${id}`, { scroll: false });
      };
      following.current = setTimeout(follow.current, FOLLOWS_MS);
    },
    [router, place, toFocus],
  );
  const choose = useCallback((ids: readonly string[], on: boolean) => {
    setChosen((before) => {
      const next = new Set(before);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });
  }, []);
  /** What is being chosen with Shift held. */
  const range = useRef<{ anchor: string; ids: readonly string[] } | null>(null);
  /** All of the group a message stands in, as far as they are here. */
  const groupOf = (id: string): string[] => {
    const group = (row: MessageRow | undefined) => (row?.kind === 'thread' ? row.message.group : null);
    const own = group(steady.rows.find(({ message }) => message.id === id));
    return steady.rows.flatMap((row) => (group(row) === own ? row.message.id : []));
  };
  const between = (from: string, to: string): string[] => {
    const ids = messages.map(({ id }) => id);
    const [a, b] = [ids.indexOf(from), ids.indexOf(to)].sort((x, y) => x - y) as [number, number];
    return ids.slice(a, b + 1);
  };
  const picked = useMemo(() => messages.filter(({ id }) => chosen.has(id)), [messages, chosen]);

  // What is chosen goes first, then the row in focus; else what is open answers to its keys itself.
  const act = (what: (row: MessageRow) => void) => () => {
    const row = current();
    if (!row) return false;
    what(row);
    return true;
  };
  const none = picked.length === 0;
  const write = (how: (id: string) => string) =>
    act(({ message }) =>
      router.push(isElsewhere(message) ? `/write/${message.id}` : `/write?${how(message.id)}`),
    );
  useCommand('a', none ? act(onPlace) : undefined, true);
  useCommand('s', none ? act((row) => panel(row, 'snooze')) : undefined, true);
  useCommand('d', none ? act((row) => panel(row, 'todo')) : undefined, true);
  useCommand('w', none ? act((row) => panel(row, 'watch')) : undefined, true);
  useCommand('v', none ? act(mark) : undefined, true);
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
  const start = openId ?? messages[0]?.id;
  useEffect(() => {
    const onKeyDown = (event: globalThis.KeyboardEvent) => {
      if (!['ArrowDown', 'ArrowUp'].includes(event.key) || !focusedNowhere()) return;
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
      choose([row], !chosen.has(row));
      return;
    }
    if (row && event.key === 'a' && (event.ctrlKey || event.metaKey) && !event.shiftKey && !event.altKey) {
      event.preventDefault();
      choose(groupOf(row), true);
      return;
    }
    moveBetweenRows(event);
    const to = document.activeElement?.getAttribute('data-row');
    if (!row || !to || !/^Arrow|^Home|^End/.test(event.key)) return;
    if (!event.shiftKey) range.current = null;
    else if (to !== row) {
      // Where the focus goes with Shift held is chosen, from where it began; coming back gives free again.
      const anchor = range.current?.anchor ?? row;
      const ids = between(anchor, to);
      choose(range.current?.ids.filter((id) => !ids.includes(id)) ?? [], false);
      choose(ids, true);
      range.current = { anchor, ids };
    }
  }

  const problems = finding ? (found.data?.pages[0]?.problems ?? []) : [];
  const { total, unseen } = threads.data?.pages[0] ?? {};
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
        {place === 'inbox' && !finding && unseen && unseen.count > 0 && (
          <p className={styles.fresh}>
            {countWords(unseen.count)} new since {words.moment(unseen.since!)}
          </p>
        )}
        {place === 'inbox' && !finding && (
          <Link href={DAY} className={styles.toDay}>
            The day
          </Link>
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
        <SearchProblems problems={problems} />
      </div>
      {picked.length > 0 && (
        <ChosenBar
          messages={picked}
          place={place}
          actions={actions}
          done={(gone) => {
            setChosen(new Set());
            if (gone) goOnFrom(picked);
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
                  <div className={styles.group}>
                    <h2>{row.name}</h2>
                    <RowButton
                      className={styles.chooseAll}
                      onClick={() => choose(groupOf(row.firstId), true)}
                      aria-label={`Choose all: ${row.name}`}
                    >
                      Choose all
                    </RowButton>
                  </div>
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
                  open={
                    row.message.id === openId ||
                    (row.kind === 'thread' && row.message.threadId === openThread)
                  }
                  chosen={chosen.has(row.message.id)}
                  choose={choose}
                  onAct={onAct}
                  onFocus={onFocus}
                />
              </li>
            );
          })}
        </ul>
      </nav>
    </>
  );
}
