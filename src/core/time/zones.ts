/**
 * IANA time zones: which exist, which names mean the same zone, and the city a person knows one by.
 *
 * The list comes from `@vvo/tzdb`, because `Intl.supportedValuesOf('timeZone')` lacks current names such as
 * Asia/Kathmandu, Asia/Kolkata and Europe/Kyiv.
 */
import { rawTimeZones } from '@vvo/tzdb';
import { Temporal } from 'temporal-polyfill';

/** One zone as a person picks it. */
export interface ZoneInfo {
  /** Canonical IANA name, for instance `Asia/Kathmandu`. */
  id: string;
  /** The best-known city of the zone. */
  city: string;
  country: string;
  /** ISO 3166-1 alpha-2. */
  countryCode: string;
  /** Other cities, old zone names and the common name of the zone; searchable, not shown. */
  aliases: string[];
}

/** A zone name that is not an IANA zone. `message` is fit to show. */
export class UnknownZoneError extends Error {
  constructor(readonly zone: string) {
    super(
      /^[+-]|^(utc|gmt)[+-]/i.test(zone)
        ? `“${zone}” is a fixed offset, not a time zone: it would be wrong after the next clock change. Choose a zone such as Asia/Kathmandu.`
        : `There is no time zone called “${zone}”. Choose one by its city, such as Asia/Kathmandu.`,
    );
    this.name = 'UnknownZoneError';
  }
}

const cityOfZoneName = (id: string) => (id.split('/').at(-1) ?? id).replaceAll('_', ' ');

const zones: ZoneInfo[] = rawTimeZones
  .map((zone) => ({
    id: zone.name,
    city: zone.mainCities[0] ?? cityOfZoneName(zone.name),
    country: zone.countryName,
    countryCode: zone.countryCode,
    aliases: [
      ...new Set([...zone.mainCities.slice(1), ...zone.group.map(cityOfZoneName), zone.alternativeName]),
    ],
  }))
  .sort((a, b) => a.city.localeCompare(b.city, 'en'));

const byLowerName = new Map<string, string>();
for (const zone of rawTimeZones) {
  for (const name of zone.group) byLowerName.set(name.toLowerCase(), zone.name);
}
// A zone's own name outranks the same name listed in another zone's group.
for (const zone of rawTimeZones) byLowerName.set(zone.name.toLowerCase(), zone.name);

const infoById = new Map(zones.map((zone) => [zone.id, zone]));
// Names in no group (Etc/UTC, newer names) are asked of Temporal once each.
const canonicalCache = new Map<string, string>();

/** All zones a person can pick, ordered by city. Shape: about 430 entries, never mutated. */
export function listZones(): readonly ZoneInfo[] {
  return zones;
}

/**
 * The one name under which a zone is stored and compared; old names become current ones
 * (`Asia/Katmandu` → `Asia/Kathmandu`), letter case is mended.
 * @throws UnknownZoneError for unknown names and for fixed offsets such as `+05:30`.
 */
export function canonicalZone(name: string): string {
  // Abbreviations are fixed offsets under a zone's name: EST is not what New York keeps in summer.
  if (/^[a-z]{3}(\d[a-z]{3})?$/i.test(name) && !/^(utc|gmt)$/i.test(name)) throw new UnknownZoneError(name);
  const known = byLowerName.get(name.toLowerCase()) ?? canonicalCache.get(name);
  if (known) return known;
  // `Area/Place` or UTC only: this keeps offsets and abbreviations such as EST out.
  if (!/^(utc|[a-z_]+(\/[a-z0-9_+-]+){1,2})$/i.test(name)) throw new UnknownZoneError(name);
  try {
    const id = Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name).timeZoneId;
    canonicalCache.set(name, id);
    return id;
  } catch {
    throw new UnknownZoneError(name);
  }
}

/** True where {@link canonicalZone} would answer. */
export function isZone(name: string): boolean {
  try {
    canonicalZone(name);
    return true;
  } catch {
    return false;
  }
}

/** ISO 3166-1 alpha-2 of the country a zone belongs to; undefined for one of none, such as UTC. */
export const countryOfZone = (id: string): string | undefined => infoById.get(canonicalZone(id))?.countryCode;

/** The city a person knows the zone by: `Asia/Kathmandu` → `Kathmandu`. */
export function zoneCity(id: string): string {
  // The name's own city where the list knows it (Atlantic/Azores is not “Ponta Delgada” to its readers' peers).
  const last = cityOfZoneName(id);
  if (last === 'St Johns') return 'St. John’s';
  if (last === 'Sao Paulo') return 'São Paulo';
  return infoById.has(id) || id.includes('/') ? last : id;
}
