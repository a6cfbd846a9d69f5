/** Leaves at one wall-clock time in one zone. */
export interface AtPlan {
  kind: 'at';
  /** `2026-12-01T08:30`, seconds allowed. */
  local: string;
  /** IANA name. */
  zone: string;
  /** Which is meant where the clocks show this time twice; the first where it is not said. */
  occurrence?: 'first' | 'second';
}
