/** The engine and the reader as processes of their own, so that they can be ended as a crash ends them. */
import { build, type BuildOptions } from 'esbuild';
import { spawn, type ChildProcess } from 'node:child_process';
import { bundleOptions } from '../../scripts/bundle.mjs';
import { cleanEnv } from './product';

type Daemon = 'engine' | 'reader';

// Test files run beside each other, each with bundles of its own.
const nameOf = (daemon: Daemon) => `${daemon}-${process.pid}`;

export async function bundleDaemon(daemon: Daemon): Promise<void> {
  const entryPoints = { [nameOf(daemon)]: `src/${daemon}/main.ts` };
  await build({ ...bundleOptions, outdir: 'dist/test', entryPoints } as BuildOptions);
}

export interface DaemonProcess {
  process: ChildProcess;
  /** Resolves once it is at work. */
  ready: Promise<void>;
  /** Resolves when it has ended. */
  ended: Promise<void>;
}

/** Starts a bundled one; ends when the test process does. */
export function startDaemon(daemon: Daemon, env: Record<string, string>): DaemonProcess {
  const child = spawn(process.execPath, [`dist/test/${nameOf(daemon)}.mjs`], {
    env: { ...cleanEnv(), OAK_ZONE: 'Europe/Lisbon', OAK_LMTP_PORT: '0', OAK_LOG: 'fatal', ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return {
    process: child,
    ready: new Promise((resolve) => child.once('message', () => resolve())),
    ended: new Promise((resolve) => child.once('exit', () => resolve())),
  };
}
