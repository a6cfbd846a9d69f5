/** Much at once: a thousand connections, and a mailbox of a hundred million bytes, while departures leave in time. */
import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { expect, it, onTestFinished } from 'vitest';
import type { ThreadPageJson } from '#api/types';
import { INTAKE } from '#core/limits';
import { importMail } from '../support/imports';
import { mailOf } from '../support/mail';
import { startProduct, type Product } from '../support/product';
import { patient, until } from '../support/until';
import { startWitness } from '../support/witness';

const ME = 'ana@real.example';
const MB = 1024 * 1024;
/** What engine and pages may take each, bytes. */
const FLAT = 300 * MB;

async function start() {
  const witness = await startWitness();
  const product = await startProduct('real', {
    OAK_FROM: `Ana Real <${ME}>`,
    OAK_ZONE: 'Europe/Lisbon',
    OAK_SMTP_URL: witness.smtpUrl,
    OAK_LOG: 'error',
  });
  onTestFinished(async () => void (await product.stop()));
  await product.api('PATCH', '/settings', { holdSeconds: 0 });
  witness.watch(product.process.pid!, [`${product.origin}/api/v1/health`]);
  return { product, witness };
}

async function send(product: Product, subject: string): Promise<void> {
  const { body } = await product.api<{ id: string }>('POST', '/messages', {
    to: ['b@x.example'],
    subject,
    text: 'x',
  });
  await product.api('POST', `/messages/${body.id}/schedule`, { plan: { kind: 'now' } });
}

/** The first words a connection hears; '' where it is closed without any. */
async function greeting(socket: Socket): Promise<string> {
  const heard = Promise.race([
    once(socket, 'data').then(([data]) => String(data)),
    once(socket, 'close').then(() => ''),
  ]);
  return heard.catch(() => '');
}

it('a thousand connections at once: those over the limit are told so, mail leaves, and mail comes in afterwards', async () => {
  const { product, witness } = await start();
  const sockets = Array.from({ length: 1000 }, () => connect(product.lmtpPort, '127.0.0.1'));
  onTestFinished(() => sockets.forEach((socket) => socket.destroy()));
  const greetings = await Promise.all(sockets.map(greeting));
  expect(greetings.filter((words) => words.startsWith('220')).length).toBe(INTAKE.connectionsOfOne);
  expect(greetings.filter((words) => words.startsWith('421')).length).toBeGreaterThan(900);
  await send(product, 'Meanwhile');
  await until('it to leave', async () =>
    (await witness.saw()).left.some((each) => each.subject === 'Meanwhile'),
  );
  for (const socket of sockets) socket.destroy();
  await until('mail to come in', async () => {
    await product
      .takeIn(ME, mailOf({ id: 'after', subject: 'Afterwards', to: ME }).toString())
      .catch(() => {});
    const { body } = await product.api<ThreadPageJson>('GET', '/inbox');
    return body.messages.some(({ subject }) => subject === 'Afterwards');
  });
  const { memory, faults } = await witness.saw();
  expect(faults).toEqual([]);
  for (const name of ['engine', 'web']) expect(memory[name], name).toBeLessThan(FLAT);
});

it(
  'a mailbox of a hundred million bytes is taken in with memory to spare, and mail leaves meanwhile',
  async () => {
    const { product, witness } = await start();
    const line = `${'All work and no holiday makes a long letter. '.repeat(2)}\r\n`;
    const letter = (n: number) =>
      `From h@x.example Tue Nov 24 08:00:00 2026\r\n${mailOf({ id: `n${n}`, subject: `Letter ${n}`, to: ME })
        .toString()
        .replace(/\r\n\r\n[^]*/, `\r\n\r\n${line.repeat(1100)}\r\n`)}`;
    const letters = Array.from({ length: 1000 }, (_, n) => letter(n)).join('');
    const bytes = Buffer.from(letters);
    expect(bytes.length).toBeGreaterThan(95_000_000);
    const status = importMail(product, 'past.mbox', 'mbox', bytes);
    await send(product, 'Meanwhile');
    await until('it to leave', async () =>
      (await witness.saw()).left.some((each) => each.subject === 'Meanwhile'),
    );
    expect(await status).toBe(200);
    const { body } = await product.api<{ imports: { added: number; unreadable: number }[] }>(
      'GET',
      '/imports',
    );
    expect(body.imports[0]).toMatchObject({ added: 1000, unreadable: 0 });
    const { memory, faults } = await witness.saw();
    expect(faults).toEqual([]);
    for (const name of ['engine', 'web']) expect(memory[name], name).toBeLessThan(FLAT);
  },
  patient(400_000),
);
