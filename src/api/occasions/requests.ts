import Joi from 'joi';
import { id } from '../fields';
import { local, zone } from '../plans/clockTime';
import { offset } from './offset';

const name = Joi.string().trim().max(200).example('Opening night');

export const newOccasion = Joi.object({
  name: name.required(),
  local: local.required().description('Where it is'),
  zone: zone.required(),
  set: id.description('A set that was kept: a draft for each of its messages'),
});

export const occasionPatch = Joi.object({ name, local, zone }).min(1);
export const movePreview = Joi.object({ local: local.required(), zone: zone.required() });

export const placeRequest = Joi.object({
  offset: Joi.alternatives(Joi.string().max(200), offset)
    .required()
    .description(
      '“14 days before”, “3 of their working days before at 9:00 theirs”, “the morning after”; or in parts',
    ),
});

export const scheduleAroundRequest = Joi.object({
  message: id.description('This one alone; else all drafts'),
});
export const setRequest = Joi.object({ name: Joi.string().trim().max(200).allow('').default('') });
