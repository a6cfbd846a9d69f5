import { expect, it } from 'vitest';
import { ownHosts, refusal } from './guard';

const hosts = ownHosts('127.0.0.1', 4180);

it.each([
  ['GET', { host: '127.0.0.1:4180' }, true],
  ['GET', { host: 'LOCALHOST:4180' }, true],
  ['GET', { host: '[::1]:4180' }, true],
  ['GET', { host: 'evil.example:4180' }, false],
  ['GET', { host: '127.0.0.1:8080' }, false],
  ['GET', {}, false],
  // programs send no Origin
  ['POST', { host: '127.0.0.1:4180' }, true],
  ['POST', { host: '127.0.0.1:4180', origin: 'http://127.0.0.1:4180' }, true],
  ['POST', { host: '127.0.0.1:4180', origin: 'http://localhost:4180' }, true],
  ['POST', { host: '127.0.0.1:4180', origin: 'https://evil.example' }, false],
  ['PATCH', { host: '127.0.0.1:4180', origin: 'http://127.0.0.1:8080' }, false],
  ['DELETE', { host: '127.0.0.1:4180', origin: 'null' }, false],
  ['GET', { host: '127.0.0.1:4180', origin: 'https://evil.example' }, true],
])('%s %j: %s', (method, headers, answered) => {
  expect(refusal({ method, headers }, hosts) === undefined).toBe(answered);
});
