/** Series and departures from and to iCalendar files, and the address a calendar program reads them under. */
import { writeDepartureFile, writeSeriesFile, type SeriesEntry } from '#core/formats/seriesFile';
import { formatMailbox } from '#core/message/address';
import { dayKind } from '#core/time/dayParts';
import { UNSETTLED_STATES } from '#core/departure/states';
import { allSeries, findSeries } from '#store/series';
import { findMessage } from '#store/messages';
import { listDepartures } from '#store/departureList';
import type { Desk } from '../desk';
import { keptPlan } from '../departures/planDepartures';
import { readDeparture } from '../departures/departureView';
import { Invalid, NotFound } from '../errors';
import { createDraft } from '../messages/createDraft';
import { receivers } from '../messages/envelope';
import { readFileApart } from '../readApart';
import { meAsPerson, readersAt } from '../people/readers';

const DAY_MS = 86_400_000;
const MOST_DEPARTURES = 1000;

/** One series as a file, or all that have not ended. @throws NotFound */
export function exportSeries(desk: Desk, id?: string): string {
  const { db } = desk.store;
  const one = id === undefined ? undefined : findSeries(db, id);
  if (id !== undefined && (!one || one.deletedAt !== null)) throw new NotFound('There is no such series.');
  const rows = one ? [one] : allSeries(db).filter(({ state }) => state !== 'ended');
  const mine = meAsPerson(desk).working;
  const entries = rows.map((row): SeriesEntry => {
    const readers = receivers(db, row.messageId);
    const whose = row.plan.calendar === 'reader' ? readersAt(desk, db, readers) : [{ working: mine }];
    const message = findMessage(db, row.messageId)!;
    return {
      uid: `${row.id}@oak-lantern`,
      name: row.name || message.subject,
      text: message.text,
      readers,
      plan: row.plan,
      isWorking: (date) => whose.every(({ working }) => dayKind(date, working).kind === 'working'),
    };
  });
  return writeSeriesFile(entries, desk.now());
}

/** What leaves within so many days, as a calendar. */
export function exportDepartures(desk: Desk, days: number): string {
  const now = desk.now();
  const rows = listDepartures(desk.store.db, {
    states: UNSETTLED_STATES,
    limit: MOST_DEPARTURES,
  }).filter(({ due }) => due >= now && due < now + days * DAY_MS);
  const entries = rows.map(({ id }) => {
    const { due, subject, readers } = readDeparture(desk, id);
    return { id, at: due, subject, to: readers.map(({ name, address }) => name || address).join(', ') };
  });
  return writeDepartureFile(entries, now);
}

export interface SeriesImport {
  /** Drafts that were made, one each: nothing leaves before it is scheduled. */
  drafts: { id: string; name: string }[];
  /** What of them is not kept, in words. */
  said: string[];
}

/** @throws Invalid for a file without series */
export async function importSeries(desk: Desk, text: string): Promise<SeriesImport> {
  const read = await readFileApart('series', [text, desk.settings().zone], text.length);
  return desk.store.write(() => {
    const said: string[] = [];
    const drafts = read.flatMap(({ name, text: words, readers, plan, lost }) => {
      for (const what of lost) said.push(`“${name}”: ${what}.`);
      try {
        const to = readers.map((each) => formatMailbox(each));
        const { id } = createDraft(desk, {
          to,
          subject: name,
          text: words,
          plan: keptPlan(desk, desk.store.db, plan),
        });
        return [{ id, name }];
      } catch (error) {
        if (!(error instanceof Invalid)) throw error;
        said.push(`“${name}” is left out: ${error.message}`);
        return [];
      }
    });
    return { drafts, said };
  });
}
