import Joi from 'joi';
import { all, listOf } from '../fields';

/** A problem document (RFC 9457). */
export const answers = {
  Problem: all({
    type: Joi.string(),
    title: Joi.string(),
    status: Joi.number(),
    detail: Joi.string().description('For the person who asked, saying what to do'),
    errors: listOf(all({ path: Joi.string().allow(''), detail: Joi.string() }))
      .optional()
      .description('The fields it concerns, by path'),
  }).description('A problem document (RFC 9457)'),
};
