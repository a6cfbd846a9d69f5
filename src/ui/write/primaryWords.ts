/** What the one primary button says: what it will do. */
import { leavesOnceHeld, waitsForFile } from '#core/plan/kinds/registry';
import type { Plan } from '#core/plan/plan';
import { holdLength } from '#core/hold/decide';
import { durationWords } from '#core/time/words';

interface Commit {
  plan: Plan;
  /** How it is held where it leaves now. */
  hold: { ms: number; review: boolean };
  /** When quiet hours let it leave, in words. */
  quiet?: string;
  /** For a pending message that keeps its moment: when it leaves, in words. */
  stillLeaves?: string;
  /** For one that was held when it was opened: what is left of the hold, seconds. */
  holdLeft?: number;
  /** For a pending message that gets another moment: the new one, in words. */
  movedTo?: string;
  /** For one the mail server refused. */
  failed?: boolean;
  /** How many copies leave. */
  copies?: number;
  /** The moment typed in words is none yet. */
  unclear?: 'reading' | 'mend' | 'choose';
  /** The moment it had is past. */
  passed?: boolean;
  /** It repeats: a series to be, or one whose text and plan are changed. */
  series?: 'new' | 'changed';
}

const UNCLEAR = {
  reading: 'Reading the moment…',
  mend: 'Mend the moment first',
  choose: 'Choose one of the moments',
};

export function primaryWords(commit: Commit): string {
  const { plan, hold, quiet, stillLeaves, holdLeft, movedTo, failed, copies = 1 } = commit;
  if (commit.unclear) return UNCLEAR[commit.unclear];
  if (commit.passed) return 'Choose another moment first';
  if (failed) return 'Save and try again';
  if (holdLeft !== undefined) return `Save, held ${durationWords(holdLeft * 1000)} more`;
  if (stillLeaves) return `Save, still leaves ${stillLeaves}`;
  if (movedTo && !leavesOnceHeld(plan)) return `Save, leaves ${movedTo}`;
  if (commit.series === 'changed') return 'Save for all that come';
  if (commit.series === 'new') return 'Schedule the series';
  const several = copies > 1 ? ` ${copies} copies` : '';
  if (waitsForFile(plan)) return 'Watch the file';
  if (!leavesOnceHeld(plan)) return `Schedule${several}`;
  if (hold.review) return `Send${several}, after a look`;
  if (quiet) return `Send${several}, leaves ${quiet}`;
  if (hold.ms === 0) return `Send${several} at once`;
  return `Send${several}, hold ${holdLength(hold.ms)}`;
}
