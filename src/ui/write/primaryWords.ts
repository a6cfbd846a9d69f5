/** What the one primary button says: what it will do. */
import type { Plan } from '../../core/plan/plan';
import { durationWords } from '../../core/time/words';

interface Commit {
  plan: Plan;
  holdSeconds: number;
  /** For a pending message that keeps its moment: when it leaves, in words. */
  stillLeaves?: string;
  /** For one that was held when it was opened: what is left of the hold, seconds. */
  holdLeft?: number;
  /** For a pending message that gets another moment: the new one, in words. */
  movedTo?: string;
  /** For one the mail server refused. */
  failed?: boolean;
}

export function primaryWords({ plan, holdSeconds, stillLeaves, holdLeft, movedTo, failed }: Commit): string {
  if (failed) return 'Save and try again';
  if (holdLeft !== undefined) return `Save, held ${durationWords(holdLeft * 1000)} more`;
  if (stillLeaves) return `Save, still leaves ${stillLeaves}`;
  if (movedTo && plan.kind === 'at') return `Save, leaves ${movedTo}`;
  if (plan.kind === 'at') return 'Schedule';
  if (holdSeconds === 0) return 'Send at once';
  return `Send, hold ${holdSeconds < 120 ? `${holdSeconds} s` : `${Math.round(holdSeconds / 60)} min`}`;
}
