/** Moving a moment on the clock of a zone. */
import { Temporal } from 'temporal-polyfill';
import { toLocal } from '#core/time/wallClock';
import { canonicalZone } from '#core/time/zones';
import type { Shift } from '../../plan';
import { shiftLocal, shorten } from '../onClocks';
import type { AtPlan } from './plan';

/** Days on the wall clock first, then exact minutes. @param at epoch ms */
export function shiftAt(at: number, zone: string, shift: Shift): AtPlan {
  const own = canonicalZone(zone);
  const days = shiftLocal(toLocal(at, own), { days: shift.days, minutes: 0 });
  if (shift.minutes === 0) return { kind: 'at', local: days, zone: own };
  const instant = Temporal.PlainDateTime.from(days).toZonedDateTime(own).add({ minutes: shift.minutes });
  const local = instant.toPlainDateTime().toString({ smallestUnit: 'second' });
  return { kind: 'at', local: shorten(local), zone: own };
}
