/** Whose clock a sentence names. */
import { lexiconOf } from '../phrase/grammar';
import { placesNamed } from '../phrase/places';
import { plain } from '../phrase/tokens';
import type { Language } from '../text/language';
import { offsetMinutes } from '../time/wallClock';
import { fixedZone } from './fixedZone';
import { longest, type Clock, type ClockItem } from './items';
import { expression, SPEECH, standing } from './speech';

/** What several clocks are called in short: zones that are called so, the likeliest first, and their offset then, minutes. */
const SHORT_NAMES: Readonly<Record<string, readonly (readonly [zone: string, offset: number | null])[]>> = {
  UTC: [['UTC', 0]],
  GMT: [['UTC', 0]],
  WET: [['Europe/Lisbon', 0]],
  WEST: [['Europe/Lisbon', 60]],
  CET: [['Europe/Paris', 60]],
  CEST: [['Europe/Paris', 120]],
  MEZ: [['Europe/Berlin', 60]],
  MESZ: [['Europe/Berlin', 120]],
  EET: [['Europe/Athens', 120]],
  EEST: [['Europe/Athens', 180]],
  MSK: [['Europe/Moscow', 180]],
  BST: [
    ['Europe/London', 60],
    ['Asia/Dhaka', 360],
  ],
  IST: [
    ['Asia/Kolkata', 330],
    ['Europe/Dublin', 60],
    ['Asia/Jerusalem', 120],
  ],
  JST: [['Asia/Tokyo', 540]],
  KST: [['Asia/Seoul', 540]],
  NPT: [['Asia/Kathmandu', 345]],
  SGT: [['Asia/Singapore', 480]],
  HKT: [['Asia/Hong_Kong', 480]],
  AEST: [['Australia/Sydney', 600]],
  AEDT: [['Australia/Sydney', 660]],
  ACST: [['Australia/Adelaide', 570]],
  ACDT: [['Australia/Adelaide', 630]],
  AWST: [['Australia/Perth', 480]],
  NZST: [['Pacific/Auckland', 720]],
  NZDT: [['Pacific/Auckland', 780]],
  BRT: [['America/Sao_Paulo', -180]],
  ART: [['America/Argentina/Buenos_Aires', -180]],
  NST: [['America/St_Johns', -210]],
  NDT: [['America/St_Johns', -150]],
  AST: [['America/Halifax', -240]],
  ADT: [['America/Halifax', -180]],
  EST: [['America/New_York', -300]],
  EDT: [['America/New_York', -240]],
  ET: [['America/New_York', null]],
  CST: [
    ['America/Chicago', -360],
    ['Asia/Shanghai', 480],
    ['America/Havana', -300],
  ],
  CDT: [['America/Chicago', -300]],
  CT: [['America/Chicago', null]],
  MST: [['America/Denver', -420]],
  MDT: [['America/Denver', -360]],
  MT: [['America/Denver', null]],
  PST: [
    ['America/Los_Angeles', -480],
    ['Asia/Manila', 480],
  ],
  PDT: [['America/Los_Angeles', -420]],
  PT: [['America/Los_Angeles', null]],
  SAST: [['Africa/Johannesburg', 120]],
  WAT: [['Africa/Lagos', 60]],
  EAT: [['Africa/Nairobi', 180]],
};
const SHORT = new RegExp(
  String.raw`(?<![\p{L}\d])(${Object.keys(SHORT_NAMES).join('|')})(?![\p{L}\d+-])`,
  'gu',
);
const OFFSET = /(?<![\p{L}\d])(?:UTC|GMT)\s?([+−-])(\d{1,2})(?::?(\d{2}))?(?!\d)/gu;

function placeNamed(name: string, language: Language): string | undefined {
  // “Lissaboner Zeit”
  const forms = language === 'de' ? [name, name.replace(/er$/, '')] : [name];
  const keys = forms.map(plain);
  for (const [zone, names] of Object.entries(lexiconOf(language).cities))
    if (names.split(' ').some((one) => keys.includes(plain(one).replaceAll('_', ' ')))) return zone;
  return forms.flatMap((each) => [...placesNamed(each)])[0]?.zone;
}

/** @param around an instant about which it is, epoch ms, by which the writer's own clock is known among several of one name */
function shortClock(name: string, writer: string, around: number): Clock {
  const all = SHORT_NAMES[name]!;
  const own = all.find(([, offset]) => offset === offsetMinutes(around, writer));
  const [zone, offset] = own ?? all[0]!;
  // Theirs, where their clock is called so: “15:00 CET” of somebody in Berlin.
  const named = own ? writer : zone;
  const doubt = all.length > 1 && !own ? `${name} is what several clocks are called` : null;
  return { whose: 'named', zone: named, doubt, ...(offset !== null && { shows: { name, offset } }) };
}

const PLACE = String.raw`\p{Lu}[\p{L}.’'-]*\p{L}(?:[ -]\p{Lu}[\p{L}.’'-]*\p{L}){0,2}`;
/** “Uhr Lissaboner”: the name may begin with any of the words. */
const namesIn = (words: string): string[] => {
  const all = words.split(' ');
  return all.map((_, at) => all.slice(at).join(' '));
};

/** The clocks a sentence names, in their order. */
export function clocksNamed(text: string, language: Language, writer: string, around: number): ClockItem[] {
  const speech = SPEECH[language];
  const item = (match: RegExpMatchArray, clock: Clock, beside = false): ClockItem => ({
    kind: 'clock',
    beside,
    from: match.index!,
    to: match.index! + match[0].length,
    clock,
  });
  const places = (source: string, named: (match: RegExpMatchArray) => string) =>
    [...text.matchAll(expression(source, 'gu'))].flatMap((match) => {
      const name = namesIn(named(match)).find((one) => placeNamed(one, language) !== undefined);
      if (name === undefined) return [];
      const clock: Clock = { whose: 'named', zone: placeNamed(name, language)!, doubt: null };
      const skipped = named(match).length - name.length;
      return [
        { ...item(match, clock), from: match.index + (match[0].startsWith(named(match)) ? skipped : 0) },
      ];
    });
  const [before, behind] = speech.place;
  return longest<ClockItem>([
    ...standing(speech.yours, text).map((match) => item(match, { whose: 'mine' })),
    ...standing(speech.ours, text).map((match) => item(match, { whose: 'theirs' })),
    ...standing(speech.besideYours, text).map((match) => item(match, { whose: 'mine' }, true)),
    ...standing(speech.besideOurs, text).map((match) => item(match, { whose: 'theirs' }, true)),
    ...[...text.matchAll(OFFSET)].flatMap((match) => {
      const minutes = (match[1] === '+' ? 1 : -1) * (Number(match[2]) * 60 + Number(match[3] ?? 0));
      const zone = fixedZone(minutes);
      return zone === undefined ? [] : [item(match, { whose: 'named', zone, doubt: null })];
    }),
    ...[...text.matchAll(SHORT)].map((match) => item(match, shortClock(match[1]!, writer, around))),
    ...(before
      ? places(`(?<!\\p{L})(?:${before})\\s*(?<place>${PLACE})`, ({ groups }) => groups!.place!)
      : []),
    ...(behind
      ? places(
          `(?<!\\p{L})(?<place>${PLACE})\\s+(?:[Ll]ocal\\s+|[Oo]rts)?(?:time|Zeit|zeit)(?!\\p{L})`,
          ({ groups }) => groups!.place!,
        )
      : []),
  ]);
}
