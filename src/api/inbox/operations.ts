import { operation } from '../operation';
import { inboxQuery, threadQuery } from './requests';

export const listInbox = operation('listInbox', {
  method: 'get',
  path: '/inbox',
  summary: 'Threads in the inbox, each by its newest message, a page at a time',
  query: inboxQuery,
  answer: 'ThreadPage',
});

export const listArchive = operation('listArchive', {
  method: 'get',
  path: '/archive',
  summary: 'Threads that are archived, the newest first',
  query: threadQuery,
  answer: 'ThreadPage',
});

export const listSnoozed = operation('listSnoozed', {
  method: 'get',
  path: '/snoozed',
  summary: 'Messages put off, the soonest first',
  query: threadQuery,
  answer: 'MessagePage',
});
