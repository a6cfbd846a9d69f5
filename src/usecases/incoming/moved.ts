/** What became of messages that were to be moved or marked. */
export interface Moved {
  /** The messages that were moved or marked, of the threads of those named. */
  moved: string[];
  /** Those named that there are no more. */
  missing: string[];
}
