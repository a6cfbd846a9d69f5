/** Names in the text against the people on the list. */
import { inText, ownParts, type Finding } from './finding';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import { calledOnList, greetedNames, sameName } from './greeting';

const COPIED =
  /\b(?:I(?:['’]m| am)?(?: also)? (?:copy|copying|cc|ccing|cc['’]ing)(?: in)?|(?:have |['’]ve )?copied(?: in)?|[Cc]opying in|[Cc]c['’]ing|[Ee]m cópia(?: (?:a|o|para))?|[Ii]n Kopie(?::| an)?|[Ee]n copie(?: à)?|[Ee]n copia(?: a)?)\s+((?:\p{Lu}[\p{L}'’-]+)(?:\s+\p{Lu}[\p{L}'’-]+){0,2})/gu;

export function salutations(message: CheckedMessage, { people }: MessageContext): Finding[] {
  const parts = ownParts(message.text);
  const known = calledOnList(message, people);
  const onList = (word: string) => known.some(({ calls }) => calls.some((call) => sameName(word, call)));
  const findings: Finding[] = [];

  if (known.length > 0 && known.every(({ name }) => name)) {
    const names = greetedNames(message.text);
    // One name of a person is enough: “Mr. Haruki-san Anzai” is he.
    if (names.length > 0 && !names.some(({ word }) => onList(word))) {
      const { word, from } = names[0]!;
      const right = known.length === 1 ? known[0]!.name.split(/\s+/)[0] : undefined;
      const who = known.length === 1 ? known[0]!.name : 'nobody on the list';
      const why = known.length === 1 ? `is not ${who}` : `is ${who}`;
      findings.push(inText('salutation', 'ask', from, word, why, right ? [right] : []));
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
