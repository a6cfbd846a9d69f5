'use client';
/**
 * Says what has come back or gone off: in the tray, outside the page where that was allowed, aloud where it was asked for.
 * What went off while nobody was here is gathered into one row.
 */
import Link from 'next/link';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { ReminderJson } from '#api/types';
import { useWords } from '../common/format';
import { RowButton } from '../common/RowParts';
import { ask } from '../data/client';
import { useReminders } from '../data/incoming';
import { useAnnounce } from '../shell/Announcer';
import type { TrayRow } from './trayRow';
import styles from './Tray.module.css';

const HEADINGS = {
  snooze: 'Came back',
  answer: 'Came back early',
  'to-do': 'To do',
  silence: 'No answer',
  undelivered: 'Undelivered',
  review: 'To look at',
  question: 'Answers',
};
/** More at once are gathered. */
const ONE_BY_ONE = 2;
/** So many of them are named, the latest first. */
const SHOWN = 6;

const hrefOf = ({ messageId }: ReminderJson) => (messageId ? `/inbox/${messageId}` : '/returns');

/** Windows of one browser agree who speaks of a reminder: the first that takes the word. */
async function takeWord({ id, at }: ReminderJson): Promise<boolean> {
  const key = 'oak reminder told';
  if (!('locks' in navigator)) return true;
  return navigator.locks.request(key, () => {
    const word = `${id} ${at}`;
    if (localStorage.getItem(key) === word) return false;
    localStorage.setItem(key, word);
    return true;
  });
}

const said = (list: readonly ReminderJson[]) =>
  list.length <= ONE_BY_ONE
    ? list.map(({ kind, words }) => `${HEADINGS[kind]}: ${words}.`).join(' ')
    : `${list.length} came back or are to be done: ${[
        ...list
          .slice(-SHOWN)
          .reverse()
          .map(({ words }) => words),
        ...(list.length > SHOWN ? [`and ${list.length - SHOWN} more`] : []),
      ].join('; ')}.`;

function notifyOutside(list: readonly ReminderJson[], go: (href: string) => void): void {
  if (!('Notification' in window) || Notification.permission !== 'granted') return;
  if (document.visibilityState !== 'hidden') return;
  const last = list.at(-1)!;
  const notification = new Notification(
    list.length === 1 ? HEADINGS[last.kind] : `${list.length} came back or are to be done`,
    { body: list.map(({ words }) => words).join('\n'), tag: `reminder ${last.id}` },
  );
  notification.onclick = () => {
    window.focus();
    notification.close();
    go(list.length === 1 ? hrefOf(last) : '/inbox');
  };
}

/** Plays what ships for this; a browser that was not touched yet does not allow it. */
const sound = () => void new Audio('/reminder.wav').play().catch(() => {});

/** The rows of what has come back or gone off since this page was opened. */
export function useReminderRows(): TrayRow[] {
  const words = useWords();
  const announce = useAnnounce();
  const untold = useReminders().data;
  const [shown, setShown] = useState<readonly ReminderJson[]>([]);
  const last = useRef(0);

  useEffect(() => {
    const fresh = (untold ?? []).filter(({ id }) => id > last.current);
    const newest = fresh.at(-1);
    if (!newest) return;
    last.current = newest.id;

    setShown((before) => [...before, ...fresh]);
    announce(said(fresh));
    void takeWord(newest).then((mine) => {
      if (!mine) return;
      notifyOutside(fresh, (href) => window.location.assign(href));
      if (fresh.some((each) => each.sound)) sound();
    });
    void ask('POST', '/reminders/told', { upTo: newest.id }).catch(() => {
      // Told again after a reload: better than not at all.
    });
  }, [untold, announce]);

  const row = (key: string, href: string, what: ReactNode, close: () => void) => ({
    key,
    row: (
      <li key={key} data-reminder>
        <Link href={href} prefetch={false} className={`${styles.what} ${styles.back}`} onClick={close}>
          {what}
        </Link>
        <RowButton onClick={close}>Close</RowButton>
      </li>
    ),
  });
  const rows = [...shown].reverse().map((each) =>
    row(
      `reminder ${each.id}`,
      hrefOf(each),
      <>
        <strong>{HEADINGS[each.kind]}</strong>
        <span>{words.moment(each.at)}</span>
        <span className={styles.subject} dir="auto">
          {each.words}
        </span>
      </>,
      () => setShown((before) => before.filter(({ id }) => id !== each.id)),
    ),
  );
  if (shown.length <= ONE_BY_ONE) return rows;
  const what = <strong>{shown.length} came back or are to be done</strong>;
  return [row('reminders', '/inbox', what, () => setShown([])), ...rows];
}
