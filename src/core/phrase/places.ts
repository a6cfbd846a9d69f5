/** Places as people name them: cities, countries, zone names, and where the readers are. */
import { listZones } from '../time/zones';
import { plain } from './tokens';

export interface NamedPlace {
  zone: string;
  place: string;
}

/** “saint john's”, “St. John’s” and “st johns” are one. */
const key = (name: string) =>
  plain(name)
    .replace(/[.']/g, '')
    .replace(/[-_]/g, ' ')
    .replace(/\bsaint\b/g, 'st')
    .replace(/\s+/g, ' ')
    .trim();

/** Zones whose last part is a day of the year to everybody: the island has to be said. */
const DAYS_OF_THE_YEAR = ['Christmas', 'Easter'];

/** The names a zone is known by from its own: “Chatham”, “Chatham Islands”; “Christmas Island”, never “Christmas”. */
const islandNames = (name: string) => [
  ...(DAYS_OF_THE_YEAR.includes(name) ? [] : [name]),
  `${name} Island`,
  `${name} Islands`,
];

let index: Map<string, NamedPlace[]> | undefined;
let longest = 1;
const MOST_PLACES = 6;

function add(map: Map<string, NamedPlace[]>, name: string, place: NamedPlace) {
  const id = key(name);
  if (id.length < 3) return;
  const known = map.get(id) ?? [];
  if (!known.some(({ zone }) => zone === place.zone)) map.set(id, [...known, place]);
  longest = Math.max(longest, id.split(' ').length);
}

function places(): Map<string, NamedPlace[]> {
  if (index) return index;
  const map = new Map<string, NamedPlace[]>();
  const cities = new Map(listZones().map(({ id, city }) => [id, city]));
  const byCountry = new Map<string, NamedPlace[]>();
  for (const { id, city, country, aliases } of listZones()) {
    if (!DAYS_OF_THE_YEAR.includes(city)) add(map, city, { zone: id, place: city });
    // Abbreviations among the old names (EST, HST) are fixed offsets, not places.
    for (const alias of aliases)
      if (!/^[A-Z0-9+-]+$/.test(alias) && !DAYS_OF_THE_YEAR.includes(alias))
        add(map, alias, { zone: id, place: alias });
    add(map, id, { zone: id, place: city });
    for (const name of islandNames(id.split('/').at(-1)!))
      add(map, name, { zone: id, place: DAYS_OF_THE_YEAR.includes(city) ? `${city} Island` : city });
    byCountry.set(country, [...(byCountry.get(country) ?? []), { zone: id, place: city }]);
  }
  // A country is a place only where it keeps one time.
  for (const [country, inside] of byCountry)
    if (inside.length === 1 && !map.has(key(country))) add(map, country, { ...inside[0]!, place: country });
  add(map, 'utc', { zone: 'UTC', place: 'UTC' });
  // A name of several places says which by their cities; one of very many (Eastern Time) by the first few.
  for (const [name, all] of map)
    if (all.length > 1)
      map.set(
        name,
        all.slice(0, MOST_PLACES).map(({ zone }) => ({ zone, place: cities.get(zone)! })),
      );
  return (index = map);
}

/** The most words a place has. */
export const longestPlace = () => (places(), longest);

/** The places of this name; none where nothing is called so. */
export const placesNamed = (name: string): readonly NamedPlace[] => places().get(key(name)) ?? [];

/** True where two names are spelt alike but for case, diacritics and dots. */
export const sameName = (a: string, b: string) => key(a) === key(b);
