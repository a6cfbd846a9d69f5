'use client';
/** Says what is about to leave to somebody who looks elsewhere, outside this page, with the way back. */
import { useEffect, useRef, useState } from 'react';
import type { DepartureJson } from '#api/types';
import { leftWords } from '#core/time/words';
import { recipientsWords } from '../common/format';

/** What this browser says of it: asked once, and only where it may be asked. */
export function useNotificationConsent(): { wanted: boolean; ask: () => void } {
  const [state, setState] = useState<NotificationPermission | 'unknown'>('unknown');
  useEffect(() => {
    const timer = setTimeout(() => setState('Notification' in window ? Notification.permission : 'denied'));
    return () => clearTimeout(timer);
  }, []);
  return {
    wanted: state === 'default',
    ask: () => void Notification.requestPermission().then(setState),
  };
}

/**
 * @param now epoch ms, going on every second
 * @param within so long before it leaves, ms
 */
export function useHoldNotifications(
  held: readonly DepartureJson[] | undefined,
  now: number,
  within: number,
  takeBack: (departure: DepartureJson) => void,
): void {
  const told = useRef(new Map<string, Notification>());
  useEffect(() => {
    if (!('Notification' in window) || Notification.permission !== 'granted') return;
    const ids = new Set(held?.map(({ id }) => id));
    // What has left or was taken back is no news any more.
    for (const [id, notification] of told.current) if (!ids.has(id)) notification.close();
    for (const departure of held ?? []) {
      const left = Date.parse(departure.at) - now;
      if (document.visibilityState !== 'hidden' || left <= 0 || left > within) continue;
      if (told.current.has(departure.id)) continue;
      const notification = new Notification(`Leaves in ${leftWords(Date.parse(departure.at), now)}`, {
        body: `${departure.subject || '(no subject)'}, to ${recipientsWords(departure.recipients)}. Press here to take it back.`,
        // All windows speak of it; one is shown.
        tag: departure.id,
      });
      notification.onclick = () => {
        window.focus();
        notification.close();
        takeBack(departure);
      };
      told.current.set(departure.id, notification);
    }
  }, [held, now, within, takeBack]);
}
