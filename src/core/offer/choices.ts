/** What readers have chosen of an offer. */
import type { Given } from '../question/question';

/** Where several meet, each choice is one that suits besides those before; “none of these” takes them all back. */
export function chosenTogether(given: readonly Given[], none: number): Map<string, number[]> {
  const chosen = new Map<string, number[]>();
  for (const { reader, answer, status } of given) {
    if (status !== 'counts' || reader === null || answer === null) continue;
    const before = (chosen.get(reader) ?? []).filter((each) => each !== none && each !== answer);
    chosen.set(reader, answer === none ? [none] : [...before, answer].sort((a, b) => a - b));
  }
  return chosen;
}

/**
 * The slots that all of them, or more than half, have chosen: those most have chosen first, the sooner of two.
 * @param given of each slot who has chosen it, “none of these” left out; @param of how many are asked
 */
export function agreedSlots(
  given: readonly (readonly unknown[])[],
  of: number,
  agreement: 'everyone' | 'majority',
): number[] {
  const enough = (count: number) => count > 0 && (agreement === 'everyone' ? count === of : count * 2 > of);
  return given
    .map(({ length }, slot) => ({ slot, length }))
    .filter(({ length }) => enough(length))
    .sort((a, b) => b.length - a.length || a.slot - b.slot)
    .map(({ slot }) => slot);
}
