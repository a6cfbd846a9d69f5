import { operation } from '../operation';
import { holdRule } from './requests';

export const tryHoldRule = operation('tryHoldRule', {
  method: 'post',
  path: '/hold-rules/try',
  summary: 'What a hold rule would have done with the messages sent last',
  body: holdRule,
  answer: 'Trials',
});
