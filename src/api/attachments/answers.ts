import Joi from 'joi';
import { all, orNull } from '../fields';

export const attachment = all({
  id: Joi.string(),
  messageId: Joi.string(),
  name: Joi.string(),
  type: Joi.string().description('Media type'),
  size: Joi.number().description('Bytes'),
  received: Joi.number().description('How many of them are here'),
  contentId: orNull(Joi.string()).description('Content-ID of a picture that stands in the text; else null'),
  linked: Joi.boolean().description('It was read from a linked file as the message left'),
});

export const answers = { Attachment: attachment };
