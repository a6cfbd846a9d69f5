/** What is to be done with an event that stands here and in another calendar, by how both have changed since they last agreed. */

/** How an event stood on both sides when they last agreed. */
export interface Agreed {
  /** Of what stands there: its entity tag, or what it is known by. */
  etag: string;
  /** Of what stands here: a fingerprint. */
  print: string;
}

/**
 * Nothing; it is taken from there, or put there; it is taken out here, or there; both have changed, and what is later stands; it is
 * known no more, since it is on neither side.
 */
export type Step = 'none' | 'pull' | 'push' | 'drop-here' | 'drop-there' | 'compare' | 'forget';

/** @param there @param here as {@link Agreed} has them; null where it is not there */
export function stepFor(agreed: Agreed | undefined, there: string | null, here: string | null): Step {
  if (!agreed) {
    if (there !== null && here !== null) return 'compare';
    return there !== null ? 'pull' : here !== null ? 'push' : 'none';
  }
  const [isNewThere, isNewHere] = [there !== agreed.etag, here !== agreed.print];
  if (there === null && here === null) return 'forget';
  // What somebody has changed is not lost because somebody else took it out.
  if (there === null) return isNewHere ? 'push' : 'drop-here';
  if (here === null) return isNewThere ? 'pull' : 'drop-there';
  if (isNewThere && isNewHere) return 'compare';
  return isNewThere ? 'pull' : isNewHere ? 'push' : 'none';
}

/** The same, of a calendar that is only read: what was changed here stays so until it changes there. */
export function readStepFor(agreed: Agreed | undefined, there: string | null, here: string | null): Step {
  const step = stepFor(agreed, there, here);
  if (step === 'push') return there === null && agreed ? 'forget' : 'none';
  return step === 'drop-there' ? 'none' : step;
}
