/** What both ways to show the calendar are given. */
import type { EventJson } from '#api/types';
import type { RailMark } from '#core/rail/bundle';
import type { ShownDay } from './days';

/** A departure or a return, laid over the days, or a time that is offered and not taken. */
export interface Mark extends RailMark {
  kind: 'leaves' | 'back' | 'offered';
  /** Of what is offered, epoch ms. */
  until?: number;
}

/** What a mark says before its name. */
export const MARK_WORDS: Record<Mark['kind'], string> = {
  leaves: 'leaves',
  back: 'back',
  offered: 'offered',
};

/** What is shown, as bands or as a list. */
export interface Shown {
  days: readonly ShownDay[];
  events: readonly EventJson[];
  /** What is offered; departures and returns, where they are shown. */
  marks: readonly Mark[];
  /** IANA zone of the second clock; mine: there is none. */
  beside: string;
  /** Where that is, in words. */
  placeBeside: string;
  chosen: string | null;
  keyOf: (event: EventJson) => string;
  hrefOf: (event: EventJson) => string;
}
