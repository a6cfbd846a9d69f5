'use client';
/** What is held, on every view: newest first, with the way back. */
import { Button } from 'antd';
import Link from 'next/link';
import { useEffect, useMemo, useRef } from 'react';
import type { DepartureJson } from '../../api/types';
import { leftWords } from '../../core/time/words';
import { recipientsWords, useWords } from '../common/format';
import { stateWords } from '../common/StatePill';
import { TwicePressed } from '../common/TwicePressed';
import { ask } from '../data/client';
import { usePending } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { useAnnounce } from '../shell/Announcer';
import { useCommand } from '../shell/commands';
import styles from './HoldTray.module.css';
import { useHoldNotifications, useNotificationConsent } from './useHoldNotifications';

/** So many are seen without scrolling. */
const SHOWN = 2;
/** One word before it ends. */
const LAST_CALL_MS = 15_000;

/** Says when a hold begins, before it ends, and what came of it: once each. */
function useHoldAnnouncements(held: DepartureJson[] | undefined): void {
  const announce = useAnnounce();
  const { exact } = useWords();
  const known = useRef<Map<string, { to: string; called: boolean }> | null>(null);
  const now = useNow(1000);
  useEffect(() => {
    if (!held) return;
    const first = known.current === null;
    const before = known.current ?? new Map<string, { to: string; called: boolean }>();
    const present = new Map<string, { to: string; called: boolean }>();
    for (const departure of held) {
      const to = recipientsWords(departure.recipients);
      const entry = before.get(departure.id) ?? { to, called: false };
      present.set(departure.id, entry);
      if (!first && !before.has(departure.id)) {
        announce(`To ${to}: held until ${exact(departure.at)}. T takes it back, Alt Shift T in fields.`);
      }
      const left = Date.parse(departure.at) - now;
      if (!entry.called && left > 0 && left <= LAST_CALL_MS) {
        entry.called = true;
        announce(`To ${to}: leaves in ${leftWords(Date.parse(departure.at), now)}.`);
      }
    }
    for (const [id, { to }] of before) {
      if (present.has(id)) continue;
      void ask<DepartureJson>('GET', `/departures/${id}`).then(
        (departure) => departure.state !== 'draft' && announce(`To ${to}: ${stateWords(departure, exact)}.`),
        () => {},
      );
    }
    known.current = present;
  });
}

export function HoldTray() {
  const pending = usePending().data?.departures;
  const held = useMemo(() => pending?.filter((each) => each.state === 'held').reverse(), [pending]);
  const { takeBack, releaseNow } = useDepartureActions();
  const { exact } = useWords();
  const now = useNow(1000);
  useHoldAnnouncements(held);
  const notifyMe = useNotificationConsent();
  useHoldNotifications(held, now, LAST_CALL_MS, (departure) => void takeBack(departure));
  const newest = held?.[0];
  useCommand('t', newest && (() => void takeBack(newest)));
  if (!held?.length) return null;
  return (
    <section aria-label="Held" className={styles.tray} data-tray tabIndex={-1}>
      <ul>
        {held.map((departure) => {
          const to = recipientsWords(departure.recipients);
          return (
            <li key={departure.id} data-departure={departure.id}>
              <span className={styles.what}>
                <strong>{to}</strong> <span dir="auto">{departure.subject || '(no subject)'}</span>
                <small>
                  held until {exact(departure.at)}
                  <span aria-hidden="true" className={styles.left}>
                    {' '}
                    · {leftWords(Date.parse(departure.at), now)}
                  </span>
                  {departure.heldBy && <span title={departure.heldBy}> · {departure.heldBy}</span>}
                </small>
              </span>
              <Button
                size="small"
                onClick={() => void takeBack(departure)}
                aria-label={`Take back, to ${to}`}
              >
                Take back
              </Button>
              <TwicePressed
                size="small"
                type="text"
                label="Release now"
                again="Press again"
                aria-label={`Release now, to ${to}; takes a second press`}
                onPressed={() => void releaseNow(departure)}
              />
            </li>
          );
        })}
      </ul>
      {notifyMe.wanted && (
        <Button type="text" size="small" className={styles.more} onClick={notifyMe.ask}>
          Tell me outside this page too
        </Button>
      )}
      {held.length > SHOWN && (
        <Link href="/departures?show=held" className={styles.more}>
          {held.length} held: see all
        </Link>
      )}
    </section>
  );
}
