import Joi from 'joi';

export const toldRequest = Joi.object({ upTo: Joi.number().integer().min(0).required() });
