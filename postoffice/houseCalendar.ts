/** What stands in the calendar of the house before anybody has written to it. */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const event = (uid: string, lines: readonly string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Wrenfield Museum of Light//House//EN',
    'BEGIN:VEVENT',
    `UID:${uid}@wrenfield.example`,
    'DTSTAMP:20261102T090000Z',
    ...lines,
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');

const EVENTS: Record<string, readonly string[]> = {
  'fire-drill': [
    'SUMMARY:Fire drill\\, all galleries',
    'DTSTART:20261125T113000Z',
    'DTEND:20261125T120000Z',
    'LOCATION:Courtyard',
    'BEGIN:VALARM',
    'ACTION:DISPLAY',
    'DESCRIPTION:Fire drill',
    'TRIGGER:-PT30M',
    'END:VALARM',
  ],
  'boiler-rounds': [
    'SUMMARY:Boiler rounds',
    'DTSTART:20261124T073000Z',
    'DTEND:20261124T080000Z',
    'RRULE:FREQ=WEEKLY;BYDAY=TU;COUNT=8',
    'TRANSP:TRANSPARENT',
  ],
};

/** Once: what has been taken out is not put in again. */
export function fillHouseCalendar(folder: string): void {
  if (existsSync(folder)) return;
  mkdirSync(folder, { recursive: true });
  for (const [uid, lines] of Object.entries(EVENTS))
    writeFileSync(join(folder, `${uid}.ics`), event(uid, lines));
}
