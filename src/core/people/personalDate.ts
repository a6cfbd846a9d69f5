/** A day that matters to somebody, once a year. */
export interface PersonalDate {
  /** `Birthday`, `Anniversary`, or own words. */
  what: string;
  /** 1 to 12. */
  month: number;
  day: number;
}
