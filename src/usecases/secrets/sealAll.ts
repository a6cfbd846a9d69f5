/** All that is secret in the database, sealed with the key that seals by now. */
import { allCalendars, changeCalendar } from '#store/calendars';
import type { Store } from '#store/store';
import { sealedAnew } from './keys';

export const passwordOf = (calendarId: string) => `calendar:${calendarId}`;

/** @param more keys that are known besides @returns how many were sealed anew */
export function sealAll(store: Store, dataDir: string, more: readonly Buffer[] = []): number {
  const anew = allCalendars(store.db).flatMap(({ id, password }) => {
    const sealed = sealedAnew(dataDir, password, passwordOf(id), more);
    return sealed === password ? [] : [{ id, password: sealed }];
  });
  if (anew.length > 0)
    store.writeOver((tx) => anew.forEach(({ id, password }) => changeCalendar(tx, id, { password })));
  return anew.length;
}
