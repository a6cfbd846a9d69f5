/**
 * A witness, as a process of its own, so that what the test does does not count: a mail server that notes when each
 * message begins to come, somebody who asks for pages all the time, and a look at the memory that is taken.
 */
import { readdirSync, readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import type { Saw } from './witness';

const saw: Saw = { left: [], answers: [], slow: [], faults: [], memory: {} };

/** An answer to be named, ms. */
const SLOW = 500;
let began = 0;

const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  disableReverseLookup: true,
  onData(stream, _session, done) {
    const at = Date.now();
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      const subject = /^Subject: (.*)$/m.exec(Buffer.concat(chunks).toString())?.[1]?.trim() ?? '';
      saw.left.push({ subject, at });
      done();
    });
  },
});
server.on('error', () => {});

/** The processes a launcher has begun, by their bundles, with the memory each takes, bytes. */
function lookAtMemory(launcher: number): void {
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'latin1');
      if (stat.slice(stat.lastIndexOf(')')).split(' ')[2] !== String(launcher)) continue;
      const name = /dist\/(\w+)\.mjs/.exec(readFileSync(`/proc/${pid}/cmdline`, 'latin1'))?.[1];
      const rss = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'latin1'))?.[1];
      if (name && rss) saw.memory[name] = Math.max(saw.memory[name] ?? 0, Number(rss) * 1024);
    } catch {
      // It has ended meanwhile.
    }
  }
}

async function keepAsking(url: string): Promise<void> {
  for (;;) {
    const before = performance.now();
    try {
      const answer = await fetch(url);
      await answer.arrayBuffer();
      const took = performance.now() - before;
      saw.answers.push(took);
      if (took > SLOW)
        saw.slow.push(
          `${new URL(url).pathname} ${Math.round(took)} ms, after ${Math.round((before - began) / 1000)} s`,
        );
      if (answer.status !== 200) saw.faults.push(`${url}: ${answer.status}`);
    } catch (error) {
      saw.faults.push(`${url}: ${String(error)} ${String((error as Error).cause)}`);
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

process.on('message', (told: { watch?: { launcher: number; urls: string[] } }) => {
  if (told.watch) {
    const { launcher, urls } = told.watch;
    began = performance.now();
    setInterval(() => lookAtMemory(launcher), 100);
    for (const url of urls) void keepAsking(url);
  } else process.send!({ saw });
});
process.on('disconnect', () => process.exit(0));
server.listen(0, '127.0.0.1', () => process.send!({ port: (server.server.address() as AddressInfo).port }));
