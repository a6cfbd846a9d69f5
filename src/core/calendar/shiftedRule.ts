/** A rule after its start has moved to another day. */
import { dayNumberOf } from '../time/dayNumber';

/** One that does not say what it comes to. `message` is fit to show. */
export class RuleShiftError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'RuleShiftError';
  }
}

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];

/** Its days of the week move by as many days; a day of the month that was the start’s becomes that of the new one. */
export function shiftedRule(rrule: string, from: string, to: string): string {
  const [before, after] = [dayNumberOf(from), dayNumberOf(to)];
  if (before === after) return rrule;
  const parts = rrule.split(';').map((part) => part.split('=') as [string, string]);
  const names = parts.map(([name]) => name.toUpperCase());
  const weekly = parts.some(
    ([name, value]) => name.toUpperCase() === 'FREQ' && value.toUpperCase() === 'WEEKLY',
  );
  const hard = names.some((name) => /^BY(?!DAY$|MONTHDAY$|HOUR$|MINUTE$|SECOND$)/.test(name));
  const says = (name: string) => names.includes(name);
  if (hard || (says('BYDAY') && !weekly))
    throw new RuleShiftError('Its rule names days: say how it repeats from now on.');
  const turned = parts.map(([name, value]) => {
    if (name.toUpperCase() === 'BYDAY') {
      const days = value
        .split(',')
        .map((day) => DAYS[(DAYS.indexOf(day.toUpperCase()) + ((after - before) % 7) + 7) % 7]!);
      return `${name}=${days.sort((a, b) => DAYS.indexOf(a) - DAYS.indexOf(b)).join(',')}`;
    }
    if (name.toUpperCase() !== 'BYMONTHDAY') return `${name}=${value}`;
    const [own, next] = [Number(from.slice(8, 10)), Number(to.slice(8, 10))];
    if (Number(value) !== own)
      throw new RuleShiftError('Its rule names days: say how it repeats from now on.');
    return `${name}=${next}`;
  });
  return turned.join(';');
}
