/**
 * What brings a message back: its moment came, somebody answered before it, the reminder of a to-do on it went off, nobody
 * answered while it was watched, its question is decided or its time is over, it was not delivered, or it waits for a look before it leaves.
 */
export const RETURN_KINDS = [
  'snooze',
  'answer',
  'to-do',
  'silence',
  'undelivered',
  'review',
  'question',
] as const;
export type ReturnKind = (typeof RETURN_KINDS)[number];

/** Why a message came back. Moments are epoch ms. */
export interface ReturnedWhy {
  kind: ReturnKind;
  /** Since when it had been put off or watched, or there had been the to-do. */
  since: number;
  /** Until when it was put off, or an answer was waited for. */
  until?: number;
  /** The words its moment was chosen by; of a question how the answers stand. */
  words?: string;
  /** My note to myself; of a to-do what is to be done. */
  note?: string;
  /** How often it has been put off. */
  times?: number;
  /** Who answered, or did not, or was not reached. */
  from?: string;
  /** What there is to say of a chaser, a whole sentence. */
  chaser?: string;
  /** The watch nobody answered in; each copy has its own. */
  watchId?: string;
}
