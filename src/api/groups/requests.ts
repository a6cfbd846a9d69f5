import Joi from 'joi';
import { id } from '../fields';

export const groupInput = Joi.object({
  name: Joi.string().max(200).required(),
  members: Joi.array().items(id).max(5000).required(),
});
