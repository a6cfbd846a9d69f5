'use client';
/**
 * What was last read, kept in this browser so that it can be shown while there is no connection. Only where the page is
 * trustworthy (Cache API); gone when one signs out.
 */

const NAME = 'oak-seen';
/** Of these paths what was read is worth showing later: lists and messages, no questions asked while typing. */
const WORTH =
  /^\/api\/v1\/(inbox|archive|snoozed|todos|watches|departures|messages|series|batches|texts|occasions|events|settings|clock|health|correspondents|groups|accounts|calendars|reminders|links|file-watches)(\/[\w-]+)?(\?.*)?$/;
/** What is to be encrypted is not kept in the clear here either. */
const SECRET = /"encrypt":"(?:yes|if-all)"/;
/** So many are kept; the longest kept go first. */
const MOST = 400;
const AT = 'x-oak-seen-at';

const store = (): Promise<Cache> | undefined =>
  typeof caches === 'undefined' ? undefined : caches.open(NAME);

async function keepFew(cache: Cache): Promise<void> {
  const keys = await cache.keys();
  for (const key of keys.slice(0, Math.max(0, keys.length - MOST))) await cache.delete(key);
}

let kept = 0;

/** Keeps what was read. A browser that keeps nothing is no trouble. */
export async function rememberSeen(url: string, text: string): Promise<void> {
  if (!WORTH.test(url) || SECRET.test(text)) return;
  try {
    const cache = await store();
    await cache?.put(url, new Response(text, { headers: { [AT]: new Date().toISOString() } }));
    if (cache && ++kept % 50 === 0) await keepFew(cache);
  } catch {
    // Full, or forbidden: then it is not there later.
  }
}

/** What was last read there; undefined where nothing was. */
export async function lastSeen(url: string): Promise<string | undefined> {
  try {
    return await (await (await store())?.match(url))?.text();
  } catch {
    return undefined;
  }
}

/** Nothing of it is left for whoever comes next. */
export async function forgetSeen(): Promise<void> {
  try {
    for (const name of await caches.keys()) if (name.startsWith('oak-')) await caches.delete(name);
  } catch {
    // There is nothing to forget.
  }
}
