import Joi from 'joi';

export const attachmentRequest = Joi.object({
  name: Joi.string().max(1000).required(),
  type: Joi.string().max(200).allow('').default('').description('Media type'),
  size: Joi.number().integer().min(0).max(1_000_000_000).required().description('Bytes'),
  inline: Joi.boolean().description('A picture that stands in the text'),
});
