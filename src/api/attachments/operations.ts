import { operation } from '../operation';
import { attachmentRequest } from './requests';

export const announceAttachment = operation('announceAttachment', {
  method: 'post',
  path: '/messages/{id}/attachments',
  summary: 'Announce an attachment; its bytes follow by PUT, in pieces of any size',
  body: attachmentRequest,
  answer: 'Attachment',
  status: 201,
});

export const putAttachment = operation('putAttachment', {
  method: 'put',
  path: '/attachments/{id}/content',
  summary:
    'The bytes (application/octet-stream), or a piece of them with `Content-Range: bytes 0-9/100`; says how many are here',
  answer: 'Attachment',
});

export const readAttachment = operation('readAttachment', {
  method: 'get',
  path: '/attachments/{id}/content',
  summary: 'The bytes of an attachment, to be saved; of a picture also to be shown',
});

export const deleteAttachment = operation('deleteAttachment', {
  method: 'delete',
  path: '/attachments/{id}',
  summary: 'Take an attachment out',
  status: 204,
});

export const restoreAttachment = operation('restoreAttachment', {
  method: 'post',
  path: '/attachments/{id}/restore',
  summary: 'Undo that, until the message leaves',
  answer: 'Attachment',
});
