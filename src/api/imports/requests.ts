import Joi from 'joi';

export const importRequest = Joi.object({
  name: Joi.string().max(500).required(),
  size: Joi.number().integer().min(1).required().description('Bytes'),
  format: Joi.valid('mbox', 'eml').required(),
});

export const pieceQuery = Joi.object({
  place: Joi.valid('archive', 'inbox').default('archive').description('Where its messages are put'),
});
