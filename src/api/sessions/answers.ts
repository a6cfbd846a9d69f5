import Joi from 'joi';
import { all, instant, listOf, text } from '../fields';

const session = all({
  id: Joi.string(),
  createdAt: instant,
  seenAt: instant,
  until: instant,
  from: text.description('The address it was begun from'),
  agent: text.description('What the browser said of itself'),
  current: Joi.boolean().description('The one that asks'),
}).description('Someone signed in. Times are real, whatever clock rules.');

export const answers = { Session: session, Sessions: all({ sessions: listOf(session) }) };
