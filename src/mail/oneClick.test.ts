import { generateKeyPairSync } from 'node:crypto';
import { createServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { dkimSign } from 'mailauth/lib/dkim/sign';
import { describe, expect, it, onTestFinished } from 'vitest';
import { CERTIFICATE } from '#test/support/certificate';
import { isAnsweredFor, postOneClick, type Resolver } from './oneClick';

const { privateKey, publicKey } = generateKeyPairSync('rsa', {
  modulusLength: 2048,
  publicKeyEncoding: { type: 'spki', format: 'der' },
  privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
});
const keys: Resolver = (name) =>
  name === 's._domainkey.lists.example'
    ? Promise.resolve([[`v=DKIM1; k=rsa; p=${publicKey.toString('base64')}`]])
    : Promise.reject(Object.assign(new Error('none'), { code: 'ENOTFOUND' }));

const FIELDS = [
  'From: News <news@lists.example>',
  'Subject: Week 48',
  'List-Unsubscribe: <https://lists.example/out?me=1>',
  'List-Unsubscribe-Post: List-Unsubscribe=One-Click',
];
const mail = (fields = FIELDS) => Buffer.from([...fields, '', 'News.', ''].join('\r\n'));

/** @param covered header fields the signature covers */
async function signed(covered: string[], source = mail()): Promise<Buffer> {
  const { signatures } = await dkimSign(source, {
    signatureData: [{ signingDomain: 'lists.example', selector: 's', privateKey }],
    headerList: covered.join(':'),
    signTime: new Date(),
  });
  return Buffer.concat([Buffer.from(signatures), source]);
}
const BOTH = ['from', 'subject', 'list-unsubscribe', 'list-unsubscribe-post'];

describe('a way out of a list', () => {
  it('is answered for by a signature over both fields', async () => {
    expect(await isAnsweredFor(await signed(BOTH), keys)).toBe(true);
  });
  it.each([
    ['no signature', () => Promise.resolve(mail())],
    ['one that leaves out a field', () => signed(['from', 'subject', 'list-unsubscribe'])],
    [
      'one that was changed afterwards',
      async () => Buffer.from((await signed(BOTH)).toString().replace('me=1', 'me=2')),
    ],
    [
      'another way out put above it',
      async () =>
        Buffer.concat([Buffer.from('List-Unsubscribe: <https://evil.example/>\r\n'), await signed(BOTH)]),
    ],
    [
      'a key that nobody has',
      async () => Buffer.from((await signed(BOTH)).toString().replace('d=lists.example', 'd=other.example')),
    ],
  ])('is not with %s', async (_name, make) => {
    expect(await isAnsweredFor(await make(), keys)).toBe(false);
  });
  it('is unsure while keys cannot be looked up', async () => {
    const down: Resolver = () => Promise.reject(Object.assign(new Error('down'), { code: 'ETIMEOUT' }));
    await expect(isAnsweredFor(await signed(BOTH), down)).rejects.toThrow('ETIMEOUT');
  });
});

describe('the request', () => {
  async function list(status: number) {
    const asked: string[] = [];
    const server = createServer(CERTIFICATE, (request, response) => {
      let body = '';
      request.on('data', (chunk: Buffer) => (body += chunk.toString()));
      request.on('end', () => {
        const { method, url, headers } = request;
        asked.push(`${method} ${url} ${headers['content-type']} ${body} ${headers.cookie ?? ''}`.trim());
        response.writeHead(status, { location: '/elsewhere' }).end('x');
      });
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    onTestFinished(() => void server.close());
    return { asked, port: (server.address() as AddressInfo).port };
  }
  it.each([200, 302, 500])('is sent once, and %d is its answer', async (status) => {
    const { asked, port } = await list(status);
    const answer = await postOneClick(`https://localhost:${port}/out?me=1`, () => true, {
      rejectUnauthorized: false,
    });
    expect(answer).toBe(status);
    expect(asked).toEqual(['POST /out?me=1 application/x-www-form-urlencoded List-Unsubscribe=One-Click']);
  });
  it.each([
    'localhost',
    '127.0.0.1',
    '[::1]',
    '10.0.0.1',
    '[::ffff:192.168.0.1]',
    '169.254.169.254',
    '0.0.0.0',
  ])('never goes to %s', async (host) => {
    const { asked, port } = await list(200);
    await expect(postOneClick(`https://${host}:${port}/`)).rejects.toThrow('is not on the public network');
    expect(asked).toEqual([]);
  });
  it('goes only to whom it can trust', async () => {
    const { port } = await list(200);
    await expect(postOneClick(`https://localhost:${port}/`, () => true)).rejects.toThrow(/certificate/);
  });
});
