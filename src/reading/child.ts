/**
 * A process that reads: one reading at a time, told and answered by messages. It ends with the process that began it,
 * however that ends, and when it takes more memory than a reading may; both are looked after by a thread beside, since
 * what it reads may keep it from looking up.
 */
import { setPriority } from 'node:os';
import { Worker } from 'node:worker_threads';
import { readings } from './readings';
import type { Task, TaskAnswer } from './pool';

/** Whoever waits for anything else goes first. */
const PRIORITY = 5;
const LOOK_MS = 50;

const GUARD = `
  const { workerData } = require('node:worker_threads');
  setInterval(() => {
    const gone = process.ppid !== workerData.parent;
    if (gone || process.memoryUsage.rss() > workerData.memory) process.kill(process.pid, 'SIGKILL');
  }, workerData.every);
`;

new Worker(GUARD, {
  eval: true,
  workerData: { parent: process.ppid, memory: Number(process.argv[2]), every: LOOK_MS },
  resourceLimits: { maxOldGenerationSizeMb: 8, maxYoungGenerationSizeMb: 2 },
}).unref();

try {
  setPriority(PRIORITY);
} catch {
  // A system that does not allow it reads all the same.
}

async function answerTo({ kind, input }: Task): Promise<TaskAnswer> {
  try {
    const read = readings[kind] as (...input: unknown[]) => unknown;
    return { value: await read(...input) };
  } catch (error) {
    return { unreadable: error instanceof Error ? error.message : 'It is malformed.' };
  }
}

process.on('message', (task: Task) => {
  void answerTo(task).then((answer) => process.send!(answer));
});
process.on('disconnect', () => process.exit(0));
process.send!({ ready: true });
