/** A calendar of a CalDAV server. */
import { CalendarServer, type CalendarAccess } from '#caldav/client';
import { uidsIn } from '#core/formats/keptParts';
import type { Desk } from '../desk';
import { readFileApart } from '../readApart';
import type { RemoteCalendar, RemoteEvent } from './remote';

/** Characters that are read in one go: each reading is a process’s turn. */
const AT_ONCE = 500_000;

/** One after another, as many as fit. */
function batchesOf<T extends { text: string }>(all: readonly T[]): T[][] {
  const batches: T[][] = [];
  let size = Infinity;
  for (const each of all) {
    if (size + each.text.length > AT_ONCE) {
      batches.push([]);
      size = 0;
    }
    batches.at(-1)!.push(each);
    size += each.text.length;
  }
  return batches;
}

export function caldavRemote(desk: Desk, access: CalendarAccess): RemoteCalendar {
  const server = new CalendarServer(access);
  return {
    list: () => server.list(),
    async read(hrefs) {
      const { zone } = desk.settings();
      const events: RemoteEvent[] = [];
      const unread: string[] = [];
      for (const batch of batchesOf(await server.read(hrefs))) {
        // A stream may hold several calendars (RFC 5545 §3.4).
        const text = batch.map((each) => each.text.trim()).join('\r\n');
        const read = await readFileApart('events', [text, zone, desk.now()], text.length);
        unread.push(...read.unread);
        for (const each of batch) {
          // Of one object all is one event (RFC 4791 §4.1).
          const [uid] = uidsIn(each.text);
          const entries = read.events.filter((entry) => entry.uid === uid);
          if (uid !== undefined && entries.length > 0) events.push({ ...each, uid, entries });
        }
      }
      return { events, unread };
    },
    write: {
      put: (uid, text, known) => server.put(uid, text, known),
      remove: (item) => server.remove(item),
    },
  };
}
