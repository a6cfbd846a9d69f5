/** Whom a text greets, and what the people on the list are called. */
import { addressKey } from '../message/address';
import { everybody, type CheckedMessage, type MessageContext } from './checkedMessage';
import { ownParts } from '../text/ownParts';

const GREETING =
  /^\s*(?:(?:dear|hi|hello|hey|good (?:morning|afternoon|evening)|olá|bom dia|boa tarde|boa noite|car[oa]s?|prezad[oa]s?|liebe[rs]?|hallo|guten (?:morgen|tag|abend)|sehr geehrte[rs]?|bonjour|bonsoir|ch(?:er|ère)|hola|buen[oa]s (?:días|tardes|noches)|estimad[oa]s?|querid[oa]s?)\s+)([^\s,!:.;?–—][^,!:.;?–—\n]{1,79}?)\s*(?:[,!:.;–—-]|$)/iu;
const TITLES =
  /^(?:mrs?|ms|mx|miss|dr|prof(?:essor)?|sir|madam|herrn?|frau|senhora?|sr[a]?|señora?|monsieur|madame|m|mme)\.?$/iu;
/** Not names. */
const ANYBODY =
  /^(?:all|everyone|everybody|team|both|colleagues?|friends?|folks|there|again|sir|madam|todos|todas|equipa|colegas|alle|zusammen|kolleg(?:en|innen)|tous|toutes|équipe|collègues|amigos|amigas|equipo)$/iu;

const fold = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
/** At least so many letters of a name are a short form of it. */
const SHORT = 3;

export function sameName(said: string, own: string): boolean {
  const [a, b] = [fold(said), fold(own)];
  return a === b || (Math.min(a.length, b.length) >= SHORT && (a.startsWith(b) || b.startsWith(a)));
}

/** The parts of what somebody is called, their address included. */
const callsOf = (name: string, address: string) =>
  [...name.split(/[\s,]+/), ...address.split('@')[0]!.split(/[._+-]+/)].filter((part) => part.length > 1);

/** Between the names of several. */
const JOINS = /^(?:and|e|und|et|y|&)$/iu;

/** The names a greeting begins with, titles left out: “Haruki and Bela”. Whoever greets all greets nobody by name. */
function namesIn(text: string): { word: string; at: number; person: number }[] {
  const names: { word: string; at: number; person: number }[] = [];
  let person = 0;
  // What is between brackets is still to be filled.
  if (/[[{<%]/.test(text)) return [];
  for (const match of text.matchAll(/[\p{L}][\p{L}'’.-]*|&/gu)) {
    const word = match[0];
    if (ANYBODY.test(word)) return [];
    if (JOINS.test(word)) person++;
    if (TITLES.test(word) || JOINS.test(word)) continue;
    // What goes on in small letters is the sentence.
    if (!/^\p{Lu}/u.test(word)) break;
    names.push({ word, at: match.index, person });
  }
  return names;
}

/** The names a text greets at its beginning, with their offsets, and which of those greeted each is of; none where it greets everybody, or nobody. */
export function greetedNames(text: string): { word: string; from: number; person: number }[] {
  const [first] = ownParts(text);
  const greeted = first && GREETING.exec(first.text);
  if (!greeted) return [];
  const start = first.from + greeted.index + greeted[0].indexOf(greeted[1]!);
  return namesIn(greeted[1]!).map(({ word, at, person }) => ({ word, person, from: start + at }));
}

/** Everybody on the list, with what they may be called. */
export function calledOnList(
  message: CheckedMessage,
  people: MessageContext['people'],
): { name: string; address: string; calls: string[] }[] {
  return everybody(message).map(({ name, address }) => {
    const person = people.find(({ addresses }) => addresses.includes(addressKey(address)));
    return {
      address,
      name: person?.name || name,
      calls: callsOf(`${person?.name ?? ''} ${name}`, address),
    };
  });
}
