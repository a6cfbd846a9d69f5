/** A calendar file, or a folder of them, that is followed. */
import { group } from 'd3-array';
import { createHash } from 'node:crypto';
import { TROUBLE_WORDS } from '#core/files/link';
import { namedFiles } from '#files/folder';
import { troubleOf } from '#files/handle';
import { readStill } from '#files/readStill';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { inTurns } from '../inTurns';
import { usableFolders } from '../links/allowedFolders';
import { readFileApart } from '../readApart';
import type { RemoteCalendar, RemoteEvent } from './remote';

/** Bytes of a calendar file at most. */
const MOST_BYTES = 30_000_000;
/** What is being written is waited for so long, ms. */
const PATIENCE = { settleMs: 300, waitMs: 10_000 };

/** @throws (rejects) Invalid, in words, where it cannot be read */
async function readAll(desk: Desk, path: string): Promise<{ events: RemoteEvent[]; unread: string[] }> {
  const folders = await usableFolders(desk);
  const { zone } = desk.settings();
  const unread: string[] = [];
  const events = new Map<string, RemoteEvent>();
  const files = await namedFiles(path, 'all', folders);
  for (const file of files.filter(({ name }) => /\.ics$/i.test(name))) {
    const { bytes } = await readStill(file.path, folders, MOST_BYTES, PATIENCE);
    const text = bytes.toString('utf8');
    const read = await readFileApart('events', [text, zone, desk.now()], text.length);
    unread.push(...read.unread);
    await inTurns([...group(read.events, (each) => each.uid)], (some) => {
      for (const [uid, entries] of some) {
        // What does not say when it was written says another moment each time it is read.
        const said = JSON.stringify(entries.map((each) => ({ ...each, stamp: 0 })));
        const etag = createHash('sha256').update(said).digest('base64url').slice(0, 22);
        // Of two files that say something of one event the later by name is believed.
        events.set(uid, { uid, entries, href: `${file.path}#${uid}`, etag });
      }
    });
  }
  return { events: [...events.values()], unread };
}

export function fileRemote(desk: Desk, path: string): RemoteCalendar {
  let known: Awaited<ReturnType<typeof readAll>> = { events: [], unread: [] };
  return {
    async list() {
      try {
        known = await readAll(desk, path);
      } catch (error) {
        if (error instanceof Invalid) throw error;
        throw new Invalid(TROUBLE_WORDS[troubleOf(error)], 'place');
      }
      return known.events;
    },
    read(hrefs) {
      const asked = new Set(hrefs);
      return Promise.resolve({ ...known, events: known.events.filter(({ href }) => asked.has(href)) });
    },
  };
}
