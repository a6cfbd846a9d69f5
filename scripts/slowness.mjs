// How many times slower this machine is, just now, than the one the tests' patience was set on. Tests wait for events;
// how long they do before they call it in vain follows from this.
import { Buffer } from 'node:buffer';
import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { performance } from 'node:perf_hooks';
import { Worker, isMainThread, parentPort } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';

// What one core that nobody else uses takes for the piece of work, ms.
const USUAL_MS = 130;
const ROUNDS = 400;
const PIECE = Buffer.alloc(256 * 1024, 'oak');

function work() {
  const began = performance.now();
  for (let round = 0; round < ROUNDS; round++) createHash('sha1').update(PIECE).digest();
  return performance.now() - began;
}

if (!isMainThread) parentPort.postMessage(work());

/** At least 1, at most 8. Every core works at once, as it does while tests run beside each other. */
export async function slowness() {
  const each = await Promise.all(
    Array.from(
      { length: availableParallelism() },
      () =>
        new Promise((resolve, reject) => {
          new Worker(fileURLToPath(import.meta.url)).once('message', resolve).once('error', reject);
        }),
    ),
  );
  return Math.min(8, Math.max(1, Math.max(...each) / USUAL_MS));
}
