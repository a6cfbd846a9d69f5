import { operation } from '../operation';
import {
  addressQuery,
  boardRequest,
  correspondentInput,
  exportQuery,
  importRequest,
  oneLeave,
  zonesRequest,
} from './requests';

export const listCorrespondents = operation('listCorrespondents', {
  method: 'get',
  path: '/correspondents',
  summary: 'The people one writes with',
  answer: 'Correspondents',
});

export const addCorrespondent = operation('addCorrespondent', {
  method: 'post',
  path: '/correspondents',
  summary: 'Add a correspondent',
  body: correspondentInput,
  answer: 'Correspondent',
  status: 201,
});

export const readCorrespondent = operation('readCorrespondent', {
  method: 'get',
  path: '/correspondents/{id}',
  summary: 'One correspondent',
  answer: 'Correspondent',
});

export const changeCorrespondent = operation('changeCorrespondent', {
  method: 'patch',
  path: '/correspondents/{id}',
  summary: 'Change what is given; a zone given is confirmed by that',
  body: correspondentInput,
  answer: 'Correspondent',
});

export const readAnswerHabit = operation('readAnswerHabit', {
  method: 'get',
  path: '/correspondents/{id}/answers',
  summary: 'When somebody answers, by the hour of their week, and how fast',
  answer: 'ReadHabit',
});

export const addLeave = operation('addLeave', {
  method: 'post',
  path: '/correspondents/{id}/leave',
  summary: 'Note that somebody is away, beside what is known already',
  body: oneLeave,
  answer: 'Correspondent',
});

export const forgetCorrespondent = operation('forgetCorrespondent', {
  method: 'delete',
  path: '/correspondents/{id}',
  summary: 'Forget a correspondent',
  status: 204,
});

export const importCorrespondents = operation('importCorrespondents', {
  method: 'post',
  path: '/correspondents/import',
  summary: 'Read a vCard or CSV file; without `commit` only say what would change',
  body: importRequest,
  answer: 'PeopleImport',
});

export const exportCorrespondents = operation('exportCorrespondents', {
  method: 'get',
  path: '/correspondents/export',
  summary: 'Everyone as a vCard 4.0 (with groups) or CSV file',
  query: exportQuery,
});

export const drawBoard = operation('drawBoard', {
  method: 'post',
  path: '/correspondents/board',
  summary:
    'The parts of the days of some correspondents, for drawing; those without a confirmed zone are left out',
  body: boardRequest,
  answer: 'Board',
});

export const placeReaders = operation('placeReaders', {
  method: 'post',
  path: '/correspondents/zones',
  summary: 'Say of several readers at once on whose clock they are; who is not known is added',
  body: zonesRequest,
  answer: 'Placed',
});

export const listAddresses = operation('listAddresses', {
  method: 'get',
  path: '/addresses',
  summary: 'Whom past mail went to or came from, those most written with first',
  query: addressQuery,
  answer: 'Addresses',
});
