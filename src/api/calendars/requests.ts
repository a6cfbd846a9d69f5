import Joi from 'joi';

const PLACE = 2000;
const place = Joi.string().max(PLACE);
const name = Joi.string().max(200).allow('');
const user = Joi.string().max(300).allow('');
const password = Joi.string().max(1000).allow('');

export const newCalendar = Joi.object({
  kind: Joi.valid('file', 'caldav').required(),
  place: place
    .required()
    .description(
      'A file or a folder of those that may be linked from; of a server the address of the calendar',
    ),
  name: name.description('As it is called there, where it is not said'),
  user: user.default(''),
  password: password.default(''),
  takesNew: Joi.boolean()
    .default(false)
    .description('New events of mine are put there, and those that are in no other calendar'),
});

export const calendarPatch = Joi.object({ name, password, takesNew: Joi.boolean() }).min(1);

export const account = Joi.object({
  place: place.required(),
  user: user.required(),
  password: password.required(),
});

export const unfollowQuery = Joi.object({
  keep: Joi.boolean().default(true).description('Its events stay in my calendar'),
});
