/** Days on which a person is away. */
import { Temporal } from 'temporal-polyfill';

/** Both dates belong to it: someone away `2026-11-23` to `2026-11-27` is back on the 28th. */
export interface Leave {
  /** `2026-11-23` */
  from: string;
  to: string;
  /** In the person's own words; may be empty. */
  note: string;
}

/** The leave that holds a date. @param date `2026-11-25` */
export const leaveOn = (date: string, leave: readonly Leave[] = []) =>
  leave.find((each) => each.from <= date && date <= each.to);

/** The first date after a leave, and after those that follow it without a day between. */
export function backOn(current: Leave, leave: readonly Leave[] = []): string {
  let back = Temporal.PlainDate.from(current.to).add({ days: 1 });
  for (;;) {
    const next = leaveOn(back.toString(), leave);
    if (!next) return back.toString();
    back = Temporal.PlainDate.from(next.to).add({ days: 1 });
  }
}
