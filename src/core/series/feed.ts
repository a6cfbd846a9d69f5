/** The address under which a calendar program reads what leaves: whoever knows it may. */

export const feedPath = (token: string): string => `/calendar/${token}.ics`;

/** undefined for any other path. */
export const feedToken = (path: string): string | undefined =>
  /^\/calendar\/([\w-]{20,64})\.ics$/.exec(path)?.[1];

/** So many days ahead it tells of. */
export const FEED_DAYS = 90;
