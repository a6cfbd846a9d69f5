import Joi from 'joi';
import { all, listOf, text } from '../fields';

const zone = all({
  id: Joi.string(),
  city: Joi.string(),
  country: text,
  countryCode: text,
  aliases: listOf(text),
  offset: Joi.number().description('Minutes east of UTC at present'),
});

export const answers = { Zone: zone, Zones: all({ zones: listOf(zone) }) };
