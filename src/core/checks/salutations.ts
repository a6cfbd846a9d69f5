/** Names in the text against the people on the list. */
import { addressKey } from '../message/address';
import { inText, ownParts, type Finding } from './finding';
import { everybody, type CheckedMessage, type MessageContext } from './checkedMessage';

const GREETING =
  /^\s*(?:(?:dear|hi|hello|hey|good (?:morning|afternoon|evening)|olá|bom dia|boa tarde|boa noite|car[oa]|prezad[oa]|liebe[rs]?|hallo|guten (?:morgen|tag|abend)|sehr geehrte[rs]?|bonjour|bonsoir|ch(?:er|ère)|hola|buen[oa]s (?:días|tardes|noches)|estimad[oa]|querid[oa])\s+)([^,!:.;?–—\n]{2,80}?)\s*(?:[,!:.;–—-]|$)/iu;
const TITLES =
  /^(?:mrs?|ms|mx|miss|dr|prof(?:essor)?|sir|madam|herrn?|frau|senhora?|sr[a]?|señora?|monsieur|madame|m|mme)\.?$/iu;
/** Not names. */
const ANYBODY =
  /^(?:all|everyone|everybody|team|both|colleagues?|friends?|folks|there|again|sir|madam|todos|todas|equipa|colegas|alle|zusammen|kolleg(?:en|innen)|tous|toutes|équipe|collègues|amigos|amigas|equipo)$/iu;
const COPIED =
  /\b(?:I(?:['’]m| am)?(?: also)? (?:copy|copying|cc|ccing|cc['’]ing)(?: in)?|(?:have |['’]ve )?copied(?: in)?|[Cc]opying in|[Cc]c['’]ing|[Ee]m cópia(?: (?:a|o|para))?|[Ii]n Kopie(?::| an)?|[Ee]n copie(?: à)?|[Ee]n copia(?: a)?)\s+((?:\p{Lu}[\p{L}'’-]+)(?:\s+\p{Lu}[\p{L}'’-]+){0,2})/gu;

const fold = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
/** At least so many letters of a name are a short form of it. */
const SHORT = 3;

function sameName(said: string, own: string): boolean {
  const [a, b] = [fold(said), fold(own)];
  return a === b || (Math.min(a.length, b.length) >= SHORT && (a.startsWith(b) || b.startsWith(a)));
}

/** The parts of what somebody is called, their address included. */
const callsOf = (name: string, address: string) =>
  [...name.split(/[\s,]+/), ...address.split('@')[0]!.split(/[._+-]+/)].filter((part) => part.length > 1);

/** Between the names of several. */
const JOINS = /^(?:and|e|und|et|y)$/iu;

/** The names a greeting begins with, titles left out: “Haruki and Bela”. Whoever greets all greets nobody by name. */
function namesIn(text: string): { word: string; at: number }[] {
  const names: { word: string; at: number }[] = [];
  for (const match of text.matchAll(/[\p{L}][\p{L}'’.-]*/gu)) {
    const word = match[0];
    if (ANYBODY.test(word)) return [];
    if (TITLES.test(word) || JOINS.test(word)) continue;
    // What goes on in small letters is the sentence.
    if (!/^\p{Lu}/u.test(word)) break;
    names.push({ word, at: match.index });
  }
  return names;
}

export function salutations(message: CheckedMessage, { people }: MessageContext): Finding[] {
  const list = everybody(message);
  const parts = ownParts(message.text);
  const known = list.map(({ name, address }) => {
    const person = people.find(({ addresses }) => addresses.includes(addressKey(address)));
    return { name: person?.name || name, calls: callsOf(`${person?.name ?? ''} ${name}`, address) };
  });
  const onList = (word: string) => known.some(({ calls }) => calls.some((call) => sameName(word, call)));
  const findings: Finding[] = [];

  const [first] = parts;
  const greeted = first && GREETING.exec(first.text);
  if (greeted && known.length > 0 && known.every(({ name }) => name)) {
    const start = first.from + greeted.index + greeted[0].indexOf(greeted[1]!);
    const names = namesIn(greeted[1]!);
    // One name of a person is enough: “Mr. Haruki-san Anzai” is he.
    if (names.length > 0 && !names.some(({ word }) => onList(word))) {
      const { word, at } = names[0]!;
      const right = known.length === 1 ? known[0]!.name.split(/\s+/)[0] : undefined;
      const who = known.length === 1 ? known[0]!.name : 'nobody on the list';
      const why = known.length === 1 ? `is not ${who}` : `is ${who}`;
      findings.push(inText('salutation', 'ask', start + at, word, why, right ? [right] : []));
    }
  }
  for (const part of parts) {
    for (const match of part.text.matchAll(COPIED)) {
      const names = match[1]!.split(/\s+/);
      if (names.some(onList)) continue;
      const from = part.from + match.index + match[0].length - match[1]!.length;
      const found = people.filter((each) =>
        names.every((word) => each.name.split(/\s+/).some((own) => sameName(word, own))),
      );
      const moves = found
        .slice(0, 2)
        .flatMap(({ name, addresses }) =>
          addresses[0] ? [{ words: `Copy ${name}`, add: `${name} <${addresses[0]}>` }] : [],
        );
      findings.push({ ...inText('copied', 'ask', from, match[1]!, 'is not on the list'), moves });
    }
  }
  return findings;
}
