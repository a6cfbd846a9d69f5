import Joi from 'joi';
import { attachment } from '../attachments/answers';
import { all, countOf, extended, instant, listOf, orNull, text } from '../fields';

const kind = Joi.valid('reader', 'mine', 'date', 'occurrence', 'occasion', 'own');

export const textField = all({
  name: text,
  kind,
  instead: orNull(text).description('What stands there where nothing is known'),
});

const listed = all({
  id: Joi.string(),
  name: text,
  revision: Joi.number(),
  messageId: Joi.string().description('What it says now: attachments and links are added to that'),
  subject: text,
  text,
  html: orNull(text),
  fields: listOf(textField),
  attachments: listOf(attachment),
  links: countOf('Files linked to it'),
  createdAt: instant,
  changedAt: instant,
  usedAt: orNull(instant),
  used: countOf('How often it was used'),
});

const whole = extended(listed, {
  versions: listOf(all({ version: Joi.number(), at: instant, subject: text, text })).description(
    'What it says now, and said before, the newest first',
  ),
});

const filled = all({
  address: text.description('Empty where it goes to several together'),
  name: text,
  correspondentId: orNull(Joi.string()),
  subject: text,
  text,
  fields: listOf(
    all({
      name: text,
      kind,
      value: orNull(text),
      why: orNull(text).description('Why it has no value, to follow its name'),
      given: text.description('What was given for it'),
    }),
  ),
});

export const answers = {
  Text: whole,
  Texts: all({ texts: listOf(listed) }),
  PutText: all({
    subject: text,
    text,
    html: orNull(text),
    attachments: listOf(Joi.string()).description('Ids of what came along'),
    links: listOf(Joi.string()),
  }).description('What it says, to be put in'),
  Filled: all({ readers: listOf(filled) }),
};
