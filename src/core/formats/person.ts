/** Somebody as files know them, whatever the format. */
import type { PersonalDate } from '../people/personalDate';
import type { WorkingWeek } from '../time/dayParts';
import type { Leave } from '../time/leave';

/** What a file says; what it does not say is missing. */
export interface FilePerson {
  /** The id it had when it was written out from here. */
  id?: string;
  name?: string;
  addresses?: string[];
  /** Confirmed by the person. */
  zone?: string;
  /** Said by somebody else's file. */
  zoneHint?: string;
  place?: string;
  /** ISO 3166-1 alpha-2. */
  country?: string;
  region?: string;
  week?: WorkingWeek;
  leave?: Leave[];
  dates?: PersonalDate[];
  organisation?: string;
  /** BCP 47 */
  language?: string;
  /** OpenPGP keys: armored, or binary in base64. */
  keys?: string[];
  /** What else it says, by names of its own. */
  columns?: Record<string, string>;
}

export interface FileGroup {
  id?: string;
  name: string;
  /** `mailto:` addresses and ids, as the file names them. */
  members: string[];
}

/** One card or row: what it holds, or why it cannot be used. */
export type FileEntry = { row: number } &
  /** `leftOut` says what of it makes no sense, in sentences; the rest is taken. */
  (
    | { person: FilePerson; leftOut?: readonly string[] }
    | { group: FileGroup }
    | { problem: string; name: string }
  );
