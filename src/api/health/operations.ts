import Joi from 'joi';
import { operation } from '../operation';

const retry = Joi.object({
  account: Joi.string().allow('').description('Of this account alone'),
});

export const readHealth = operation('readHealth', {
  method: 'get',
  path: '/health',
  summary: 'Whether engine and mail server work',
  answer: 'Health',
});

export const retryMailServer = operation('retryMailServer', {
  method: 'post',
  path: '/mail-server/retry',
  summary: 'Try the mail servers in trouble again at once',
  body: retry,
  mayBeEmpty: true,
  answer: 'Health',
});

export const sendTestMessage = operation('sendTestMessage', {
  method: 'post',
  path: '/test-message',
  summary: 'Send a message to myself at once, to see whether the mail server works',
  answer: 'Departure',
  status: 201,
});

export const readSpace = operation('readSpace', {
  method: 'get',
  path: '/health/space',
  summary: 'What what is kept for a while takes',
  answer: 'Space',
});
