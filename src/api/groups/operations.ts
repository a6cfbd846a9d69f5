import { operation } from '../operation';
import { groupInput } from './requests';

export const listGroups = operation('listGroups', {
  method: 'get',
  path: '/groups',
  summary: 'Groups of correspondents',
  answer: 'Groups',
});

export const addGroup = operation('addGroup', {
  method: 'post',
  path: '/groups',
  summary: 'Make a group',
  body: groupInput,
  answer: 'Group',
  status: 201,
});

export const changeGroup = operation('changeGroup', {
  method: 'put',
  path: '/groups/{id}',
  summary: 'Change a group; what is pending to it goes to its members as they are then',
  body: groupInput,
  answer: 'Group',
});

export const forgetGroup = operation('forgetGroup', {
  method: 'delete',
  path: '/groups/{id}',
  summary: 'Forget a group',
  status: 204,
});
