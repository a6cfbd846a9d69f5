/** Why a message came back. Moments are epoch ms. */
export interface ReturnedWhy {
  /** Its moment came, somebody answered before it, or the reminder of a to-do on it went off. */
  kind: 'snooze' | 'answer' | 'to-do';
  /** Since when it had been put off, or there had been the to-do. */
  since: number;
  /** Until when it was put off. */
  until?: number;
  /** The words its moment was chosen by. */
  words?: string;
  /** My note to myself; of a to-do what is to be done. */
  note?: string;
  /** How often it has been put off. */
  times?: number;
  /** Who answered. */
  from?: string;
}
