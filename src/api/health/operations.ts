import { operation } from '../operation';

export const readHealth = operation('readHealth', {
  method: 'get',
  path: '/health',
  summary: 'Whether engine and mail server work',
  answer: 'Health',
});

export const retryMailServer = operation('retryMailServer', {
  method: 'post',
  path: '/mail-server/retry',
  summary: 'Try a mail server in trouble again at once',
  answer: 'Health',
});

export const sendTestMessage = operation('sendTestMessage', {
  method: 'post',
  path: '/test-message',
  summary: 'Send a message to myself at once, to see whether the mail server works',
  answer: 'Departure',
  status: 201,
});
