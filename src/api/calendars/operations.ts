import { operation } from '../operation';
import { account, calendarPatch, newCalendar, unfollowQuery } from './requests';

export const listCalendars = operation('listCalendars', {
  method: 'get',
  path: '/calendars',
  summary: 'Calendars elsewhere that mine follows',
  answer: 'Calendars',
});

export const followCalendar = operation('followCalendar', {
  method: 'post',
  path: '/calendars',
  summary: 'Follow a calendar file or folder, or keep the same as a calendar of a CalDAV server',
  body: newCalendar,
  answer: 'Calendar',
  status: 201,
});

export const findCalendars = operation('findCalendars', {
  method: 'post',
  path: '/calendars/find',
  summary: 'The calendars of an account of a CalDAV server',
  body: account,
  answer: 'FoundCalendars',
});

export const readFollowed = operation('readFollowed', {
  method: 'get',
  path: '/calendars/{id}',
  summary: 'One of them',
  answer: 'Calendar',
});

export const changeCalendar = operation('changeCalendar', {
  method: 'patch',
  path: '/calendars/{id}',
  summary: 'Another name or password, or where new events are put',
  body: calendarPatch,
  answer: 'Calendar',
});

export const unfollowCalendar = operation('unfollowCalendar', {
  method: 'delete',
  path: '/calendars/{id}',
  summary: 'Follow it no more; nothing is changed there',
  query: unfollowQuery,
  status: 204,
});

export const syncCalendar = operation('syncCalendar', {
  method: 'post',
  path: '/calendars/{id}/sync',
  summary: 'Look at it now',
  answer: 'Synced',
});
