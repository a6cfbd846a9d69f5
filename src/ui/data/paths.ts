/** What each view reads first, by path of the API: the page comes with the answers. */

/** The rail and the tray look at this many pending departures at most. */
const PENDING_LIMIT = 500;
export const PENDING = `/departures?state=pending&limit=${PENDING_LIMIT}`;
/** So many of them fit into the tray, and onto the rail, before anybody looks closer. */
const FEW_PENDING = '/departures?state=pending&limit=60';
export const HEALTH = '/health';
export const SNOOZED = '/snoozed?limit=500';
export const UNSEEN = '/inbox?order=time&limit=1';
export const CORRESPONDENTS = '/correspondents';
export const GROUPS = '/groups';
export const REMINDERS = '/reminders';
export const WATCHES = '/watches?limit=100';
/** What every page shows of them. */
export const WATCHES_BRIEF = '/watches?limit=100&brief=true';
export const DRAFTS = '/messages?limit=500';

export const todosPath = (state: 'open' | 'closed'): string => `/todos?state=${state}`;
export const messagePath = (id: string): string => `/messages/${encodeURIComponent(id)}`;

/** @param cursor of the page; empty for the first */
export function threadsPath(place: 'inbox' | 'archive', order: 'answer' | 'time', cursor: string): string {
  const query = new URLSearchParams({ limit: '100' });
  if (place === 'inbox') query.set('order', order);
  if (cursor) query.set('cursor', cursor);
  return `/${place}?${query.toString()}`;
}

/** Pending departures, a page of them. @param q words to find */
export function pendingPath(states: readonly string[], q: string, cursor: string): string {
  const query = new URLSearchParams({ state: states.join(','), limit: '200', q });
  // Rows of batches stand with their batch, unless they are looked for.
  if (!q) query.set('batches', 'apart');
  if (cursor) query.set('cursor', cursor);
  return `/departures?${query.toString()}`;
}

/** On every view: top bar, rail, tray and banners. */
const EVERYWHERE = [HEALTH, PENDING, SNOOZED, todosPath('open'), UNSEEN, REMINDERS, WATCHES_BRIEF];

/** What the page comes with in place of an answer that is long: its beginning. The rest is read once it is drawn. */
export const BEGINNINGS: Readonly<Record<string, string>> = { [PENDING]: FEW_PENDING };

/** @param path of the page, without its query, as it was asked for: whatever stands in it */
export function firstPaths(path: string): string[] {
  const [view, id] = path.split('/').filter(Boolean);
  const ofView = new Map<string | undefined, string[]>(
    Object.entries({
      inbox: [threadsPath('inbox', 'answer', ''), ...(id ? [] : [threadsPath('inbox', 'time', '')])],
      archive: [threadsPath('archive', 'answer', '')],
      departures: [DRAFTS],
      returns: [WATCHES],
      correspondents: [CORRESPONDENTS, GROUPS],
      write: [CORRESPONDENTS, GROUPS],
    }),
  );
  const isOpen = (view === 'inbox' || view === 'archive') && id && id !== 'day' && id !== 'past';
  return [...EVERYWHERE, ...(ofView.get(view) ?? []), ...(isOpen ? [messagePath(id)] : [])];
}
