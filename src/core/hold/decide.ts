/** How a send is held: by the first rule that fits, else as usual, and through quiet hours in any case. */
import { toLocal } from '../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords, type HourCycle } from '../time/words';
import { nextQuietEnd, quietUntil, type QuietHours } from './quietHours';
import { whyHeld, type HoldAction, type HoldRule, type RuleContext, type SentMessage } from './rule';

export interface Hold {
  /** How long, ms; 0: it leaves at once. */
  ms: number;
  /** It does not leave before I have looked; the hold comes after that. */
  review: boolean;
  /** The rule that decided. */
  rule: { name: string; why: string } | null;
  /** Quiet hours hold it until then, epoch ms. */
  quiet: number | null;
}

/** What a held departure keeps of {@link Hold}: why it is held as it is. */
export type HeldBy = Pick<Hold, 'rule' | 'quiet'>;

export const usualHold = (seconds: number): Hold => ({
  ms: seconds * 1000,
  review: false,
  rule: null,
  quiet: null,
});

export interface HoldContext extends RuleContext {
  /** Length of the usual hold, seconds; 0 is off. */
  holdSeconds: number;
  rules: readonly HoldRule[];
  quiet: QuietHours;
  /** Quiet hours are set aside for this one. */
  inSpiteOfQuiet?: boolean;
}

/** What one rule's action comes to. */
export function holdOf(action: HoldAction, context: HoldContext): Pick<Hold, 'ms' | 'review' | 'quiet'> {
  const { now, holdSeconds, quiet, zone } = context;
  const usual = holdSeconds * 1000;
  switch (action.kind) {
    case 'hold':
      return { ms: action.minutes * 60_000, review: false, quiet: null };
    case 'review':
      return { ms: usual, review: true, quiet: null };
    case 'release':
      return { ms: 0, review: false, quiet: null };
    case 'quiet-end': {
      const until = context.inSpiteOfQuiet ? null : nextQuietEnd(now, quiet, zone);
      return until === null
        ? { ms: usual, review: false, quiet: null }
        : { ms: until - now, review: false, quiet: until };
    }
  }
}

/**
 * Rules come in order, and the first that fits decides. Quiet hours hold longer than any of them, except where a rule
 * says to release at once: whoever wrote that rule meant it at night too.
 */
export function decideHold(message: SentMessage, context: HoldContext): Hold {
  let hold: Hold = usualHold(context.holdSeconds);
  let atOnce = false;
  for (const rule of context.rules) {
    if (!rule.on) continue;
    const why = whyHeld(rule, message, context);
    if (why === undefined) continue;
    hold = { ...holdOf(rule.action, context), rule: { name: rule.name, why } };
    atOnce = rule.action.kind === 'release';
    break;
  }
  const until =
    context.inSpiteOfQuiet || atOnce ? null : quietUntil(context.now, context.quiet, context.zone);
  if (until !== null && until - context.now > hold.ms)
    hold = { ...hold, ms: until - context.now, quiet: until };
  const waits = hold.quiet !== null && context.quiet.after === 'waits';
  return waits ? { ...hold, review: true } : hold;
}

/** “Wed 06:50”. */
function endWords(until: number, now: number, zone: string, cycle?: HourCycle): string {
  const [local, today] = [toLocal(until, zone), toLocal(now, zone)];
  const time = timeWords(local, cycle);
  return dayOf(local) === dayOf(today) ? time : `${dayWords(local, today)} ${time}`;
}

export interface HoldWordsContext {
  now: number;
  senderZone: string;
  hourCycle?: HourCycle;
}

/** “4 min”, “90 s”, for buttons. */
export const holdLength = (ms: number): string =>
  ms < 120_000 ? `${Math.round(ms / 1000)} s` : durationWords(ms);

/**
 * How a send is held: `Leaves now, held 90 s`.
 * @param copies put after the verb: ` in 2 copies`
 */
export function holdWords(hold: Hold, context: HoldWordsContext, copies = ''): string {
  const { now, senderZone, hourCycle } = context;
  const rule = hold.rule ? ` by the rule “${hold.rule.name}” (${hold.rule.why})` : '';
  const quietEnd =
    hold.quiet === null ? '' : `until quiet hours end, ${endWords(hold.quiet, now, senderZone, hourCycle)}`;
  if (hold.review)
    return `Waits${copies} until you have looked${quietEnd && `, at least ${quietEnd}`}${rule}`;
  if (quietEnd) return `Held${copies} ${quietEnd}${rule}`;
  if (hold.ms === 0) return `Leaves at once${copies}, without a hold${rule}`;
  return `Leaves now${copies}, held ${durationWords(hold.ms)}${rule}`;
}

/** Why a departure is held as it is, in few words, for lists; undefined for the usual hold. */
export function heldByWords({ rule, quiet }: HeldBy): string | undefined {
  const ruled = rule && `rule “${rule.name}”: ${rule.why}`;
  if (quiet !== null) return ruled ? `quiet hours; ${ruled}` : 'quiet hours';
  return ruled ?? undefined;
}
