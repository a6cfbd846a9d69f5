/** What another program keeps of an event and we do not: it stays, when the event is written anew. */
import ICAL from 'ical.js';

/** What {@link writeEventFile} says of an event. */
const OURS = new Set([
  ...['uid', 'dtstamp', 'recurrence-id', 'dtstart', 'dtend', 'duration', 'rrule', 'rdate', 'exdate'],
  ...['summary', 'description', 'location', 'transp', 'status', 'sequence', 'organizer', 'attendee'],
]);

const parsed = (text: string): ICAL.Component | undefined => {
  try {
    return new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
  } catch {
    return undefined;
  }
};

const occurrenceOf = (event: ICAL.Component) => String(event.getFirstPropertyValue('recurrence-id') ?? '');

/**
 * As it is put on a server: with the alarms, categories and other parts of each event that `before` has, and we do not write. Who is at it is asked
 * and told from here, by mail: the server is not to do that as well (RFC 6638 §7.1).
 * @param next one calendar, as it is written here @param before as it stands there; undefined: it is new there
 */
export function forServer(next: string, before: string | undefined): string {
  const ours = parsed(next);
  if (!ours) return next;
  const theirs = before === undefined ? undefined : parsed(before);
  const known = new Map(
    (theirs?.getAllSubcomponents('vevent') ?? []).map((event) => [occurrenceOf(event), event]),
  );
  for (const event of ours.getAllSubcomponents('vevent')) {
    for (const name of ['organizer', 'attendee'])
      for (const property of event.getAllProperties(name)) property.setParameter('schedule-agent', 'CLIENT');
    const was = known.get(occurrenceOf(event));
    if (!was) continue;
    for (const property of was.getAllProperties())
      if (!OURS.has(property.name)) event.addProperty(new ICAL.Property(property.toJSON() as never));
    for (const part of was.getAllSubcomponents())
      event.addSubcomponent(new ICAL.Component(part.toJSON() as never));
  }
  return `${ours.toString()}\r\n`;
}

/** The UIDs in a calendar, as its lines have them (unfolded, RFC 5545 §3.1). */
export const uidsIn = (text: string): string[] => [
  ...new Set(
    [...text.replace(/\r?\n[ \t]/g, '').matchAll(/^UID(?:;[^:\n]*)?:(.*)$/gim)].map((match) =>
      match[1]!.trim().replace(/\\([;,\\])/g, '$1'),
    ),
  ),
];
