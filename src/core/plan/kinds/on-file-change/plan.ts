/** Each time the content of a file or a folder really changes. */
export interface OnFileChangePlan {
  kind: 'on-file-change';
  /** A file, a folder, or a folder and a pattern of names. */
  path: string;
  /** From when and until when it is watched, on the clock of `zone`: `2026-12-01T08:00`; at once, and for good. */
  from?: string;
  until?: string;
  /** On which weekdays, 1 is Monday; on all. */
  days?: number[];
  /** Between which times, `08:00`; the whole day. */
  hours?: { from: string; to: string };
  /** IANA zone; mine. */
  zone?: string;
  /** It has to stand still for so long. */
  settleSeconds?: number;
  /** What changes sooner after the last departure is joined to one. */
  everyMinutes?: number;
  /** More on one day, and it is paused. */
  mostADay?: number;
}

export const SETTLES = 2;
export const EVERY_MINUTES = 5;
export const MOST_A_DAY = 24;
