import { operation } from '../operation';
import { filledRequest, newText, putTextRequest, textFile, textPatch } from './requests';

export const listTexts = operation('listTexts', {
  method: 'get',
  path: '/texts',
  summary: 'Texts that are kept to be used again, by name',
  answer: 'Texts',
});

export const addText = operation('addText', {
  method: 'post',
  path: '/texts',
  summary: 'Keep a text, with the attachments and linked files of a message',
  body: newText,
  answer: 'Text',
  status: 201,
});

export const readText = operation('readText', {
  method: 'get',
  path: '/texts/{id}',
  summary: 'One text with what it said before',
  answer: 'Text',
});

export const editText = operation('editText', {
  method: 'patch',
  path: '/texts/{id}',
  summary: 'Change a text; what it said before is kept, ten times',
  body: textPatch,
  answer: 'Text',
  ifMatch: 'optional',
});

export const deleteText = operation('deleteText', {
  method: 'delete',
  path: '/texts/{id}',
  summary: 'Delete a text; what was made with it stays',
  status: 204,
});

export const restoreText = operation('restoreText', {
  method: 'post',
  path: '/texts/{id}/restore',
  summary: 'Undo that',
  answer: 'Text',
});

export const bringBackVersion = operation('bringBackVersion', {
  method: 'post',
  path: '/texts/{id}/versions/{version}/bring-back',
  summary: 'Have it say again what it said in a version, as a new one',
  answer: 'Text',
});

export const putText = operation('putText', {
  method: 'post',
  path: '/messages/{id}/texts',
  summary: 'Write with a text: its attachments and linked files go with the draft, its words are answered',
  body: putTextRequest,
  answer: 'PutText',
});

export const exportText = operation('exportText', {
  method: 'get',
  path: '/texts/{id}/message',
  summary: 'A text as a message file (message/rfc822), its fields standing in the words',
});

export const importText = operation('importText', {
  method: 'post',
  path: '/texts/import',
  summary: 'Keep a message file as a text',
  body: textFile,
  answer: 'Text',
  status: 201,
});

export const readFilled = operation('readFilled', {
  method: 'post',
  path: '/checks/fields',
  summary: 'What the fields of a text become for each of its readers',
  body: filledRequest,
  answer: 'Filled',
});
