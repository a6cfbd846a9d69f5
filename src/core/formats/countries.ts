/** Countries by name and by code, as the zone list knows them. */
import { listZones } from '../time/zones';

const byName = new Map(listZones().map(({ country, countryCode }) => [country.toLowerCase(), countryCode]));
const byCode = new Map(listZones().map(({ country, countryCode }) => [countryCode, country]));

/** `Nepal`, `NP` or `np` → `NP`; undefined for what is none. */
export function countryCode(text: string): string | undefined {
  const wanted = text.trim();
  const code = wanted.toUpperCase();
  return byCode.has(code) ? code : byName.get(wanted.toLowerCase());
}

export const countryName = (code: string): string => byCode.get(code) ?? code;
