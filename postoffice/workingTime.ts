/** When someone with working hours gets to a message. */
import { Temporal } from 'temporal-polyfill';

/**
 * The moment `minutes` of working time after `at`, Monday to Friday within the hours. Reading begins at once
 * within the hours, else when the next working day starts.
 * @param at epoch ms
 * @param hours minutes after midnight; the whole week where they span the whole day
 * @returns epoch ms, on a whole minute
 */
export function afterWork(
  at: number,
  minutes: number,
  zone: string,
  hours: { from: number; to: number },
): number {
  let moment = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).round('minute');
  let left = minutes;
  for (;;) {
    const start = moment.startOfDay().add({ minutes: hours.from });
    const end = moment.startOfDay().add({ minutes: hours.to });
    const worksToday = moment.dayOfWeek <= 5 || hours.to - hours.from >= 24 * 60;
    if (worksToday && Temporal.ZonedDateTime.compare(moment, end) < 0) {
      if (Temporal.ZonedDateTime.compare(moment, start) < 0) moment = start;
      const room = moment.until(end).total('minutes');
      if (left <= room) return moment.add({ minutes: left }).epochMilliseconds;
      left -= room;
    }
    moment = moment.startOfDay().add({ days: 1 });
  }
}
