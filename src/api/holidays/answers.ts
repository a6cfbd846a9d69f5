import Joi from 'joi';
import { all, countOf, listOf, text } from '../fields';

export const holidaysKnown = Joi.valid('known', 'added', 'none yet', 'place not known');

export const answers = {
  HolidaysKnown: holidaysKnown,
  HolidayPlace: all({
    holidays: holidaysKnown,
    regions: listOf(all({ code: Joi.string(), name: text })).description(
      'Its parts with holidays of their own, by name',
    ),
  }).description('Of a country'),
  Holidays: all({ days: countOf('Days that were read') }),
};
