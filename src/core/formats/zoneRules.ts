/** The time zones a calendar file describes (VTIMEZONE, RFC 5545 §3.6.5), looked at before anybody follows their rules. */

/** A component as jCal has it (RFC 7265 §3.3): its name, its properties, and the components in it. */
type JCal = [name: string, properties: unknown[][], components: JCal[]];

/** More changes of a clock, one by one, than any zone has had. */
const MOST_CHANGES = 400;

const list = (value: unknown): unknown[] =>
  Array.isArray(value) ? value : value === undefined ? [] : [value];

/** Clocks change on a day of a month, once a year: any other rule could keep whoever follows it for ever. */
function changesYearly(rule: unknown): boolean {
  const {
    freq,
    interval = 1,
    bymonth,
    byday,
    bymonthday,
    until: _until,
    ...more
  } = rule as Record<string, unknown>;
  const months = list(bymonth).map(Number);
  return (
    String(freq).toUpperCase() === 'YEARLY' &&
    Number(interval) === 1 &&
    Object.keys(more).length === 0 &&
    months.length <= 1 &&
    months.every((month) => month >= 1 && month <= 12) &&
    list(byday).every((day) => /^(?:[+-]?[1-5])?(?:MO|TU|WE|TH|FR|SA|SU)$/i.test(String(day))) &&
    // Those that every month has.
    list(bymonthday).every((day) => Number(day) >= 1 && Number(day) <= 28)
  );
}

/** True where all zones of a parsed calendar change as clocks do. */
export function zonesArePlain(calendar: unknown): boolean {
  const [, , components] = calendar as JCal;
  return components
    .filter(([name]) => name === 'vtimezone')
    .every(([, , changes]) => {
      const rules = changes.flatMap(([, properties]) => properties.filter(([name]) => name === 'rrule'));
      return changes.length <= MOST_CHANGES && rules.every(([, , , rule]) => changesYearly(rule));
    });
}
