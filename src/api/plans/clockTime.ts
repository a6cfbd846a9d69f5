/** What plans say of clocks. */
import Joi from 'joi';
import { EACH } from '#core/plan/kinds/series/plan';
import { isLocal } from '#core/time/wallClock';
import { canonicalZone, type UnknownZoneError } from '#core/time/zones';
import { looked } from '../looked';

export const local = looked(
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/)
    .message('{{#label}} is not a date and time. Write it as 2026-12-01T08:30'),
  (value) => (isLocal(value) ? undefined : `“${value}” is no date and time that exists`),
)
  .description('Wall-clock time without offset')
  .example('2026-12-01T08:30');

function noZone(value: string): string | undefined {
  try {
    canonicalZone(value);
    return undefined;
  } catch (error) {
    return (error as UnknownZoneError).message;
  }
}

export const zone = looked(Joi.string().max(64), noZone)
  .description('IANA time zone')
  .example('Asia/Kathmandu');

export const zoneOrEach = looked(Joi.string().max(64), (value) =>
  value === EACH ? undefined : noZone(value),
).description('IANA time zone of the clock it is on; `each`: a copy for each reader, on their own');

export const occurrence = Joi.valid('first', 'second')
  .optional()
  .description('Where the clocks show this time twice');

/** Of what recurs. */
export const occurrenceId = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}$/)
  .message('{{#label}} is no occurrence. Write it as 2026-12-03T09:10:00')
  .description('Which one it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4)')
  .example('2026-12-03T09:10:00');
