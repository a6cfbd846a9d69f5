import { operation } from '../operation';
import { clockMove } from './requests';

export const readClock = operation('readClock', {
  method: 'get',
  path: '/clock',
  summary: 'The time',
  answer: 'Clock',
});

export const moveClock = operation('moveClock', {
  method: 'post',
  path: '/clock',
  summary:
    'Move the sandbox clock; it steps through everything due. `Prefer: wait=N` waits up to N seconds for it',
  body: clockMove,
  answer: 'Clock',
});
