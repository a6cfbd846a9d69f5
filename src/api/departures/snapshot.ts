import Joi from 'joi';
import { PAUSE_CAUSES } from '#core/departure/states';
import { all, instant, orNull } from '../fields';
import { plan } from '../plans/plan';

const rule = all({ name: Joi.string().max(200), why: Joi.string().max(10_000).allow('') });

/** What a departure was, as an answer gives it; given back to `restore`, it is that again. */
export const snapshot = all({
  state: Joi.valid('held', 'scheduled', 'paused'),
  plan,
  meant: instant,
  due: instant,
  pausedFor: Joi.valid(...PAUSE_CAUSES, null),
  holdLeft: orNull(Joi.number().integer().min(0)).description('Ms'),
  reason: Joi.string().max(10_000).allow('', null),
  heldBy: orNull(all({ rule: orNull(rule), quiet: orNull(instant) })),
  differs: Joi.boolean().optional().description('Of a series: it had been given something of its own'),
}).description('What a departure was; given back to `restore`, it is that again');
