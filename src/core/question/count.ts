/** The answers to a question, counted. */
import { agreedSlots, chosenTogether } from '../offer/choices';
import { isShared, noneOf, type Offer } from '../offer/offer';
import type { DecidedWhen, Given } from './question';

/** Somebody the question has reached. */
export interface Asked {
  /** Lower case. */
  address: string;
  name: string;
}

export interface Count {
  /** Of each answer who has given it, as it stands now. */
  given: Asked[][];
  missing: Asked[];
  /** How many have answered, of how many. */
  answered: number;
  of: number;
  /** How many wait for my say. */
  unclear: number;
  decided: boolean;
  /** Indexes of those most have given: several where they are level, none where nobody has answered. */
  ahead: number[];
}

/** What each reader says by now: the last that counts. @param given in the order they came */
export function standingAnswers(given: readonly Given[]): Map<string, number> {
  const standing = new Map<string, number>();
  for (const { reader, answer, status } of given)
    if (status === 'counts' && reader !== null && answer !== null) standing.set(reader, answer);
  return standing;
}

/** What each reader has chosen by now: one answer, but of times that several are to meet at as many as suit. */
export const standingChoices = (
  given: readonly Given[],
  offer: Offer | null,
): Map<string, readonly number[]> =>
  offer && isShared(offer)
    ? chosenTogether(given, noneOf(offer))
    : new Map([...standingAnswers(given)].map(([reader, answer]) => [reader, [answer]]));

/** @param answers how many there are to choose from; @param given in the order they came; @param offer where they are times */
export function countAnswers(
  answers: number,
  decidedWhen: DecidedWhen,
  asked: readonly Asked[],
  given: readonly Given[],
  offer: Offer | null = null,
): Count {
  const standing = standingChoices(given, offer);
  const by = Array.from({ length: answers }, (_, index) =>
    asked.filter(({ address }) => standing.get(address)?.includes(index)),
  );
  const missing = asked.filter(({ address }) => !standing.has(address));
  const answered = asked.length - missing.length;
  const most = Math.max(...by.map(({ length }) => length));
  const decided =
    offer && isShared(offer)
      ? agreedSlots(by.slice(0, noneOf(offer)), asked.length, offer.agreement as 'everyone' | 'majority')
          .length > 0
      : {
          everyone: answered > 0 && missing.length === 0,
          majority: most * 2 > asked.length,
          first: answered > 0,
        }[decidedWhen];
  return {
    given: by,
    missing,
    answered,
    of: asked.length,
    unclear: given.filter(({ status }) => status === 'unclear').length,
    decided,
    ahead: most > 0 ? by.flatMap(({ length }, index) => (length === most ? [index] : [])) : [],
  };
}

const listed = (names: readonly string[]) => new Intl.ListFormat('en-GB').format(names);
const MOST_NAMED = 4;

function missingWords(missing: readonly Asked[]): string {
  const names = missing.map(({ name, address }) => name || address);
  const more = names.length - MOST_NAMED;
  return listed(more > 1 ? [...names.slice(0, MOST_NAMED), `${more} more`] : names);
}

/** “Tuesday (2), Friday (1)”, of those that were given. */
const talliesOf = ({ given }: Count, answers: readonly string[]): string =>
  answers
    .map((words, index) => ({ words, n: given[index]!.length }))
    .filter(({ n }) => n > 0)
    .sort((a, b) => b.n - a.n)
    .map(({ words, n }) => `${words} (${n})`)
    .join(', ');

/** “2 of 5 have answered: Tuesday (2), Friday (1)”, without whom it waits for. */
export function tallyWords(count: Count, answers: readonly string[]): string {
  const { answered, of } = count;
  if (of === 0) return 'it has reached nobody yet';
  if (answered === 0) return `nobody of ${of} has answered`;
  const how =
    answered === of
      ? of === 1
        ? 'answered'
        : `all ${of} have answered`
      : `${answered} of ${of} have answered`;
  return `${how}: ${talliesOf(count, answers)}`;
}

/** The same with who is missing: “…; missing: Ana and Ben”. */
export function countWords(count: Count, answers: readonly string[]): string {
  const { answered, missing } = count;
  const tally = tallyWords(count, answers);
  return answered > 0 && missing.length > 0 ? `${tally}; missing: ${missingWords(missing)}` : tally;
}

/** What most have said: “Tuesday”, “Tuesday and Friday are level”; empty where nobody has answered. */
export function aheadWords({ ahead }: Count, answers: readonly string[]): string {
  const words = ahead.map((index) => answers[index]!);
  return words.length > 1 ? `${listed(words)} are level` : (words[0] ?? '');
}
