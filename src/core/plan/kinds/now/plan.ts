/** Leaves now, after the hold. */
export interface NowPlan {
  kind: 'now';
}
