/** What a plan comes to. */
import Joi from 'joi';
import { all, listOf, orNull, text } from '../fields';
import { lateness } from './choices';
import { plan } from './plan';

export const warning = all({
  code: Joi.valid(
    ...['gap', 'overlap', 'past', 'night', 'weekend', 'holiday', 'leave', 'clock-change', 'close'],
    'unknown-zone',
    'event',
  ),
  text,
  address: Joi.string().optional(),
  fixes: listOf(all({ label: text, plan })),
});

/** What a departure is on a reader's clock. */
export const landing = all({
  address: Joi.string(),
  zone: orNull(Joi.string()),
  place: orNull(text),
  local: orNull(Joi.string()).description('The reader’s wall-clock time when it leaves'),
  dayPart: orNull(Joi.valid('night', 'waking', 'working', 'weekend', 'holiday', 'leave')),
  dayPartWords: orNull(Joi.string()).description('In words, to follow a time: “before work”'),
});

export const answers = { Plan: plan, PlanWarning: warning, Landing: landing, Lateness: lateness };
