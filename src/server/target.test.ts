import { expect, it } from 'vitest';
import { readTarget } from './target';

it.each([
  ['/', { path: '/', search: '' }],
  ['/inbox?x=/../', { path: '/inbox', search: '?x=/../' }],
  [
    '/api/v1/postoffice/mailboxes/a%2Fb%40x.example',
    { path: '/api/v1/postoffice/mailboxes/a%2Fb%40x.example', search: '' },
  ],
  ['http://127.0.0.1:4180/inbox?a', { path: '/inbox', search: '?a', host: '127.0.0.1:4180' }],
  ['HTTPS://evil.example', { path: '/', search: '', host: 'evil.example' }],
])('%s is read one way', (raw, target) => expect(readTarget(raw)).toEqual(target));

it.each([
  ...[
    '',
    '*',
    'inbox',
    '/a/../b',
    '/a/./b',
    '/a/%2e%2e/b',
    '/a/%2E./b',
    '//a',
    '/a//b',
    '/a\\b',
    '/a#b',
    '/%',
    '/%zz',
  ],
  ...['/%00', '/%0d%0aX:y', '/é', '/a b', 'http:///inbox', 'http://h/../inbox', 'ftp://h/inbox', '/%e0%a4'],
])('%s can be read otherwise', (raw) => expect(readTarget(raw)).toBeUndefined());
