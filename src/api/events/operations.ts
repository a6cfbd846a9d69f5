import { operation } from '../operation';
import {
  eventFile,
  eventPatch,
  eventPhrase,
  eventsQuery,
  invitationAnswer,
  newEvent,
  oneQuery,
  whichQuery,
} from './requests';

export const listEvents = operation('listEvents', {
  method: 'get',
  path: '/events',
  summary: 'What is in the calendar in a span, each time of what recurs, soonest first',
  query: eventsQuery,
  answer: 'Events',
});

export const addEvent = operation('addEvent', {
  method: 'post',
  path: '/events',
  summary: 'Put an event into the calendar',
  body: newEvent,
  answer: 'EventDetail',
  status: 201,
});

export const readEventPhrase = operation('readEventPhrase', {
  method: 'post',
  path: '/events/phrase',
  summary: 'Read an event in words, committing to nothing',
  body: eventPhrase,
  answer: 'EventReading',
});

export const importEvents = operation('importEvents', {
  method: 'post',
  path: '/events/import',
  summary:
    'Take in an iCalendar file (RFC 5545); what is known by its UID is changed where the file says something later',
  body: eventFile,
  answer: 'EventImport',
});

export const exportEvents = operation('exportEvents', {
  method: 'get',
  path: '/events/export',
  summary: 'The whole calendar as an iCalendar file',
});

export const readEvent = operation('readEvent', {
  method: 'get',
  path: '/events/{id}',
  summary: 'One event: the time of it that is asked for, else its next one',
  query: oneQuery,
  answer: 'EventDetail',
});

export const editEvent = operation('editEvent', {
  method: 'patch',
  path: '/events/{id}',
  summary: 'Change or move an event; what leaves before or after it moves along',
  query: whichQuery,
  body: eventPatch,
  answer: 'EventDetail',
  ifMatch: 'optional',
});

export const deleteEvent = operation('deleteEvent', {
  method: 'delete',
  path: '/events/{id}',
  summary:
    'Take an event out of the calendar; what leaves before or after it stops and asks, or becomes a draft',
  query: whichQuery,
  status: 204,
  ifMatch: 'optional',
});

export const restoreEvent = operation('restoreEvent', {
  method: 'post',
  path: '/events/{id}/restore',
  summary: 'Undo that',
  answer: 'EventDetail',
});

export const exportEvent = operation('exportEvent', {
  method: 'get',
  path: '/events/{id}/export',
  summary: 'One event as an iCalendar file',
});

export const readTimes = operation('readTimes', {
  method: 'get',
  path: '/messages/{id}/times',
  summary: 'The times an incoming message speaks of, on its writer’s clock and mine, with what I have then',
  answer: 'FoundTimes',
});

export const readCalendar = operation('readCalendar', {
  method: 'get',
  path: '/messages/{id}/calendar',
  summary: 'What a message asks or says of an event (iMIP, RFC 6047), with what I have then',
  answer: 'MessageCalendar',
});

export const answerInvitation = operation('answerInvitation', {
  method: 'post',
  path: '/messages/{id}/calendar',
  summary:
    'Answer an invitation; the answer leaves as any message does, and the event is put into the calendar, or taken out',
  body: invitationAnswer,
  answer: 'Message',
});

export const inviteToEvent = operation('inviteToEvent', {
  method: 'post',
  path: '/events/{id}/invite',
  summary: 'A draft that asks all who are at an event of mine to come, or tells them of what has changed',
  answer: 'Message',
  status: 201,
});
