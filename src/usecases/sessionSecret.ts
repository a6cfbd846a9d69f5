/** The secret sessions are signed with; made once for each database. */
import { randomBytes } from 'node:crypto';
import { keepMeta, readMeta } from '../store/settings';
import type { Desk } from './desk';

const KEY = 'session-secret';

export function sessionSecret(desk: Desk): string {
  return desk.store.write((tx) => {
    const present = readMeta(tx, KEY);
    if (present) return present;
    const fresh = randomBytes(32).toString('base64');
    keepMeta(tx, KEY, fresh);
    return fresh;
  });
}
