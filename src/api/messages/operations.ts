import { operation } from '../operation';
import {
  draft,
  draftPatch,
  draftsQuery,
  htmlQuery,
  mboxQuery,
  placesRequest,
  queuedRequest,
  scheduleRequest,
  sourceQuery,
} from './requests';

export const listDrafts = operation('listDrafts', {
  method: 'get',
  path: '/messages',
  summary: 'Drafts, last changed first',
  query: draftsQuery,
  answer: 'MessagePage',
});

export const createDraft = operation('createDraft', {
  method: 'post',
  path: '/messages',
  summary: 'Keep a new draft',
  body: draft,
  answer: 'Message',
  status: 201,
});

export const readMessage = operation('readMessage', {
  method: 'get',
  path: '/messages/{id}',
  summary: 'One message with its thread and history',
  answer: 'Message',
});

export const editMessage = operation('editMessage', {
  method: 'patch',
  path: '/messages/{id}',
  summary: 'Change a message that has not left',
  body: draftPatch,
  answer: 'Message',
  ifMatch: 'required',
});

export const deleteMessage = operation('deleteMessage', {
  method: 'delete',
  path: '/messages/{id}',
  summary: 'Delete a message that has not left',
  status: 204,
  ifMatch: 'required',
});

export const restoreMessage = operation('restoreMessage', {
  method: 'post',
  path: '/messages/{id}/restore',
  summary: 'Undo a deletion; it is a draft again',
  answer: 'Message',
});

export const scheduleMessage = operation('scheduleMessage', {
  method: 'post',
  path: '/messages/{id}/schedule',
  summary: 'Send or schedule a draft',
  body: scheduleRequest,
  answer: 'Scheduled',
  ifMatch: 'optional',
});

export const sendQueued = operation('sendQueued', {
  method: 'post',
  path: '/messages/queued',
  summary: 'Keep a message and schedule it, once: what was written while there was no connection',
  body: queuedRequest,
  answer: 'Scheduled',
});

export const placeMessages = operation('placeMessages', {
  method: 'post',
  path: '/messages/bulk',
  undoKey: true,
  summary: 'Archive threads, put messages back into the inbox, or mark them as seen or new',
  body: placesRequest,
  answer: 'Moved',
});

export const undo = operation('undo', {
  method: 'post',
  path: '/undo/{key}',
  summary: 'Put back what was before all that was asked under this Undo-Key',
  status: 204,
});

export const exportMessages = operation('exportMessages', {
  method: 'get',
  path: '/messages/export',
  summary: 'Messages as a mailbox file (application/mbox, RFC 4155)',
  query: mboxQuery,
});

export const readSource = operation('readSource', {
  method: 'get',
  path: '/messages/{id}/source',
  summary: 'A message as it arrived or left',
  query: sourceQuery,
});

export const readHtml = operation('readHtml', {
  method: 'get',
  path: '/messages/{id}/html',
  summary: 'The HTML of a message, to be shown in a frame (text/html, sandboxed)',
  query: htmlQuery,
});

export const leaveList = operation('leaveList', {
  method: 'post',
  path: '/messages/{id}/unsubscribe',
  summary: 'Leave the mailing list a message came by, by one request (RFC 8058)',
  answer: 'Message',
});

export const readOpened = operation('readOpened', {
  method: 'get',
  path: '/messages/{id}/opened',
  summary: 'What a message says that is signed, encrypted or sealed; 423 while the key it needs is locked',
  answer: 'Opened',
});

export const readOpenedHtml = operation('readOpenedHtml', {
  method: 'get',
  path: '/messages/{id}/opened/html',
  summary: 'The HTML of one, to be shown in a frame (text/html, sandboxed)',
  query: htmlQuery,
});

export const readOpenedFile = operation('readOpenedFile', {
  method: 'get',
  path: '/messages/{id}/opened/files/{file}',
  summary: 'A file within it, by its number from 0',
});

export const openSealed = operation('openSealed', {
  method: 'post',
  path: '/messages/{id}/open',
  summary: 'Open a message of mine that is sealed, so that it can be changed; 423 while its key is locked',
  answer: 'Message',
});
