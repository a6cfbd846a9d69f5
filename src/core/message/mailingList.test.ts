import { expect, it } from 'vitest';
import { readMailingList } from './mailingList';

const read = (fields: Record<string, string>) => readMailingList((name) => fields[name]);

it('is none where nothing says so', () => expect(read({ subject: 'x' })).toBeNull());

it('has a name, a message and a page to leave it by', () => {
  expect(
    read({
      'list-id': '"Wrenfield news" <news.wrenfield.example>',
      'list-unsubscribe':
        '(Use these) <mailto:leave@lists.example?subject=leave%20now&body=a%2Bb+c>,\r\n <https://lists.example/out?x=1>',
    }),
  ).toEqual({
    name: 'Wrenfield news',
    mail: { to: 'leave@lists.example', subject: 'leave now', text: 'a+b+c' },
    page: 'https://lists.example/out?x=1',
    oneClick: false,
    leftAt: null,
  });
});

it.each([
  ['<https://a.example/x>', 'List-Unsubscribe=One-Click', true],
  ['<http://a.example/x>, <https://a.example/x>', 'List-Unsubscribe=One-Click', true],
  ['<https://a.example/x>', ' List-Unsubscribe=One-Click ', true],
  ['<https://a.example/x>', 'List-Unsubscribe=Two-Clicks', false],
  ['<https://a.example/x>', undefined, false],
  ['<http://a.example/x>', 'List-Unsubscribe=One-Click', false],
  ['<mailto:a@a.example>', 'List-Unsubscribe=One-Click', false],
])('%s with %j: one click %j (RFC 8058)', (out, post, oneClick) =>
  expect(read({ 'list-unsubscribe': out, ...(post && { 'list-unsubscribe-post': post }) })?.oneClick).toBe(
    oneClick,
  ),
);

it.each([
  ['<news.example>', 'news.example'],
  ['News', 'News'],
  ['', ''],
])('%j is called %j', (id, name) =>
  expect(read({ 'list-id': id, 'list-unsubscribe': '<https://a.example>' })?.name).toBe(name),
);

it.each([
  ['<javascript:alert(1)>'],
  ['<data:text/html,x>'],
  ['https://not.in.brackets.example'],
  ['<mailto:>'],
  ['<mailto:a@x.example,b@x.example>'],
  ['<https://>'],
  ['<mailto:%E0%A4%A>'],
  [`<mailto:${'a'.repeat(5000)}@x.example>`],
])('%s is no way out', (out) =>
  expect(read({ 'list-unsubscribe': out })).toMatchObject({ mail: null, page: null }),
);

it('writes no header of its own into the message that leaves', () => {
  const { mail } = read({ 'list-unsubscribe': '<mailto:a@x.example?subject=x%0D%0ABcc:b@x.example>' })!;
  expect(mail!.subject).toBe('x Bcc:b@x.example');
});
