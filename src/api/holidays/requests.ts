import Joi from 'joi';
import { country, file } from '../fields';

const named = country.required().disallow(null);

export const holidaysQuery = Joi.object({ country: named });

export const holidaysRequest = Joi.object({
  country: named,
  text: file.description('An iCalendar file'),
});
