/** Whose clock: that of a place or of a person. */
import type { Whose } from './parts';
import { longestPlace, placesNamed, sameName } from './places';
import type { Match, Rule } from './rule';

const whose = (value: Whose, length: number): Match => ({ part: { kind: 'whose', whose: value }, length });

export const place: Rule = (words, at, readers) => {
  const matches: Match[] = [];
  for (let length = 1; length <= Math.min(longestPlace(), words.length - at); length++) {
    const name = words.slice(at, at + length).join(' ');
    const own = readers.find((reader) => sameName(reader.place, name));
    const found = own ? [{ zone: own.zone, place: own.place }] : [...placesNamed(name)];
    if (found.length === 0) continue;
    const time = words[at + length] === 'time' ? 1 : 0;
    matches.push(whose({ kind: 'place', places: found }, length + time));
  }
  return matches;
};

/** “Haruki’s time”, “for Haruki”. */
export const reader: Rule = (words, at, readers) => {
  const named = words[at] === 'for' ? 1 : 0;
  const word = words[at + named] ?? '';
  const name = word.replace(/'s?$/, '');
  if (!named && !word.includes("'")) return [];
  const found = readers.filter((each) => each.name?.split(' ').some((own) => sameName(own, name)));
  if (found.length === 0) return [];
  const time = words[at + named + 1] === 'time' ? 1 : 0;
  const places = found.map((each) => ({ zone: each.zone, place: each.place }));
  return [whose({ kind: 'place', places }, named + 1 + time)];
};
