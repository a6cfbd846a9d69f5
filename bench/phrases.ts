/** How many labelled phrases are read as they are meant, by language; of those kept aside while the rules were written. */
import { labelled, readAs, type Labelled } from '#test/support/phrases';
import type { Row } from './support';

const NAMES = { de: 'German', fr: 'French', es: 'Spanish', pt: 'Portuguese' } as const;

/** A phrase is right by its first reading; wrong is one that is read as something it does not mean. */
function judged(set: readonly Labelled[], language: keyof typeof NAMES) {
  let [right, wrong] = [0, 0];
  for (const { phrase, readings } of set) {
    const [first] = readAs(phrase, [language]);
    if (first === readings[0]) right++;
    else if (first !== undefined) wrong++;
  }
  return { right, wrong, share: right / set.length };
}

export const phrases = (): Row[] =>
  (Object.keys(NAMES) as (keyof typeof NAMES)[]).map((language): Row => {
    const [aside, own] = (['kept aside', 'written by'] as const).map((half) => labelled(language, half));
    const [of, by] = [judged(aside!, language), judged(own!, language)];
    return [
      `${NAMES[language]} phrases kept aside, read as meant`,
      `${of.right} of ${aside!.length}, ${of.wrong} read wrongly`,
      `those the rules were written by: ${by.right} of ${own!.length}, ${by.wrong} wrongly`,
      (of.share / by.share).toFixed(2),
    ];
  });
