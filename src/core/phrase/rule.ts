/** What a rule of the grammar takes and gives. */
import type { Part } from './parts';

/** A meaning, and how many words it takes. */
export interface Match {
  part: Part;
  length: number;
}

/** The people a phrase may name. */
export interface NamedReader {
  name?: string;
  zone: string;
  place: string;
}

/** Reads from one position on and gives every meaning it sees there. */
export type Rule = (words: readonly string[], at: number, readers: readonly NamedReader[]) => Match[];
