/** Keys that come with the cards of correspondents (RFC 6350 §6.8.1). */
import type { FileEntry } from '#core/formats/person';
import { onlyFor } from '#core/openpgp/key';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { keepRead } from './keys';
import { readFileApart } from '../readApart';

/** One that cannot be read spoils nothing else; nothing secret is taken from a card. */
async function takeOne(
  desk: Desk,
  key: string,
  addresses: readonly string[],
  signal: AbortSignal | undefined,
): Promise<void> {
  const bytes = key.includes('-----BEGIN') ? Buffer.from(key) : Buffer.from(key, 'base64');
  try {
    for (const read of await readFileApart('keys', [bytes], bytes.length, signal)) {
      // It is a card of one person, whomever else their key names.
      const facts = onlyFor(read.facts, addresses);
      if (!read.secret && facts.people.length > 0) await keepRead(desk, { ...read, facts }, 'card');
    }
  } catch (error) {
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
  }
}

/** @param signal ends it; what has been taken in stays */
export async function takeCardKeys(
  desk: Desk,
  entries: readonly FileEntry[],
  signal?: AbortSignal,
): Promise<void> {
  for (const entry of entries) {
    if (!('person' in entry)) continue;
    const { keys = [], addresses = [] } = entry.person;
    for (const key of keys) await takeOne(desk, key, addresses, signal);
  }
}
