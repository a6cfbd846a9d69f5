import { operation } from '../operation';
import { filesQuery, linkPatch, linkRequest, linksQuery } from './requests';

export const addLink = operation('addLink', {
  method: 'post',
  path: '/messages/{id}/links',
  summary: 'Link a file, read as the message leaves; the same one twice is one',
  body: linkRequest,
  answer: 'Link',
  status: 201,
});

export const listLinks = operation('listLinks', {
  method: 'get',
  path: '/links',
  summary: 'What is linked where, what would go now, and what has gone',
  query: linksQuery,
  answer: 'Links',
});

export const editLink = operation('editLink', {
  method: 'patch',
  path: '/links/{id}',
  summary: 'Choose anew about a link',
  body: linkPatch,
  answer: 'Link',
});

export const deleteLink = operation('deleteLink', {
  method: 'delete',
  path: '/links/{id}',
  summary: 'Take a link out',
  status: 204,
});

export const restoreLink = operation('restoreLink', {
  method: 'post',
  path: '/links/{id}/restore',
  summary: 'Undo that, until the message leaves',
  answer: 'Link',
});

export const listFiles = operation('listFiles', {
  method: 'get',
  path: '/files',
  summary: 'What is in the folders that files may be linked from, 200 at a time',
  query: filesQuery,
  answer: 'Files',
});

export const restoreRead = operation('restoreRead', {
  method: 'post',
  path: '/linked-reads/{id}/restore',
  summary: 'Put a file back that was cleared away, as long as its bytes are kept',
  status: 204,
});
