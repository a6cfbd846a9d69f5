import { expect, it } from 'vitest';
import { withLinks } from '../message/links';
import { visitOrigin, visitPath, visitToken } from './visits';

it.each([
  ['https://lantern.place.example', 'https://lantern.place.example'],
  ['https://lantern.place.example:8443/', 'https://lantern.place.example:8443'],
  ['http://203.0.113.9', 'http://203.0.113.9'],
  ['https://[2001:db8::1]', 'https://[2001:db8::1]'],
])('%s is reached by others', (origin, through) => expect(visitOrigin(origin)).toBe(through));

it.each([
  undefined,
  '',
  'http://localhost:4180',
  'http://127.0.0.1:4180',
  'http://192.168.1.4',
  'http://172.20.0.1',
  'https://oak.local',
  'https://oak',
  'https://[::1]:4180',
  'https://[fd00::1]',
])('%s is not', (origin) => expect(visitOrigin(origin)).toBeUndefined());

it('a token is read from its path and from no other', () => {
  expect(visitToken(visitPath('a'.repeat(21)))).toBe('a'.repeat(21));
  for (const path of ['/visit/', '/visit/a', '/visit/../settings', `/visit/${'a'.repeat(21)}/x`, '/inbox'])
    expect(visitToken(path)).toBeUndefined();
});

it('links lead elsewhere in text and in HTML, and nothing else is touched', () => {
  const seen: string[] = [];
  const to = (url: string) => `https://o.example/visit/${seen.push(url)}`;
  const given = {
    text: 'See https://a.example/x?y=1&z=2. Or write to me@a.example, or https://b.example/.',
    html: `<p><a href="https://a.example/x?y=1&amp;z=2">it</a> <a href='mailto:me@a.example'>me</a> <img src="https://c.example/i.png"></p>`,
  };
  const changed = withLinks(given, to);
  expect(seen).toEqual(['https://a.example/x?y=1&z=2', 'https://a.example/x?y=1&z=2', 'https://b.example/']);
  expect(changed.html).toBe(
    `<p><a href="https://o.example/visit/1">it</a> <a href='mailto:me@a.example'>me</a> <img src="https://c.example/i.png"></p>`,
  );
  expect(changed.text).toBe(
    'See https://o.example/visit/2. Or write to me@a.example, or https://o.example/visit/3.',
  );
  expect(withLinks({ text: '', html: null }, to)).toEqual({ text: '', html: null });
});
