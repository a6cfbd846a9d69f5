import { expect, it } from 'vitest';
import { htmlBody, layoutOf } from './htmlBody';
import { misleadingLinks } from './linkTargets';

const shown = (html: string) => htmlBody(html, [], false);

it('a link that names another address is followed by where it leads, out of reach of the message’s own styles', () => {
  const html =
    '<style>span{display:none!important}</style><p><a href="https://evil.example/x"><b>https://</b>bank.example</a> and <a href="https://museum.example">museum.example</a></p>';
  const out = shown(html);
  expect(out).toContain('bank.example</a><span style="all:initial!important;display:inline!important');
  expect(out.match(/leads to/g)).toHaveLength(1);
  expect(out).toContain('[leads to evil.example]</span> and <a ');
  expect(layoutOf(html).misleading).toBe(1);
});

it.each([
  ['<a href="https://e.example">bank.example', 1],
  ['<a href="https://e.example">bank.example<a href="https://f.example">bank.example</a>', 2],
  ['<a href="https://e.example"><a href="https://bank.example">bank.example</a></a>', 0],
  ['<A HREF=https://e.example>bank.ex&#97;mple</A>', 1],
  ['<a name="x">bank.example</a>', 0],
  ['bank.example', 0],
])('%s: %i', (html, count) => expect(misleadingLinks(html)).toHaveLength(count));

it('a hundred thousand links are looked at in one pass', () => {
  const html = '<a href="https://e.example/">bank.example</a> '.repeat(100_000);
  expect(misleadingLinks(html)).toHaveLength(100_000);
  expect(misleadingLinks(`<a href="https://e.example/">${'a.'.repeat(200_000)}`)).toHaveLength(0);
});
