/** What a language brings to the grammar of phrases: its words, and the patterns they stand in. */
import type { PartOfDay } from '../time/partOfDay';
import type { MeaningName } from './meanings';

/** Forms of one word, parted by blanks. */
type Forms = string;

export interface Lexicon {
  /** Numbers in words, by value. */
  numbers: Readonly<Record<number, Forms>>;
  /** Numbers that stand in a time as parts of an hour: half, quarter. Minutes. */
  partsOfHour: Readonly<Record<number, Forms>>;
  /** Numbers where a length follows, but no hours: a, an, couple. */
  articles: Readonly<Record<number, Forms>>;
  /** First, second … by value; -1 is the last. */
  ordinals: Readonly<Record<number, Forms>>;
  /** Monday first; short forms beside the long ones everybody has in common. */
  shortWeekdays: readonly Forms[];
  /** January first. */
  shortMonths: readonly Forms[];
  units: Readonly<
    Record<'second' | 'minute' | 'hour' | 'day' | 'week' | 'fortnight' | 'month' | 'year', Forms>
  >;
  /** Parts of the day that are written onto a weekday: Freitagnachmittag. */
  partsOnWeekday?: Readonly<Partial<Record<PartOfDay, Forms>>>;
  /** Cities that are called otherwise in this language, by zone. */
  cities: Readonly<Record<string, Forms>>;
  /** Patterns (see pattern.ts) by what they mean. The earlier of two meanings is the likelier. */
  says: Readonly<Partial<Record<MeaningName, readonly string[]>>>;
}
