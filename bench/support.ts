/** What the benchmarks share: rows of the table, statistics, a sink in a process of its own, an engine on new data. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { Engine } from '#engine/engine';
import { openDesk, type Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { openMailServer } from '#usecases/release/mailServer';

/** What was measured, how much, against what, and the ratio of the two. */
export type Row = [what: string, measured: string, against: string, ratio: string];

export const quantile = (values: readonly number[], q: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]!;
export const median = (values: readonly number[]) => quantile(values, 0.5);

export function milliseconds(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

export interface SinkProcess {
  url: string;
  /** Resolves with when each DATA came, epoch ms, once there are so many; then begins anew. */
  take(count: number): Promise<number[]>;
  close(): void;
}

/** @param keeping true for a server that has each message on its disk before it answers, as servers must */
export async function startSink(keeping: boolean): Promise<SinkProcess> {
  const child = spawn(process.execPath, ['dist/bench-sink.mjs', keeping ? 'keeping' : 'forgetting'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const port = await new Promise<number>((resolve) =>
    child.once('message', (message: { port: number }) => resolve(message.port)),
  );
  return {
    url: `smtp://127.0.0.1:${port}`,
    take: (count) =>
      new Promise((resolve) => {
        child.once('message', (message: { arrivals: number[] }) => resolve(message.arrivals));
        child.send({ count });
      }),
    close: () => child.kill(),
  };
}

export function tempData(): { dir: string; remove: () => void } {
  const dir = mkdtempSync(join(tmpdir(), 'oak-bench-'));
  return { dir, remove: () => rmSync(dir, { recursive: true, force: true }) };
}

export const TEXT = 'A line of text.\n'.repeat(20);

/** Schedules so many at one moment, in one commit, since that is not what is measured. */
export function scheduleMany(desk: Desk, count: number, at: number): void {
  const local = new Date(at).toISOString().slice(0, 19);
  desk.store.write(() => {
    for (let index = 0; index < count; index++) {
      const { id } = createDraft(desk, { to: ['b@x.example'], subject: `${index}`, text: TEXT });
      scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' });
    }
  });
}

/** An engine at work on new data, under the system clock. */
export async function withEngine<T>(url: string, work: (desk: Desk) => Promise<T>): Promise<T> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  const engine = new Engine({
    desk,
    log: pino({ level: 'silent' }),
    mailServer: openMailServer(url),
  });
  engine.start();
  try {
    return await work(desk);
  } finally {
    await engine.stop();
    desk.store.close();
    remove();
  }
}
