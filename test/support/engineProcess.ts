/** The engine as a process of its own, so that it can be ended as a crash ends it. */
import { build, type BuildOptions } from 'esbuild';
import { spawn, type ChildProcess } from 'node:child_process';
import { bundleOptions } from '../../scripts/bundle.mjs';
import { cleanEnv } from './product';

// Test files run beside each other, each with a bundle of its own.
const NAME = `engine-${process.pid}`;
const SCRIPT = `dist/test/${NAME}.mjs`;

export async function bundleEngine(): Promise<void> {
  const options = { ...bundleOptions, outdir: 'dist/test', entryPoints: { [NAME]: 'src/engine/main.ts' } };
  await build(options as BuildOptions);
}

export interface EngineProcess {
  process: ChildProcess;
  /** Resolves once it is at work. */
  ready: Promise<void>;
  /** Resolves when it has ended. */
  ended: Promise<void>;
}

/** Starts a bundled engine; ends when the test process does. */
export function startEngineProcess(env: Record<string, string>): EngineProcess {
  const child = spawn(process.execPath, [SCRIPT], {
    env: { ...cleanEnv(), OAK_ZONE: 'Europe/Lisbon', OAK_LMTP_PORT: '0', OAK_LOG: 'fatal', ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return {
    process: child,
    ready: new Promise((resolve) => child.once('message', () => resolve())),
    ended: new Promise((resolve) => child.once('exit', () => resolve())),
  };
}
