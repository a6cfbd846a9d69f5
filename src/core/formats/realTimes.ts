/** Days and times of a calendar file that there are: the library takes 31 February for 3 March. */
import type ICAL from 'ical.js';

/** Properties as jCal has them (RFC 7265 §3.4): name, parameters, type, values. */
type Property = [name: string, parameters: unknown, type: string, ...values: unknown[]];

const SHAPE = /^(\d{4})-(\d{2})-(\d{2})(?:T(\d{2}):(\d{2}):(\d{2})Z?)?$/;

function isReal(written: unknown): boolean {
  const match = SHAPE.exec(String(written));
  if (!match) return false;
  const [year, month, day, hour, minute, second] = match.slice(1).map((part) => Number(part ?? 0));
  const date = new Date(Date.UTC(year!, month! - 1, day));
  const thereIs = year! > 0 && date.getUTCMonth() === month! - 1 && date.getUTCDate() === day;
  // A leap second is one.
  return thereIs && hour! < 24 && minute! < 60 && second! <= 60;
}

/** True where every date and time that is said of it, not of what is within it, is one. */
export function hasRealTimes(component: ICAL.Component): boolean {
  const [, properties] = component.jCal as [string, Property[]];
  return properties.every(
    ([, , type, ...values]) => (type !== 'date' && type !== 'date-time') || values.every(isReal),
  );
}
