/** Somebody whose day is known: me, or a reader. */
import type { Working } from '../time/dayParts';

export interface Person {
  name?: string;
  /** IANA zone. */
  zone: string;
  /** Where they are, in words. */
  place: string;
  working: Working;
}
