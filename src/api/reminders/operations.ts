import { operation } from '../operation';
import { toldRequest } from './requests';

export const listReminders = operation('listReminders', {
  method: 'get',
  path: '/reminders',
  summary: 'What has come back or gone off and nobody has been told of',
  answer: 'Reminders',
});

export const noteTold = operation('noteTold', {
  method: 'post',
  path: '/reminders/told',
  summary: 'Note that somebody has been told',
  body: toldRequest,
  status: 204,
});
