import Joi from 'joi';
import { instant } from '../fields';

export const clockMove = Joi.object({
  advance: Joi.string()
    .pattern(/^P(?=.)(\d+D)?(T(?=\d)(\d+H)?(\d+M)?(\d+S)?)?$/)
    .description('ISO 8601 duration')
    .example('PT2H'),
  set: instant.description('ISO 8601 instant').example('2026-11-25T02:45:00Z'),
  rate: Joi.number().min(0).max(3600).description('Clock seconds per real second'),
}).xor('advance', 'set', 'rate');
