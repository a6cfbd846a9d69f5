import { operation } from '../operation';
import { importRequest, pieceQuery } from './requests';

export const listImports = operation('listImports', {
  method: 'get',
  path: '/imports',
  summary: 'Files of past mail taken in, and what could not be read',
  answer: 'Imports',
});

export const beginImport = operation('beginImport', {
  method: 'post',
  path: '/imports',
  summary: 'Begin to take in a file, or go on with one; its bytes follow by PUT, in pieces',
  body: importRequest,
  answer: 'Import',
  status: 201,
});

export const putImport = operation('putImport', {
  method: 'put',
  path: '/imports/{id}/content',
  summary: 'The next bytes, with `Content-Range: bytes 0-9/100`; says what they held',
  query: pieceQuery,
  answer: 'Import',
});

export const readSetAside = operation('readSetAside', {
  method: 'get',
  path: '/imports/aside/{id}',
  summary: 'Something that could not be read, as it came',
});
