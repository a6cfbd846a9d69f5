/** What a request is for (RFC 9112 §3.2). */

export interface Target {
  /** As it stands in the request: nothing in it means another path to anyone who reads it. */
  path: string;
  /** With its question mark; empty for none. */
  search: string;
  /** The host named in an absolute target; it counts before the header (§3.2.2). */
  host?: string;
}

// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u001f\u007f]/;

/** False for what a careless reader would take apart another way than a careful one. */
function isPlain(path: string): boolean {
  if (!path.startsWith('/') || path.includes('//') || path.includes('\\')) return false;
  try {
    // `.` and `..`, encoded or not, and whatever else would be put right on the way.
    if (new URL(`http://host${path}`).pathname !== path) return false;
    return !CONTROL.test(decodeURIComponent(path));
  } catch {
    return false;
  }
}

/** undefined for a target that does not resolve to itself. */
export function readTarget(raw: string): Target | undefined {
  const absolute = /^https?:\/\/([^/?#]+)/i.exec(raw);
  const rest = absolute ? raw.slice(absolute[0].length) : raw;
  if (rest.includes('#')) return undefined;
  const mark = rest.indexOf('?');
  const path = mark < 0 ? rest : rest.slice(0, mark);
  const search = mark < 0 ? '' : rest.slice(mark);
  const target = { path: path === '' && absolute ? '/' : path, search };
  if (!isPlain(target.path)) return undefined;
  return absolute ? { ...target, host: absolute[1]! } : target;
}
