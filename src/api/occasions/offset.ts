/** So long before or after something. */
import Joi from 'joi';
import { OFFSET_CLOCKS, OFFSET_UNITS } from '#core/occasion/offset';

export const offset = Joi.object({
  count: Joi.number().integer().min(-999).max(999).required().description('Negative before it'),
  unit: Joi.valid(...OFFSET_UNITS).required(),
  time: Joi.string()
    .pattern(/^\d{2}:\d{2}$/)
    .allow(null)
    .default(null)
    .description('null: the time of the occasion'),
  clock: Joi.valid(...OFFSET_CLOCKS)
    .default('there')
    .description('On whose clock that is: where the occasion is, the reader’s, or mine'),
});
