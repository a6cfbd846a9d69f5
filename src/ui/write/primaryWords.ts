/** What the one primary button says: what it will do. */
import type { Plan } from '../../core/plan/plan';

interface Commit {
  plan: Plan;
  holdSeconds: number;
  /** For a pending message that keeps its moment: when it leaves, in words. */
  stillLeaves?: string;
  /** For a pending message that gets another moment: the new one, in words. */
  movedTo?: string;
}

export function primaryWords({ plan, holdSeconds, stillLeaves, movedTo }: Commit): string {
  if (stillLeaves) return `Save, still leaves ${stillLeaves}`;
  if (movedTo) return `Save, leaves ${movedTo}`;
  if (plan.kind === 'at') return 'Schedule';
  if (holdSeconds === 0) return 'Send at once';
  return `Send, hold ${holdSeconds < 120 ? `${holdSeconds} s` : `${Math.round(holdSeconds / 60)} min`}`;
}
