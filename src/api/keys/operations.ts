import { operation } from '../operation';
import { keyFile, keyFileQuery, keyPatch, newKey, readersRequest, unlocking } from './requests';

export const listKeys = operation('listKeys', {
  method: 'get',
  path: '/keys',
  summary: 'OpenPGP keys, mine first',
  answer: 'Keys',
});

export const takeKeys = operation('takeKeys', {
  method: 'post',
  path: '/keys',
  summary: 'Take the keys of a file in, or of what came with a message',
  body: keyFile,
  answer: 'Keys',
});

export const makeKey = operation('makeKey', {
  method: 'post',
  path: '/keys/new',
  summary: 'Make a key of mine; it is open until it is locked',
  body: newKey,
  answer: 'Key',
  status: 201,
});

export const unlockKeys = operation('unlockKeys', {
  method: 'post',
  path: '/keys/unlock',
  summary: 'Open those of my keys this is the passphrase of',
  body: unlocking,
  answer: 'Keys',
});

export const lockKeys = operation('lockKeys', {
  method: 'post',
  path: '/keys/lock',
  summary: 'Lock my keys',
  answer: 'Keys',
});

export const readerKeys = operation('readerKeys', {
  method: 'post',
  path: '/keys/readers',
  summary: 'Who of these can be written to encrypted, and whether it can be signed',
  body: readersRequest,
  answer: 'ReaderKeys',
});

export const readKey = operation('readKey', {
  method: 'get',
  path: '/keys/{id}',
  summary: 'One of them, by its fingerprint',
  answer: 'Key',
});

export const changeKey = operation('changeKey', {
  method: 'patch',
  path: '/keys/{id}',
  summary: 'Whether it is used; or another passphrase of a key of mine',
  body: keyPatch,
  answer: 'Key',
});

export const removeKey = operation('removeKey', {
  method: 'delete',
  path: '/keys/{id}',
  summary: 'Take it away; what is encrypted to a key of mine cannot be read without it',
  status: 204,
});

export const keyFileOf = operation('keyFileOf', {
  method: 'get',
  path: '/keys/{id}/file',
  summary: 'In armor (application/pgp-keys, RFC 3156 §7)',
  query: keyFileQuery,
});
