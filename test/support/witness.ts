/** Starts a witness; see witnessMain.ts. */
import { build, type BuildOptions } from 'esbuild';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { onTestFinished } from 'vitest';
import { bundleOptions } from '../../scripts/bundle.mjs';

export interface Saw {
  /** What has come to its mail server, and when it began to, epoch ms. */
  left: { subject: string; at: number }[];
  /** How long each answer took, ms. */
  answers: number[];
  /** Those that took long, in words. */
  slow: string[];
  /** Answers that were none, in words. */
  faults: string[];
  /** The most each process took, bytes, by its name. */
  memory: Record<string, number>;
}

export interface Witness {
  smtpUrl: string;
  /** Looks at a product from now on. @param urls asked for again and again */
  watch(launcher: number, urls: string[]): void;
  /** All it has seen so far. */
  saw(): Promise<Saw>;
}

export async function startWitness(): Promise<Witness> {
  const name = `witness-${process.pid}`;
  const entryPoints = { [name]: 'test/support/witnessMain.ts' };
  await build({ ...bundleOptions, outdir: 'dist/test', entryPoints } as BuildOptions);
  const child = spawn(process.execPath, [`dist/test/${name}.mjs`], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  onTestFinished(() => void child.kill('SIGKILL'));
  const [{ port }] = (await once(child, 'message')) as [{ port: number }];
  return {
    smtpUrl: `smtp://127.0.0.1:${port}`,
    watch: (launcher, urls) => void child.send({ watch: { launcher, urls } }),
    async saw() {
      child.send({});
      const [{ saw }] = (await once(child, 'message')) as [{ saw: Saw }];
      return saw;
    },
  };
}
