/**
 * The product under fire: hostile mail and files of every kind come in by every way, of every size, while a departure a
 * second leaves and people look at their mail. `npm run torture` does this for two minutes, or `OAK_TORTURE_SECONDS`.
 */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, it, onTestFinished } from 'vitest';
import type { ThreadPageJson } from '#api/types';
import { openDesk } from '#usecases/desk';
import { arrivalsWaiting } from '#store/arrivals';
import { openPage, startChromium } from '../support/browser';
import { greedyFiles, greedyMail, type GreedyFile } from '../support/greedy';
import { hostileMail } from '../support/hostile';
import { importMail } from '../support/imports';
import { deliverAsIs } from '../support/lmtp';
import { startProduct, type Product } from '../support/product';
import { chance, SEED } from '../support/random';
import { patient, until } from '../support/until';
import { startWitness } from '../support/witness';

const SECONDS = Number(process.env.OAK_TORTURE_SECONDS ?? 12);
/** In `npm test` the machine is shared; figures are for `npm run torture`. */
const STRICT = process.env.OAK_TORTURE_SECONDS !== undefined;
const ME = 'ana@real.example';
const MB = 1024 * 1024;
/** Bytes; the large ones seldom. */
const SIZES = [1000, 20_000, 200_000, MB, ...(STRICT ? [3 * MB, 10 * MB, 45 * MB] : [])];
const FEEDERS = 3;

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const percentile = (list: number[], part: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * part))] ?? 0;

/** Somebody who must never be asked for anything. */
async function startFar(): Promise<{ url: string; asked: string[] }> {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url ?? '');
    response.end();
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  onTestFinished(() => void server.close());
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, asked };
}

/** Hands a file in by its way. @returns the status of the last answer */
async function handIn(product: Product, { way, name }: GreedyFile, bytes: Buffer): Promise<number> {
  const text = bytes.toString('latin1');
  const post = async (path: string, body: object) => (await product.api('POST', path, body)).status;
  if (way === 'holidays') return post('/holidays', { country: 'NP', text });
  if (way === 'todos') return post('/todos/import', { text });
  if (way === 'vcard' || way === 'csv')
    return post('/correspondents/import', { format: way, text, commit: false });
  return importMail(product, `${name} ${bytes.length} ${Math.random()}`, way, bytes);
}

it(
  `nothing that comes in stops what goes out (seed ${SEED}, ${SECONDS} s)`,
  async () => {
    const far = await startFar();
    const dueAt = new Map<string, number>();
    const witness = await startWitness();
    /** How late each has left so far, ms. */
    const lateness = async () =>
      (await witness.saw()).left.map(({ subject, at }) => at - dueAt.get(subject)!);
    const product = await startProduct('real', {
      OAK_FROM: `Ana Real <${ME}>`,
      OAK_ZONE: 'Europe/Lisbon',
      OAK_SMTP_URL: witness.smtpUrl,
      OAK_LOG: 'error',
    });
    onTestFinished(async ({ task }) => {
      // What has ended or failed there says so.
      if (task.result?.state === 'fail') console.log(product.output());
      if (product.process.exitCode === null) await product.stop();
    });

    let scheduled = 0;
    /** One departure a second, for so many seconds. */
    async function schedule(seconds: number): Promise<void> {
      const begin = Math.ceil((Date.now() + 1500) / 1000) * 1000;
      for (let n = 0; n < seconds; n++) {
        const subject = `departure ${scheduled++}`;
        const { body } = await product.api<{ id: string }>('POST', '/messages', {
          to: ['b@x.example'],
          subject,
          text: 'x',
        });
        const at = begin + n * 1000;
        dueAt.set(subject, at);
        const plan = { kind: 'at', local: new Date(at).toISOString().slice(0, 19), zone: 'Etc/UTC' };
        const answer = await product.api('POST', `/messages/${body.id}/schedule`, { plan });
        expect(answer.status, JSON.stringify(answer.body)).toBeLessThan(300);
      }
    }

    const quietSeconds = Math.max(5, SECONDS / 4);
    await schedule(quietSeconds);
    await until(
      'the quiet ones to leave',
      async () => (await lateness()).length >= scheduled,
      (quietSeconds + 30) * 1000,
    );
    const quiet = await lateness();

    const random = chance();
    const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
    const kinds = hostileMail(far.url);
    const total = kinds.length + greedyMail.length + greedyFiles.length;
    expect(total).toBeGreaterThanOrEqual(300);

    await schedule(SECONDS);
    const end = Date.now() + SECONDS * 1000;
    const [answered, refused] = [[] as string[], [] as string[]];
    const files: Record<string, number> = {};
    const failed: string[] = [];
    let fed = 0;

    /** Everything in order first, so that the shortest run has some of each; then by chance. */
    function nextMail(): { name: string; bytes: Buffer } {
      const pick = random();
      const made =
        pick < 0.4
          ? any(kinds)
          : ((kind, size) => ({ name: `${kind.name}, ${size}`, bytes: kind.make(size) }))(
              any(greedyMail),
              any(SIZES),
            );
      // Each is one of a kind, so that it can be found again.
      const number = `X-Number: ${fed++}\r\n`;
      return { name: made.name, bytes: Buffer.concat([Buffer.from(number), made.bytes]) };
    }
    const feed = async () => {
      while (Date.now() < end) {
        const { name, bytes } = nextMail();
        const number = /^X-Number: (\d+)/.exec(bytes.toString('latin1', 0, 40))![1]!;
        const taken = await deliverAsIs(product.lmtpPort, 'm@evil.example', ME, bytes).catch(() => false);
        if (taken) answered.push(number);
        else refused.push(name);
      }
    };
    const fileIn = async () => {
      while (Date.now() < end) {
        const kind = any(greedyFiles);
        const status = await handIn(product, kind, kind.make(any(SIZES.slice(0, 4))));
        files[status] = (files[status] ?? 0) + 1;
        if (status >= 500) failed.push(`${kind.name}: ${status}`);
      }
    };
    witness.watch(product.process.pid!, [
      `${product.origin}/api/v1/health`,
      `${product.origin}/api/v1/inbox`,
    ]);
    /** Somebody looks at what came, in a browser. */
    const started = await startChromium();
    onTestFinished(() => started.close());
    const page = await openPage(started, `${product.origin}/inbox`);
    let shown = 0;
    const open = async () => {
      while (Date.now() < end) {
        const { body } = await product.api<ThreadPageJson>('GET', '/inbox?order=time&limit=50');
        const message = any(body.messages ?? []);
        if (message) {
          const url = `${product.origin}/api/v1/messages/${message.id}`;
          const { html } = (await (await fetch(url)).json()) as { html: string | null };
          if (html) {
            await page.goto(`${url}/html`, { waitUntil: 'load' }).catch(() => undefined);
            shown++;
          }
        }
        await sleep(50);
      }
    };
    await Promise.all([...Array.from({ length: FEEDERS }, feed), ...[fileIn(), open()]]);
    const scripts = await page.evaluate(() => (window as { stolen?: number }).stolen ?? 0);

    await until('all departures to leave', async () => (await lateness()).length >= scheduled, 240_000);
    const { answers, slow, faults, memory, left: all } = await witness.saw();
    const late = (await lateness()).slice(quiet.length);
    const desk = openDesk(product.dataDir);
    onTestFinished(() => desk.store.close());
    const toRead = arrivalsWaiting(desk.store.db);
    await until(
      'everything to be read',
      () => arrivalsWaiting(desk.store.db) === 0,
      patient(240_000 + toRead * 20_000),
    );

    const kept = desk.store.db
      .all<{ bytes: Buffer }>(
        "SELECT substr(bytes, 1, 40) AS bytes FROM sources WHERE substr(bytes, 1, 10) = CAST('X-Number: ' AS BLOB)",
      )
      .map(({ bytes }) => /^X-Number: (\d+)/.exec(bytes.toString('latin1'))![1]!);
    const strange = desk.store.db.all<{ strange: string; count: number }>(
      'SELECT strange, count(*) AS count FROM messages WHERE strange IS NOT NULL GROUP BY strange',
    );
    const left = all.map(({ subject }) => subject);
    console.log(
      [
        `${total} kinds; ${fed} messages fed, ${answered.length} kept, ${refused.length} refused; ${shown} shown in the browser`,
        `strange: ${strange.map((each) => `${each.strange} ${each.count}`).join(', ') || 'none'}; files by answer: ${JSON.stringify(files)}`,
        `late, ms: quiet p99 ${percentile(quiet, 0.99)}, under fire p50 ${percentile(late, 0.5)} p99 ${percentile(late, 0.99)}`,
        `answers, ms: p50 ${Math.round(percentile(answers, 0.5))} p99 ${Math.round(percentile(answers, 0.99))} most ${Math.round(Math.max(...answers))}`,
        `slow ones: ${slow.join('; ') || 'none'}`,
        `most memory, MB: ${Object.entries(memory)
          .map(([name, bytes]) => `${name} ${Math.round(bytes / MB)}`)
          .join(', ')}`,
        `left to read at the end: ${toRead}`,
      ].join('\n'),
    );
    // None lost, none doubled; what was not answered may have been kept all the same.
    expect(kept.length).toBe(new Set(kept).size);
    expect(answered.filter((number) => !kept.includes(number))).toEqual([]);
    expect(left.length).toBe(new Set(left).size);
    expect(left.length).toBe(scheduled);
    expect(scripts).toBe(0);
    expect(far.asked).toEqual([]);
    expect([...faults, ...failed]).toEqual([]);
    if (STRICT) {
      expect(percentile(late, 0.99)).toBeLessThan(1000);
      expect(Math.max(...answers)).toBeLessThan(1000);
      for (const name of ['engine', 'web']) expect(memory[name]! / MB, name).toBeLessThan(300);
    }
  },
  patient((SECONDS + 240) * 1000),
);
