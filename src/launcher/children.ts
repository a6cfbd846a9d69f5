/** The processes of the product: started, restarted when they crash, stopped together. */
import { spawn, type ChildProcess } from 'node:child_process';

export interface ChildSpec {
  name: string;
  /** The bundle to run. */
  script: string;
  /** Megabytes of JavaScript objects it may keep; it tidies up before it asks the system for more. */
  heap?: number;
  env: Record<string, string>;
}

const FIRST_BACKOFF_MS = 200;
const LONGEST_BACKOFF_MS = 10_000;
/** A child that ran this long was well; its next crash starts the backoff anew. */
const WELL_AFTER_MS = 30_000;
/** One that does not end by itself is ended. */
const STOP_PATIENCE_MS = 10_000;

export class Children {
  private readonly running = new Map<string, ChildProcess>();
  private readonly restarts = new Map<string, NodeJS.Timeout>();
  private stopping = false;

  constructor(private readonly say: (words: string) => void) {}

  /** Starts one and resolves once it is ready; rejects where it ends before. */
  start(spec: ChildSpec): Promise<void> {
    return new Promise((resolve, reject) => this.run(spec, FIRST_BACKOFF_MS, resolve, reject));
  }

  /** Asks all to end, together, and resolves when they have. */
  async stop(): Promise<void> {
    this.stopping = true;
    for (const timer of this.restarts.values()) clearTimeout(timer);
    await Promise.all(
      [...this.running.values()].map(
        (child) =>
          new Promise<void>((resolve) => {
            const kill = setTimeout(() => child.kill('SIGKILL'), STOP_PATIENCE_MS);
            child.once('exit', () => {
              clearTimeout(kill);
              resolve();
            });
            child.kill('SIGTERM');
          }),
      ),
    );
  }

  private run(spec: ChildSpec, backoff: number, ready?: () => void, failed?: (error: Error) => void): void {
    const started = Date.now();
    // Little room for what is short-lived, and few arenas (below): both are given back to the system late, if at all.
    const heap = spec.heap ? [`--max-old-space-size=${spec.heap}`, '--max-semi-space-size=8'] : [];
    const child = spawn(process.execPath, [...heap, spec.script], {
      // Detached: Ctrl C reaches the launcher alone, which ends the rest in order.
      detached: true,
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      env: {
        MALLOC_ARENA_MAX: '2',
        ...process.env,
        NODE_ENV: 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        ...spec.env,
      },
    });
    this.running.set(spec.name, child);
    let isReady = false;
    child.on('message', () => {
      isReady = true;
      ready?.();
    });
    child.once('exit', (code, signal) => {
      this.running.delete(spec.name);
      if (this.stopping) return;
      if (!isReady && failed)
        return failed(new Error(`${spec.name} could not start; its message stands above.`));
      const wait = Date.now() - started > WELL_AFTER_MS ? FIRST_BACKOFF_MS : backoff;
      this.say(`${spec.name} ended (${signal ?? code}); starting it again.`);
      const next = Math.min(LONGEST_BACKOFF_MS, wait * 2);
      this.restarts.set(
        spec.name,
        setTimeout(() => this.run(spec, next), wait),
      );
    });
  }
}
