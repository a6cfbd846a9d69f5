/** Seeing that a link in a message was opened: it leads through the product first. */

/** Hosts that nobody outside reaches (RFC 1918, RFC 3927, RFC 4193, RFC 6761, RFC 6762, RFC 8375). */
const PRIVATE =
  /^(localhost|.*\.(localhost|local|internal|home\.arpa)|127\..*|10\..*|192\.168\..*|169\.254\..*|172\.(1[6-9]|2\d|3[01])\..*|0\.0\.0\.0|\[(::1?|f[cd].*|fe80.*)\])$/i;

/**
 * The address links can lead through: the product's own, where others reach it.
 * @param origin OAK_ORIGIN
 * @returns without a slash at its end; undefined where there is none
 */
export function visitOrigin(origin: string | undefined): string | undefined {
  if (!origin) return undefined;
  const { hostname, origin: own } = new URL(origin);
  // A name without a dot is one of a house, and an address of numbers may be public.
  return PRIVATE.test(hostname) || !/[.:]/.test(hostname) ? undefined : own;
}

export const visitPath = (token: string): string => `/visit/${token}`;

/** The token of a path; undefined of every other path. */
export const visitToken = (path: string): string | undefined => /^\/visit\/([\w-]{10,64})$/.exec(path)?.[1];
