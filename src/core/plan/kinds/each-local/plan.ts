/** One copy per reader, each at the same wall-clock time where that reader is. */
export interface EachLocalPlan {
  kind: 'each-local';
  /** `2026-12-01T08:30`, seconds allowed. */
  local: string;
  /** Where clocks show this time twice; the first where it is not said. */
  occurrence?: 'first' | 'second';
}
