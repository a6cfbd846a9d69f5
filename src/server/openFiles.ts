/** What is open to everyone: the page to sign in and the files it is made of, by their exact names. */
import { readdirSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join, sep } from 'node:path';

export const SIGN_IN = '/sign-in';

/** Everything else in `public` is closed. */
const PUBLIC = [
  '/mark.svg',
  // Asked for without the session’s cookie.
  '/manifest.webmanifest',
  '/icons/mark-192.png',
  '/icons/mark-512.png',
  '/icons/mark-maskable-512.png',
];

/**
 * The paths of the files a build has made for browsers, as they are asked for.
 * @param dir of the product
 */
export function openFiles(dir: string): ReadonlySet<string> {
  const made = join(dir, '.next', 'static');
  const files = readdirSync(made, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && !/\.(?:br|gz)$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name).slice(made.length).split(sep));
  const paths = files.map((parts) => `/_next/static${parts.map(encodeURIComponent).join('/')}`);
  return new Set([...paths, ...PUBLIC]);
}

/** Where a browser asks what the desk is made of, to keep it for when there is no connection. */
export const FILES_LIST = '/offline-files';

export function listFiles(files: ReadonlySet<string>, response: ServerResponse): void {
  response.setHeader('content-type', 'application/json');
  response.setHeader('cache-control', 'no-cache');
  response.end(JSON.stringify([...files].filter((path) => path.startsWith('/_next/'))));
}
