/** Names in the text against the people on the list. */
import { group } from 'd3-array';
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import { calledOnList, greetedNames, sameName } from './greeting';

const COPIED =
  /\b(?:I(?:['’]m| am)?(?: also)? (?:copy|copying|cc|ccing|cc['’]ing)(?: in)?|(?:have |['’]ve )?copied(?: in)?|[Cc]opying in|[Cc]c['’]ing|[Ee]m cópia(?: (?:a|o|para))?|[Ii]n Kopie(?::| an)?|[Ee]n copie(?: à)?|[Ee]n copia(?: a)?)\s+((?:\p{Lu}[\p{L}'’-]+)(?:\s+\p{Lu}[\p{L}'’-]+){0,2})/gu;

const NAME = "(?<!\\p{L})(\\p{Lu}[\\p{L}'’-]{1,40}(?:\\s{1,3}\\p{Lu}[\\p{L}'’-]{1,40}){0,2})";
/** “ponho o Rui em cópia”, “ich setze Frau Klein in Kopie”, “Marisol est en copie”, “with Bela in cc”. */
const IN_COPY = new RegExp(
  `${NAME}\\s{1,3}(?:(?:is|est|ist|está|fica)\\s+)?(?:in|em|en)\\s+(?:cópia|Kopie|copie|copia|copy|CC|Cc|cc)(?![\\p{L}])`,
  'gu',
);
const TITLE = /^(?:Frau|Herrn?|Mrs?|Ms|Dr|Sr|Sra|Dona|Monsieur|Madame|Mme|Senhora?|Señora?)\.?\s+/u;
/** What begins a sentence is no name. */
const NO_NAME = /^(?:Put|Keep|Add|Adding|With|Mit|Com|Avec|Con|Mets|Setze|Ponho|Pongo)\s+/u;

/** Who is said to be copied, and where in the line. */
function copiedIn(line: string): { at: number; name: string }[] {
  const found = [
    ...[...line.matchAll(COPIED)].map((match) => ({
      at: match.index + match[0].length - match[1]!.length,
      name: match[1]!,
    })),
    ...[...line.matchAll(IN_COPY)].map((match) => {
      const name = match[1]!.replace(NO_NAME, '').replace(TITLE, '');
      return { at: match.index + match[1]!.length - name.length, name };
    }),
  ];
  return found.filter(({ at }, index) => found.findIndex((other) => other.at === at) === index);
}

export function salutations(message: CheckedMessage, { people }: MessageContext): Finding[] {
  const parts = ownParts(message.text);
  const known = calledOnList(message, people);
  const onList = (word: string) => known.some(({ calls }) => calls.some((call) => sameName(word, call)));
  const findings: Finding[] = [];

  if (known.length > 0 && known.every(({ name }) => name)) {
    const names = greetedNames(message.text);
    const persons = [...group(names, ({ person }) => person).values()];
    // One name of a person is enough: “Mr. Haruki-san Anzai” is he.
    for (const calls of persons) {
      if (calls.some(({ word }) => onList(word))) continue;
      const { word, from } = calls[0]!;
      const alone = known.length === 1 && persons.length === 1;
      const right = alone ? known[0]!.name.split(/\s+/)[0] : undefined;
      const why = alone ? `is not ${known[0]!.name}` : 'is nobody on the list';
      findings.push(inText('salutation', 'ask', from, word, why, right ? [right] : []));
    }
  }
  for (const part of parts) {
    for (const { at, name } of copiedIn(part.text)) {
      const names = name.split(/\s+/);
      if (names.some(onList)) continue;
      const from = part.from + at;
      const found = people.filter((each) =>
        names.every((word) => each.name.split(/\s+/).some((own) => sameName(word, own))),
      );
      const moves = found
        .slice(0, 2)
        .flatMap(({ name, addresses }) =>
          addresses[0] ? [{ words: `Copy ${name}`, add: `${name} <${addresses[0]}>` }] : [],
        );
      findings.push({ ...inText('copied', 'ask', from, name, 'is not on the list'), moves });
    }
  }
  return findings;
}
