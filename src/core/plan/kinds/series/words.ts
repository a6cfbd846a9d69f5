/** A series in words. */
import { untilOn } from '#core/recurrence/occurrences';
import { readRule } from '#core/recurrence/rule';
import { endWords, ruleWords } from '#core/recurrence/words';
import { timeWords, type HourCycle } from '#core/time/words';
import { canonicalZone, zoneCity } from '#core/time/zones';
import { beforeWords } from '../before-event/words';
import { offsetOf } from '../before-event/offset';
import { isEach } from './moments';
import type { SeriesPlan } from './plan';

function dayOffWords({ shift = 'none', calendar = 'sender' }: SeriesPlan): string {
  const off = calendar === 'reader' ? 'their days off' : 'my days off';
  switch (shift) {
    case 'none':
      return '';
    case 'skip':
      return `, not on ${off}`;
    case 'next-working-day':
      return `, on ${off} the next working day instead`;
    case 'previous-working-day':
      return `, on ${off} the working day before instead`;
  }
}

const count = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;

/**
 * “every Thursday at 09:10 in Kathmandu, until 24 December 2026, not on their days off”
 * @throws RuleError
 */
export function seriesWords(plan: SeriesPlan, senderZone: string, hourCycle?: HourCycle): string {
  const { start, rrule, rdate = [], exdate = [], around } = plan;
  if (around) {
    const { around: _around, ...event } = plan;
    const each = `each “${around.summary}”`;
    return `${beforeWords(offsetOf(around), around.edge, each)}: ${seriesWords(event, senderZone, hourCycle)}`;
  }
  const zone = isEach(plan) ? null : canonicalZone(plan.zone);
  const where =
    zone === null ? ' where they are' : zone === canonicalZone(senderZone) ? '' : ` in ${zoneCity(zone)}`;
  const rule = rrule ? readRule(rrule) : undefined;
  const often = rule ? ruleWords(rule, start) : `on ${count(new Set([start, ...rdate]).size, 'picked day')}`;
  // A rule that says its hours has them in its words.
  const saysTime = rule && (rule.byHour.length > 0 || ['HOURLY', 'MINUTELY', 'SECONDLY'].includes(rule.freq));
  const time = saysTime ? '' : ` at ${timeWords(start, hourCycle, 'if any')}`;
  const end = rule ? endWords(rule, untilOn(rule, zone ?? 'UTC')) : '';
  const more = rule && rdate.length > 0 ? `, and on ${count(rdate.length, 'more day')}` : '';
  const less = exdate.length > 0 ? `, without ${count(exdate.length, 'day')}` : '';
  return often + time + where + end + more + less + dayOffWords(plan);
}
