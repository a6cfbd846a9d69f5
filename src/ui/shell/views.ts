/** The views there are, in order; their number is their key. */
export const views = [
  { key: '1', name: 'Inbox', path: '/inbox' },
  { key: '2', name: 'Departures', path: '/departures' },
  { key: '3', name: 'Returns', path: '/returns' },
  { key: '4', name: 'Calendar', path: '/calendar' },
  { key: '5', name: 'Correspondents', path: '/correspondents' },
  { key: '6', name: 'Library', path: '/library' },
  { key: '7', name: 'Archive', path: '/archive' },
] as const;

/** Where a new message is written; a new address each time, so that it begins empty. */
export const newMessagePath = () => `/write?new=${Date.now().toString(36)}`;

/** Where a message in the same thread is written to those who have, or should have, an earlier one. */
export const correctionPath = (messageId: string) => `/write?corrects=${messageId}`;

/** An event in the calendar. @param on `2026-11-26`, the day that is shown */
export const calendarPath = (event: { id: string; occurrence: string | null }, on: string) =>
  `/calendar?${new URLSearchParams({ event: event.id, ...(event.occurrence && { at: event.occurrence }), on }).toString()}`;

/** Where a message is answered that speaks of a time which is taken up. @param at ISO */
export const acceptingPath = (messageId: string, at: string) =>
  `/write?answers=${messageId}&accepts=${encodeURIComponent(at)}`;

/** Where a message is answered with other times than the one it speaks of. @param at ISO */
export const offeringPath = (messageId: string, at: string) =>
  `/write?answers=${messageId}&offers=${encodeURIComponent(at)}`;

/** Where what I wrote becomes something that repeats. */
export const repeatPath = (messageId: string) => `/write?repeats=${messageId}`;

/** Where a message is kept as a text, to be used again. */
export const keepTextPath = (messageId: string) => `/library/new?from=${messageId}`;

/** Where past mail is taken in and given out. */
export const PAST_MAIL = '/archive/past';

/** What the day holds, where there is no room for it beside the inbox. */
export const DAY = '/inbox/day';

/** Whether something is open in a place under an address of its own that is no message's. */
export const isPage = (path: string) => path === PAST_MAIL || path === DAY;
