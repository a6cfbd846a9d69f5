'use client';
/**
 * Says what has come back or gone off: on the page, beside it where that was allowed, aloud where it was asked for.
 * What went off while nobody was here is gathered into one notice.
 */
import { Button } from 'antd';
import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import type { ReminderJson } from '../../api/types';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useReminders } from '../data/incoming';
import { useNotificationConsent } from '../rail/useHoldNotifications';
import { useAnnounce } from '../shell/Announcer';
import styles from './Reminders.module.css';

const HEADINGS = { snooze: 'Came back', answer: 'Came back early', 'to-do': 'To do' };
/** More at once are gathered. */
const ONE_BY_ONE = 2;
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
    : `${list.length} came back or are to be done: ${list
        .slice(0, SHOWN)
        .map(({ words }) => words)
        .join('; ')}.`;

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

export function Reminders() {
  const words = useWords();
  const announce = useAnnounce();
  const consent = useNotificationConsent();
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

  if (shown.length === 0) return null;
  const gathered = shown.length > ONE_BY_ONE;
  return (
    <section aria-label="Reminders" className={styles.reminders}>
      {gathered && <h2>{shown.length} came back or are to be done</h2>}
      <ul>
        {shown.slice(-SHOWN).map((each) => (
          <li key={each.id}>
            <Link href={hrefOf(each)} prefetch={false} onClick={() => setShown([])}>
              <strong>{HEADINGS[each.kind]}</strong> {words.moment(each.at)} · {each.words}
            </Link>
          </li>
        ))}
      </ul>
      <p className={styles.foot}>
        {shown.length > SHOWN && <Link href="/inbox">and {shown.length - SHOWN} more in the inbox</Link>}
        {consent.wanted && (
          <Button size="small" onClick={consent.ask}>
            Tell me outside this page too
          </Button>
        )}
        <Button size="small" type="text" onClick={() => setShown([])}>
          Close
        </Button>
      </p>
    </section>
  );
}
