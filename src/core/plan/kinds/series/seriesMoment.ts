import type { OccurrenceSeconds } from '#core/recurrence/series';
import { localOf } from '#core/time/dayNumber';
import type { Resolved } from '#core/time/wallClock';

/** One moment of a series on one clock. Its times are written when they are asked for: of thousands few are. */
export class SeriesMoment {
  constructor(
    readonly resolved: Resolved,
    private readonly ids: OccurrenceSeconds,
  ) {}
  /** Epoch ms. */
  get at(): number {
    return this.resolved.at;
  }
  /** Which occurrence it is (RECURRENCE-ID, RFC 5545 §3.8.4.4): `2026-12-03T09:10:00`. */
  get occurrence(): string {
    return localOf(this.ids.id);
  }
  /** When it is on the clock it goes by; another day where it was moved off a day off, or with the event it belongs to. */
  get local(): string {
    return localOf(this.ids.local);
  }
}
