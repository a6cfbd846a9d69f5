/** The message of an occurrence with its fields filled, for one of its departures. */
import { mayHoldField } from '#core/checks/placeholders';
import { addressKey } from '#core/message/address';
import { zoneOf } from '#core/plan/kinds/registry';
import { isEndless } from '#core/plan/kinds/series/moments';
import { fillFields, type FieldContext } from '#core/series/fields';
import { seriesOccurrences } from '#core/recurrence/series';
import { toLocal } from '#core/time/wallClock';
import { countryOfZone } from '#core/time/zones';
import { escaped } from '#mail/htmlBody';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';
import { findSeries, type SeriesRow } from '#store/series';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { readersAt } from '../people/readers';

/** Nobody counts further. */
const COUNTED = 100_000;

/** Which one of how many an occurrence is, by the rule alone: those moved or left out for a day off count. */
function placeOf({ plan }: SeriesRow, occurrence: string): Pick<FieldContext, 'number' | 'of'> {
  const endless = isEndless(plan);
  let [count, number] = [0, null as number | null];
  const unmoved = { ...plan, shift: 'none' as const };
  for (const { id } of seriesOccurrences(unmoved, plan.zone === 'each' ? 'UTC' : plan.zone)) {
    count++;
    if (id === occurrence) number = count;
    if (count > COUNTED || (endless && id >= occurrence)) break;
  }
  return { number, of: endless || count > COUNTED ? null : count };
}

/** What is known for the fields of one departure of a series. */
export function fieldContext(desk: Desk, db: Reading, series: SeriesRow, departure: Departure): FieldContext {
  const all = receivers(db, departure.messageId);
  const own = departure.reader
    ? all.filter(({ address }) => addressKey(address) === addressKey(departure.reader!))
    : all;
  const [reader] = own.length === 1 ? readersAt(desk, db, own) : [];
  const zone = reader?.zone ?? zoneOf(departure.plan) ?? desk.settings(db).zone;
  return {
    ...placeOf(series, departure.occurrence!),
    local: toLocal(departure.due, zone).slice(0, 16),
    country: countryOfZone(zone),
    firstName: reader?.name?.trim().split(/\s+/)[0],
    own: Object.fromEntries(
      Object.entries(series.fields).map(([name, values]) => [
        name,
        values[departure.occurrence!] ?? values[''] ?? '',
      ]),
    ),
  };
}

/** Of one that is of no series, or has no fields, it is the message itself. */
export function fillMessage(desk: Desk, db: Reading, message: Message, departure: Departure): Message {
  if (departure.seriesId === null || !mayHoldField(message)) return message;
  const series = findSeries(db, departure.seriesId);
  if (!series) return message;
  const context = fieldContext(desk, db, series, departure);
  return {
    ...message,
    subject: fillFields(message.subject, context),
    text: fillFields(message.text, context),
    html: message.html && fillFields(message.html, context, escaped),
  };
}
