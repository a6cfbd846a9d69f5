'use client';
/** The desk opens without a connection too: what it is made of, and the views one would look at, are kept in this browser. */
import { useEffect } from 'react';

/** The views that are opened first on the way. */
const VIEWS = ['/inbox', '/departures', '/write'];
/** Whoever has just come waits for other things, ms. */
const LATER_MS = 10_000;
/** Views that have been kept in this session are not asked for again: what is opened is kept as it is opened. */
const KEPT = 'oak-views-kept';

async function keepViews(): Promise<void> {
  const { active } = await navigator.serviceWorker.ready;
  const isFirst = sessionStorage.getItem(KEPT) === null;
  sessionStorage.setItem(KEPT, 'true');
  active?.postMessage({ type: 'keep', pages: isFirst ? VIEWS : [] });
}

export function OfflineDesk() {
  useEffect(() => {
    // Only where the page is trustworthy (Service Workers); elsewhere there is nothing of it.
    if (!('serviceWorker' in navigator)) return;
    navigator.serviceWorker.register('/sw.js').catch(() => {});
    const timer = setTimeout(() => void keepViews().catch(() => {}), LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
