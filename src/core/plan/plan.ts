/** Plans: how a message is to leave. */

/** Leaves now, after the hold. */
export interface NowPlan {
  kind: 'now';
}

/** Leaves at one wall-clock time in one zone. */
export interface AtPlan {
  kind: 'at';
  /** `2026-12-01T08:30`, seconds allowed. */
  local: string;
  /** IANA name. */
  zone: string;
}

export type Plan = NowPlan | AtPlan;

/** A reader as planning sees one. */
export interface Reader {
  address: string;
  name?: string;
  /** IANA zone; undefined where it is not known. */
  zone?: string;
  /** Where they are, in words; the zone's city where it is not known. */
  place?: string;
}

export type WarningCode = 'gap' | 'overlap' | 'past' | 'night' | 'unknown-zone';

/** Something to know before committing. `text` is a whole sentence. */
export interface PlanWarning {
  code: WarningCode;
  text: string;
  /** The reader it concerns, where it concerns one. */
  address?: string;
}

/** Where a departure lands for one reader. */
export interface Landing {
  address: string;
  /** null where it is not known. */
  zone: string | null;
  /** Where the reader is, in words; null where the zone is not known. */
  place: string | null;
  /** Wall-clock time where the reader is, `2026-12-01T08:30:00`; null where the zone is not known. */
  local: string | null;
  dayPart: string | null;
}

/** One departure a plan yields. */
export interface PlannedDeparture {
  /** Epoch ms. */
  at: number;
  /** The last instant at which it may still leave if nothing was running at its moment, epoch ms. */
  latest: number;
  recipients: Landing[];
  warnings: PlanWarning[];
}

export interface PlanPreview {
  departures: PlannedDeparture[];
  /** Says back, in words, when it leaves and what time that is for the reader. */
  sentence: string;
  warnings: PlanWarning[];
}
