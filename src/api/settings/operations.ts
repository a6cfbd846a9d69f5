import { operation } from '../operation';
import { settingsPatch } from './requests';

export const readSettings = operation('readSettings', {
  method: 'get',
  path: '/settings',
  summary: 'Settings',
  answer: 'Settings',
});

export const changeSettings = operation('changeSettings', {
  method: 'patch',
  path: '/settings',
  summary: 'Change settings at once',
  body: settingsPatch,
  answer: 'Settings',
});
