/** Where a departure lands: one instant on many clocks. */
import { dayPart, dayPartWords } from '../time/dayParts';
import { toLocal } from '../time/wallClock';
import { canonicalZone, zoneCity } from '../time/zones';
import type { Landing, Reader } from './plan';

export function landingOf(reader: Reader, at: number): Landing {
  if (!reader.zone) {
    const { address } = reader;
    return { address, zone: null, place: null, local: null, dayPart: null, dayPartWords: null };
  }
  const zone = canonicalZone(reader.zone);
  const local = toLocal(at, zone);
  return {
    address: reader.address,
    zone,
    place: reader.place ?? zoneCity(zone),
    local,
    dayPart: dayPart(local, reader.working),
    dayPartWords: dayPartWords(local, reader.working),
  };
}
