/** Where a departure lands: one instant on many clocks. */
import { dayPart, dayPartWords } from '../time/dayParts';
import { toLocal } from '../time/wallClock';
import { canonicalZone, zoneCity } from '../time/zones';
import type { Landing, Reader } from './plan';

/** {@link toLocal} that asks the zone rules once for each zone and instant: 500 readers live in far fewer zones. */
export function rememberingClock(): (at: number, zone: string) => string {
  const known = new Map<string, string>();
  return (at, zone) => {
    const key = `${at} ${zone}`;
    let local = known.get(key);
    if (local === undefined) known.set(key, (local = toLocal(at, zone)));
    return local;
  };
}

export function landingOf(reader: Reader, at: number, clock: (at: number, zone: string) => string): Landing {
  if (!reader.zone) {
    const { address } = reader;
    return { address, zone: null, place: null, local: null, dayPart: null, dayPartWords: null };
  }
  const zone = canonicalZone(reader.zone);
  const local = clock(at, zone);
  return {
    address: reader.address,
    zone,
    place: reader.place ?? zoneCity(zone),
    local,
    dayPart: dayPart(local, reader.working),
    dayPartWords: dayPartWords(local, reader.working),
  };
}
