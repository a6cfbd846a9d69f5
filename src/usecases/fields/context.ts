/** What is known for the fields of a message, for one departure of it. */
import { languageOf } from '#core/checks/language';
import { columnsByKey, type FieldContext } from '#core/fields/fill';
import { valuesFor } from '#core/fields/values';
import { addressKey } from '#core/message/address';
import { zoneOf } from '#core/plan/kinds/registry';
import { isEndless } from '#core/plan/kinds/series/moments';
import { seriesOccurrences } from '#core/recurrence/series';
import { toLocal } from '#core/time/wallClock';
import { canonicalZone, countryOfZone, zoneCity } from '#core/time/zones';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';
import { occasionOf } from '#store/occasions';
import { findSeries, type SeriesRow } from '#store/series';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { countryOf, readersAt, type KnownReader } from '../people/readers';

/** What a text says that has fields, and the values it has for them. */
export type Fillable = Pick<Message, 'subject' | 'text' | 'html' | 'fields' | 'fromName' | 'fromAddress'>;

/**
 * @param reader the one it goes to; undefined where it goes to several together
 * @param at when it leaves, epoch ms
 * @param also `zone`: on whose clock its day is told where it goes to several, mine where none is given; `messageId`: what it
 * belongs to is looked up by it
 */
export function contextFor(
  desk: Desk,
  db: Reading,
  message: Fillable,
  reader: KnownReader | undefined,
  at: number,
  { zone, messageId }: { zone?: string; messageId?: string } = {},
): FieldContext {
  const settings = desk.settings(db);
  const here = reader?.zone ?? zone ?? settings.zone;
  const language = reader?.known?.language ?? languageOf(message.text) ?? 'en';
  const occasion = messageId === undefined ? undefined : occasionOf(db, messageId);
  return {
    occasion,
    number: null,
    of: null,
    local: toLocal(at, here).slice(0, 16),
    written: {
      language,
      country: countryOf({ country: reader?.known?.country ?? null, zone: here }) ?? countryOfZone(here),
    },
    working: reader?.working,
    reader: reader && {
      address: reader.address,
      name: reader.name,
      place: reader.place ?? (reader.zone && zoneCity(canonicalZone(reader.zone))),
      organisation: reader.known?.organisation ?? undefined,
      columns: columnsByKey(reader.known?.columns ?? {}),
    },
    me: {
      name: message.fromName,
      address: message.fromAddress,
      place: zoneCity(canonicalZone(settings.zone)),
    },
    own: valuesFor(message.fields, reader?.address),
  };
}

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

/** Of one that is of a series: which one it is, and what was given for it. */
function ofSeries(series: SeriesRow, occurrence: string): Pick<FieldContext, 'number' | 'of' | 'own'> {
  const own = Object.entries(series.fields).map(([name, values]) => [
    name.toLowerCase(),
    values[occurrence] ?? values[''] ?? '',
  ]);
  return { ...placeOf(series, occurrence), own: Object.fromEntries(own) as Record<string, string> };
}

/** What is known for the fields of one departure. */
export function departureContext(
  desk: Desk,
  db: Reading,
  message: Fillable,
  departure: Pick<Departure, 'messageId' | 'reader' | 'due' | 'plan' | 'seriesId' | 'occurrence'>,
): FieldContext {
  const all = receivers(db, departure.messageId);
  const theirs = departure.reader
    ? all.filter(({ address }) => addressKey(address) === addressKey(departure.reader!))
    : all;
  const [reader] = theirs.length === 1 ? readersAt(desk, db, theirs) : [];
  const context = contextFor(desk, db, message, reader, departure.due, {
    zone: zoneOf(departure.plan) ?? undefined,
    messageId: departure.messageId,
  });
  const series = departure.seriesId === null ? undefined : findSeries(db, departure.seriesId);
  if (!series || departure.occurrence === null) return context;
  const { own, ...which } = ofSeries(series, departure.occurrence);
  return { ...context, ...which, own: { ...context.own, ...own } };
}
