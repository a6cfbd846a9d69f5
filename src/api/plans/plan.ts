/** How a message is to leave: one of the kinds of plan. */
import Joi from 'joi';
import type { PlanKindName } from '#core/plan/kinds/registry';
import { byKind } from '../byKind';
import { DAY_SHIFTS } from '#core/recurrence/series';
import { readRule, type RuleError } from '#core/recurrence/rule';
import { looked } from '../looked';
import { readDuration } from '#core/occasion/offset';
import { offset } from '../occasions/offset';
import { local, occurrence, occurrenceId, zone, zoneOrEach } from './clockTime';

export const rrule = looked(Joi.string().max(2000), (value) => {
  try {
    readRule(value);
    return undefined;
  } catch (error) {
    return (error as RuleError).message;
  }
})
  .description('RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone')
  .example('FREQ=WEEKLY;BYDAY=TH');
const filePath = Joi.string()
  .max(4096)
  .description('A file, a folder, or a folder and a pattern of names')
  .example('/srv/lists/stock.csv');
/** So long before or after an event. */
const offsetFrom = Joi.alternatives(
  looked(Joi.string().max(40), (value) =>
    readDuration(value)
      ? undefined
      : `“${value}” is no length of time. Write it as -PT40M, or -P1D for the day before.`,
  ),
  offset,
)
  .description('A signed length of time (RFC 5545 §3.3.6), or counted in parts')
  .example('-PT40M');
const timeOfDay = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .message('{{#label}} is not a time. Write it as 08:00')
  .example('08:00');
const days = Joi.array().items(local).max(2000);

/** Beside its `kind`, the fields of each. */
export const PLAN_FIELDS: Record<PlanKindName, Joi.SchemaMap> = {
  now: {},
  at: { local: local.required(), zone: zone.required(), occurrence },
  'each-local': { local: local.required(), occurrence },
  'before-event': {
    event: Joi.string().max(64).required().description('The id of an event'),
    occurrence: occurrenceId.optional(),
    offset: offsetFrom.required(),
    edge: Joi.valid('start', 'end').optional().description('Counted from its start, as usual, or its end'),
    ifCancelled: Joi.valid('ask', 'drop')
      .optional()
      .description('What becomes of it where the event is cancelled: it stops and asks, as usual'),
    evenAfter: Joi.valid(true)
      .optional()
      .description('What is to leave before the event may leave once it has begun'),
    about: Joi.object({
      summary: Joi.string().max(500).allow('').required(),
      start: local.required(),
      end: local.required(),
      zone: zone.required(),
    })
      .optional()
      .description('What the event is; looked up, whatever is given'),
  },
  series: {
    start: local.required(),
    zone: zoneOrEach.required(),
    rrule: rrule.optional(),
    rdate: days.optional().description('Also then'),
    exdate: days.optional().description('Not then'),
    shift: Joi.valid(...DAY_SHIFTS)
      .optional()
      .description('What happens to an occurrence on a day off'),
    calendar: Joi.valid('sender', 'reader').optional().description('Whose days off; mine if not said'),
    around: Joi.object({
      event: Joi.string().max(64).required().description('The id of an event that recurs'),
      offset: offsetFrom.required(),
      edge: Joi.valid('start', 'end').optional(),
      summary: Joi.string().max(500).allow('').default(''),
      lengthMs: Joi.number().integer().min(0).default(0),
      exdate: days.optional(),
      moved: Joi.object().pattern(occurrenceId, local).optional(),
      stopped: Joi.valid(true).optional(),
    })
      .optional()
      .description(
        'It leaves before or after each time of an event, whose times stand in the place of those above, whatever is given; its event and its offset are what counts',
      ),
  },
  'on-file-change': {
    path: filePath.required(),
    from: local.optional().description('From when it is watched'),
    until: local.optional().description('Until when'),
    days: Joi.array()
      .items(Joi.number().integer().min(1).max(7))
      .max(7)
      .unique()
      .optional()
      .description('On which weekdays, 1 is Monday'),
    hours: Joi.object({ from: timeOfDay.required(), to: timeOfDay.required() })
      .optional()
      .description('Between which times'),
    zone: zone.optional().description('The clock of all these; mine'),
    settleSeconds: Joi.number()
      .integer()
      .min(0)
      .max(600)
      .optional()
      .description('It has to stand still for so long'),
    everyMinutes: Joi.number()
      .integer()
      .min(0)
      .max(10_080)
      .optional()
      .description('What changes sooner after the last departure is joined to one'),
    mostADay: Joi.number()
      .integer()
      .min(1)
      .max(1000)
      .optional()
      .description('More on one day, and it is paused'),
  },
};

/** One that repeats. */
export const seriesPlan = Joi.object({ kind: Joi.valid('series').required(), ...PLAN_FIELDS.series });

export const plan = byKind(PLAN_FIELDS).description('How the message is to leave');
