import { generateKeyPairSync } from 'node:crypto';
import { dkimSign } from 'mailauth/lib/dkim/sign';
import { expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { readMessage } from '../messages/readMessage';
import { receiveMail } from './receiveMail';
import { unsubscribe, type OneClickWorld } from './unsubscribe';

const ME = 'ana@real.example';
const { privateKey, publicKey } = generateKeyPairSync('rsa', {
  modulusLength: 2048,
  publicKeyEncoding: { type: 'spki', format: 'der' },
  privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
});

/** A message of a list, signed for leaving it at once where `covered` says so, and who is asked. */
async function arranged(status: number, covered = ['from', 'list-unsubscribe', 'list-unsubscribe-post']) {
  const { desk } = tempDesk('real');
  const source = Buffer.from(
    [
      `From: News <news@lists.example>\r\nTo: ${ME}\r\nMessage-ID: <n@lists.example>\r\nSubject: Week 48`,
      'List-Unsubscribe: <https://lists.example/out>\r\nList-Unsubscribe-Post: List-Unsubscribe=One-Click',
      '\r\nNews.\r\n',
    ].join('\r\n'),
  );
  const { signatures } = await dkimSign(source, {
    signatureData: [{ signingDomain: 'lists.example', selector: 's', privateKey }],
    headerList: covered.join(':'),
    signTime: new Date(),
  });
  const { id } = await receiveMail(desk, Buffer.concat([Buffer.from(signatures), source]));
  const asked: string[] = [];
  const world: OneClickWorld = {
    resolver: () => Promise.resolve([[`v=DKIM1; k=rsa; p=${publicKey.toString('base64')}`]]),
    post: (page) => {
      asked.push(page);
      return Promise.resolve(status);
    },
  };
  return { desk, id, asked, world };
}

it('asks the list once, and says when', async () => {
  const { desk, id, asked, world } = await arranged(202);
  expect(readMessage(desk, id).list).toMatchObject({ oneClick: true, leftAt: null });
  await unsubscribe(desk, id, world);
  expect(asked).toEqual(['https://lists.example/out']);
  expect(readMessage(desk, id).list?.leftAt).toBeGreaterThan(NOW - 1);
  await unsubscribe(desk, id, world);
  expect(asked).toHaveLength(1);
});

it('nobody is asked without a signature for it', async () => {
  const { desk, id, asked, world } = await arranged(200, ['from', 'list-unsubscribe']);
  await expect(unsubscribe(desk, id, world)).rejects.toThrow('lists.example was not asked');
  expect(asked).toEqual([]);
});

it.each([302, 404, 500])('a list that answers %d has not agreed', async (status) => {
  const { desk, id, world } = await arranged(status);
  await expect(unsubscribe(desk, id, world)).rejects.toThrow(`did not agree (${status})`);
  expect(readMessage(desk, id).list?.leftAt).toBeNull();
});
