/** Calendars elsewhere that mine follows: set, shown, taken off, and made the same. */
import { CalendarServerError, findCalendars, type FoundCalendar } from '#caldav/client';
import { nameOf } from '#core/files/paths';
import { mayGoPlain } from '#mail/mayGoPlain';
import {
  allCalendars,
  changeCalendar,
  countItems,
  findCalendar,
  insertCalendarRow,
  itemsOf,
  removeCalendar,
  type CalendarRow,
} from '#store/calendars';
import { eventsOfUid, swapEvent } from '#store/events';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { followEvents } from '../events/followEvents';
import { allowedPath } from '../links/linkFiles';
import { newId } from '../newId';
import { openSecret, SealedForGood, sealSecret } from '../secrets/keys';
import { passwordOf } from '../secrets/sealAll';
import { caldavRemote } from './caldavRemote';
import { fileRemote } from './fileRemote';
import { syncCalendar, type SyncResult } from './syncCalendar';

/** A password is given to the server it is for, and to nobody else. */
export type CalendarView = Omit<CalendarRow, 'password'> & { events: number };

export type CalendarInput =
  | { kind: 'file'; place: string; name?: string }
  | { kind: 'caldav'; place: string; user: string; password: string; name?: string; takesNew?: boolean };

function viewOf(desk: Desk, { password: _, ...row }: CalendarRow): CalendarView {
  return { ...row, events: countItems(desk.store.db, row.id) };
}

export const listCalendars = (desk: Desk): CalendarView[] =>
  allCalendars(desk.store.db).map((row) => viewOf(desk, row));

function known(db: Parameters<typeof findCalendar>[0], id: string): CalendarRow {
  const row = findCalendar(db, id);
  if (!row) throw new NotFound('This calendar is not followed.');
  return row;
}

/** @throws NotFound */
export const readCalendar = (desk: Desk, id: string): CalendarView => viewOf(desk, known(desk.store.db, id));

/** @throws Invalid */
function checkedUrl(url: string): string {
  let parsed: URL;
  try {
    parsed = new URL(url);
  } catch {
    throw new Invalid('That is no address. Write it as https://calendar.example/dav/.', 'place');
  }
  if (parsed.protocol !== 'https:' && parsed.protocol !== 'http:')
    throw new Invalid('A calendar server is reached by https:// or http://.', 'place');
  if (
    parsed.protocol === 'http:' &&
    !mayGoPlain(parsed.hostname.replace(/^\[|\]$/g, ''), process.env.OAK_SMTP_PLAIN ?? '')
  )
    throw new Invalid(
      `A password goes to ${parsed.hostname} over https:// only. OAK_SMTP_PLAIN on the server names hosts that get it all the same.`,
      'place',
    );
  if (parsed.username || parsed.password)
    throw new Invalid('The name and the password have fields of their own.', 'place');
  return parsed.href;
}

const announce = (tx: Tx, id: string) => noteChange(tx, 'calendar', id);

/** New events go to one calendar at most. */
function onlyOne(tx: Tx, id: string): void {
  for (const each of allCalendars(tx))
    if (each.id !== id && each.takesNew) changeCalendar(tx, each.id, { takesNew: false });
}

/** From now on it is followed. @throws Invalid where it cannot be, or is already */
export function followCalendar(desk: Desk, input: CalendarInput): CalendarView {
  const id = newId();
  const row = desk.store.write((tx) => {
    const place =
      input.kind === 'file' ? allowedPath(desk, tx, input.place, 'place') : checkedUrl(input.place);
    if (allCalendars(tx).some((each) => each.place === place))
      throw new Invalid('This calendar is followed already.', 'place');
    const takesNew = input.kind === 'caldav' && (input.takesNew ?? false);
    if (takesNew) onlyOne(tx, id);
    const made = insertCalendarRow(tx, {
      id,
      kind: input.kind,
      place,
      name: input.name?.trim() || nameOf(place.replace(/\/$/, '')) || place,
      ...(input.kind === 'caldav' && {
        user: input.user,
        password: sealSecret(desk.dataDir, input.password, passwordOf(id)),
      }),
      takesNew,
      createdAt: desk.now(tx),
    });
    announce(tx, id);
    return made;
  });
  return viewOf(desk, row);
}

/** @throws NotFound, Invalid */
export function changeFollowed(
  desk: Desk,
  id: string,
  { name, takesNew, password }: { name?: string; takesNew?: boolean; password?: string },
): CalendarView {
  desk.store.write((tx) => {
    const { kind } = known(tx, id);
    if (takesNew && kind === 'file')
      throw new Invalid('A file is only read: nothing is put there.', 'takesNew');
    if (takesNew) onlyOne(tx, id);
    changeCalendar(tx, id, {
      ...(name !== undefined && name.trim() !== '' && { name: name.trim() }),
      ...(takesNew !== undefined && { takesNew }),
      ...(password !== undefined && {
        password: sealSecret(desk.dataDir, password, passwordOf(id)),
        trouble: null,
      }),
    });
    announce(tx, id);
  });
  return readCalendar(desk, id);
}

/**
 * It is not followed any more; nothing is changed there.
 * @param keep its events stay in my calendar; else they go with it
 * @throws NotFound
 */
export function unfollowCalendar(desk: Desk, id: string, keep: boolean): void {
  desk.store.write((tx) => {
    known(tx, id);
    const now = desk.now(tx);
    const items = keep ? [] : itemsOf(tx, id);
    const gone = items
      .flatMap(({ uid }) => eventsOfUid(tx, uid))
      .flatMap((row) => swapEvent(tx, row, { deletedAt: now }) ?? []);
    removeCalendar(tx, id);
    for (const each of gone) noteChange(tx, 'event', each.id);
    followEvents(desk, tx, gone);
    announce(tx, id);
  });
}

/** The calendars of an account. @throws (rejects) Invalid, in words, where it cannot be asked */
export async function calendarsOf(place: string, user: string, password: string): Promise<FoundCalendar[]> {
  try {
    return await findCalendars({ url: checkedUrl(place), user, password });
  } catch (error) {
    if (error instanceof CalendarServerError) throw new Invalid(error.message, 'place');
    throw error;
  }
}

const running = new Map<string, Promise<SyncResult | undefined>>();

/** Left on the way because somebody changed it just then: it is looked at again so often. */
const AGAIN = 3;

async function syncNow(desk: Desk, id: string): Promise<SyncResult | undefined> {
  const row = findCalendar(desk.store.db, id);
  if (!row) return undefined;
  const { kind, place, user } = row;
  const note = (patch: Partial<CalendarRow>) => {
    const now = findCalendar(desk.store.db, id);
    const same =
      now && Object.entries(patch).every(([key, value]) => now[key as keyof CalendarRow] === value);
    if (!now || same) return;
    desk.store.write((tx) => {
      changeCalendar(tx, id, patch);
      announce(tx, id);
    });
  };
  try {
    const password = openSecret(desk.dataDir, row.password, passwordOf(id));
    let result: SyncResult | undefined;
    for (let n = 0; n < AGAIN && (result === undefined || result.left > 0); n++) {
      const remote =
        kind === 'file' ? fileRemote(desk, place) : caldavRemote(desk, { url: place, user, password });
      const next = await syncCalendar(desk, id, remote);
      result = result
        ? {
            pulled: result.pulled + next.pulled,
            pushed: result.pushed + next.pushed,
            dropped: result.dropped + next.dropped,
            left: next.left,
            troubles: next.troubles,
          }
        : next;
    }
    const [trouble, ...more] = result!.troubles;
    const did = result!.pulled + result!.pushed + result!.dropped > 0;
    note({
      trouble:
        trouble === undefined ? null : `${trouble}${more.length > 0 ? ` And ${more.length} more.` : ''}`,
      ...((did || row.agreedAt === null) && { agreedAt: desk.now() }),
    });
    return result;
  } catch (error) {
    if (![CalendarServerError, Invalid, SealedForGood].some((kind) => error instanceof kind)) throw error;
    note({ trouble: (error as Error).message });
    return undefined;
  }
}

/**
 * Makes both the same, as far as they have changed; who asks while it is under way is answered once it has been done after that.
 * @returns undefined where the other one cannot be asked: why stands with it
 */
export function syncFollowed(desk: Desk, id: string): Promise<SyncResult | undefined> {
  const before = running.get(id) ?? Promise.resolve(undefined);
  const next = before.then(
    () => syncNow(desk, id),
    () => syncNow(desk, id),
  );
  running.set(id, next);
  void next.finally(() => running.get(id) === next && running.delete(id)).catch(() => {});
  return next;
}
