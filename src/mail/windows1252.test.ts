import { expect, it } from 'vitest';
import { parseMessage } from './parse';

const mail = (charset: string, body: number[], subject = 'x') =>
  Buffer.concat([
    Buffer.from(
      `From: a@x.example\r\nSubject: ${subject}\r\nContent-Type: text/plain; charset=${charset}\r\n\r\n`,
    ),
    Buffer.from(body),
  ]);
const WORDS = [0x93, 0x80, 0x20, 0x35, 0x94, 0x20, 0x96, 0x20, 0xe9];

it.each(['windows-1252', 'iso-8859-1', 'latin1', 'us-ascii'])(
  '%s has its quotes and its euro',
  async (charset) => expect((await parseMessage(mail(charset, WORDS))).text).toBe('“€ 5” – é'),
);

it('in a header too, and other encodings are as they were', async () => {
  const { subject } = await parseMessage(mail('utf-8', [0x78], '=?windows-1252?Q?=93caf=E9=94?='));
  expect(subject).toBe('“café”');
  expect((await parseMessage(mail('utf-8', [...Buffer.from('é\u0093')]))).text).toBe('é\u0093');
  expect((await parseMessage(mail('iso-8859-15', [0xa4]))).text).toBe('€');
});

it('what stands for nothing stays', async () => {
  expect((await parseMessage(mail('windows-1252', [0x41, 0x81, 0x9d, 0x42]))).text).toBe('A\u0081\u009dB');
});
