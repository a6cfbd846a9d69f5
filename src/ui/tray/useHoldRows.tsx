'use client';
/** What is held: newest first, with the way back. */
import { useEffect, useMemo, useRef } from 'react';
import type { DepartureJson } from '#api/types';
import { leftWords } from '#core/time/words';
import { recipientsWords, useWords } from '../common/format';
import { stateWords } from '../common/StatePill';
import { RowButton, RowButtonTwice } from '../common/RowParts';
import { ask } from '../data/client';
import { usePending, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { useAnnounce } from '../shell/Announcer';
import { useCommand, useKeyName } from '../shell/commands';
import type { TrayRow } from './trayRow';
import styles from './Tray.module.css';
import { useHoldNotifications } from './useHoldNotifications';

/** One word before it ends. */
const LAST_CALL_MS = 15_000;

/** Says when a hold begins, before it ends, and what came of it: once each. */
function useHoldAnnouncements(held: DepartureJson[] | undefined): void {
  const announce = useAnnounce();
  const { singleKeys } = useSettings();
  const key = useKeyName()('t');
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
        announce(
          `To ${to}: held until ${exact(departure.at)}. ${singleKeys ? `${key} takes it back, Alt Shift ${key} in fields` : `Alt Shift ${key} takes it back`}.`,
        );
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

/** The rows of what is held. */
export function useHoldRows(): TrayRow[] {
  const pending = usePending().data?.departures;
  const held = useMemo(() => pending?.filter((each) => each.state === 'held').reverse(), [pending]);
  const { takeBack, releaseNow } = useDepartureActions();
  const { exact } = useWords();
  const now = useNow(1000);
  useHoldAnnouncements(held);
  useHoldNotifications(held, now, LAST_CALL_MS, (departure) => void takeBack(departure));
  const newest = held?.[0];
  useCommand('t', newest && (() => void takeBack(newest)));
  return (held ?? []).map((departure) => {
    const to = recipientsWords(departure.recipients);
    const row = (
      <li key={departure.id} data-departure={departure.id}>
        <span className={styles.what}>
          <strong>{to}</strong>
          <span className={styles.subject} dir="auto">
            {departure.subject || '(no subject)'}
          </span>
          <small title={departure.heldBy ?? undefined}>
            held until {exact(departure.at)}
            <span aria-hidden="true" className={styles.left}>
              {' '}
              · {leftWords(Date.parse(departure.at), now)}
            </span>
            {departure.heldBy && ` · ${departure.heldBy}`}
          </small>
        </span>
        <RowButton strong onClick={() => void takeBack(departure)} aria-label={`Take back, to ${to}`}>
          Take back
        </RowButton>
        <RowButtonTwice
          label="Release now"
          again="Press again"
          aria-label={`Release now, to ${to}; takes a second press`}
          onPressed={() => void releaseNow(departure)}
        />
      </li>
    );
    return { key: departure.id, row };
  });
}
