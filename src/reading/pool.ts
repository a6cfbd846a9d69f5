/**
 * Reading in processes of their own: a few of them, each with one reading at a time, ended where it takes too long, too
 * much memory, or is not wanted any more. Nothing read there can hold up or end the process that asks.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { EFFORT } from '#core/limits';
import type { ReadingAnswer, ReadingInput, ReadingKind } from './readings';

/** Told to a process. */
export interface Task {
  kind: ReadingKind;
  input: unknown[];
}

/** Answered by it. */
export type TaskAnswer = { value: unknown } | { unreadable: string };

/**
 * What a reading came to where it came to nothing. Told apart by name: the pages are bundled apart from each other, so a
 * class of one is not that of another.
 */
const named =
  <Failure extends Error>(name: string) =>
  (error: unknown): error is Failure =>
    error instanceof Error && error.name === name;

/** It took more than a reading may. */
export class TooStrange extends Error {
  override readonly name = 'TooStrange';

  constructor(readonly why: 'time' | 'memory') {
    super(why === 'time' ? 'Reading it took too long.' : 'Reading it took too much memory.');
  }
}
export const isTooStrange = named<TooStrange>('TooStrange');

/** It is not what it should be; `message` says why. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable';
}
export const isUnreadable = named<Unreadable>('Unreadable');

/** Nobody wants it any more. */
export class Stopped extends Error {
  override readonly name = 'Stopped';

  constructor() {
    super('It was stopped.');
  }
}
export const isStopped = named<Stopped>('Stopped');

export interface ReadingOptions {
  /** How long it may be at work, ms; {@link EFFORT.shortMs} where it is not said. */
  ms?: number;
  /** Ends it. */
  signal?: AbortSignal;
}

interface Waiting {
  task: Task;
  options: ReadingOptions;
  resolve: (value: unknown) => void;
  reject: (error: Error) => void;
}

/** One that has had nothing to do for so long is let go, to free its memory; the last one stays. */
const IDLE_MS = 30_000;
/** The system counts work in hundredths of a second. */
const TICK_MS = 10;
/** What is left of a limit beyond this is waited for. */
const LEAST_MS = 20;
/** However little it is at work, it ends after so many times its limit. */
const LONGEST = 20;
/** So much of the memory may be JavaScript's objects; what is beyond ends the process by itself. */
const HEAP = 0.6;

/** Beside the other processes; every one of them runs where the product lies. */
const SCRIPT = ['dist', 'reading.mjs'].join('/');

/** One process, with what it reads. */
class Reader {
  private readonly child: ChildProcess;
  private current: Waiting | undefined;
  private timer: NodeJS.Timeout | undefined;
  private readonly unlisten = () => this.current?.options.signal?.removeEventListener('abort', this.abort);
  private ready = false;

  /**
   * @param free called whenever it has nothing to do
   * @param spare whether there is another
   * @param memory bytes it may take
   * @param gone called once, when it has ended
   */
  constructor(
    private readonly free: (reader: Reader) => void,
    private readonly spare: () => boolean,
    memory: number,
    gone: (reader: Reader) => void,
  ) {
    const heap = Math.round((memory * HEAP) / 1024 / 1024);
    this.child = spawn(process.execPath, [`--max-old-space-size=${heap}`, SCRIPT, String(memory)], {
      serialization: 'advanced',
      // What crashes there is told by its end; its last words would only be of what came in.
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    this.child.on('message', (answer: TaskAnswer | { ready: true }) => {
      if ('ready' in answer) this.ready = true;
      else this.settle((waiting) => this.answer(waiting, answer));
    });
    this.child.once('exit', (code) => {
      gone(this);
      const why = this.ready ? new TooStrange('memory') : new Error(`Reading could not begin (${code}).`);
      this.settle(({ reject }) => reject(why));
    });
    // Where it cannot be started at all.
    this.child.once('error', (error) => this.settle(({ reject }) => reject(error)));
    this.rest();
  }

  read(waiting: Waiting): void {
    clearTimeout(this.timer);
    this.current = waiting;
    this.child.ref();
    this.child.channel?.ref();
    waiting.options.signal?.addEventListener('abort', this.abort);
    this.child.send(waiting.task, (error) => {
      if (error) this.end(new TooStrange('memory'));
    });
    const { ms = EFFORT.shortMs } = waiting.options;
    this.watch(ms, this.workDone(), performance.now() + ms * LONGEST);
  }

  /** @param why told to whoever waits */
  end(why: Error): void {
    this.settle(({ reject }) => reject(why));
    this.child.kill('SIGKILL');
  }

  private readonly abort = () => this.end(new Stopped());

  /** Its work counts, not the time that passes: on a busy machine others are at work meanwhile. */
  private watch(ms: number, before: number, end: number): void {
    this.timer = setTimeout(() => {
      const left = ms - (this.workDone() - before);
      if (left <= LEAST_MS || performance.now() >= end) this.end(new TooStrange('time'));
      else this.watch(left, this.workDone(), end);
    }, ms);
  }

  /** Milliseconds it has been at work since it was begun; where nobody counts that, those that have passed. */
  private workDone(): number {
    try {
      const stat = readFileSync(`/proc/${this.child.pid}/stat`, 'latin1');
      const [user, system] = stat.slice(stat.lastIndexOf(')')).split(' ').slice(12, 14);
      return (Number(user) + Number(system)) * TICK_MS;
    } catch {
      return performance.now();
    }
  }

  private answer({ resolve, reject }: Waiting, answer: TaskAnswer): void {
    this.rest();
    if ('value' in answer) resolve(answer.value);
    else reject(new Unreadable(answer.unreadable));
    this.free(this);
  }

  private settle(tell: (waiting: Waiting) => void): void {
    clearTimeout(this.timer);
    const waiting = this.current;
    this.unlisten();
    this.current = undefined;
    if (waiting) tell(waiting);
  }

  /** It keeps no process alive, and ends after a while. */
  private rest(): void {
    this.child.unref();
    this.child.channel?.unref();
    this.timer = setInterval(() => this.spare() && this.child.kill('SIGKILL'), IDLE_MS).unref();
  }
}

export class ReadingPool {
  private readonly readers = new Set<Reader>();
  private readonly idle: Reader[] = [];
  private readonly waiting: Waiting[] = [];
  private closed = false;

  /** @param size processes at most; @param memory bytes each may take */
  constructor(
    readonly size: number,
    private readonly memory: number = EFFORT.memoryBytes,
  ) {}

  /**
   * @throws (rejects) TooStrange where it takes too much; Unreadable where it is not what it should be; Stopped
   */
  read<K extends ReadingKind>(
    kind: K,
    input: ReadingInput<K>,
    options: ReadingOptions = {},
  ): Promise<ReadingAnswer<K>> {
    return new Promise<ReadingAnswer<K>>((resolve, reject) => {
      if (this.closed || options.signal?.aborted) return reject(new Stopped());
      const task = { kind, input };
      const waiting = { task, options, resolve: resolve as (value: unknown) => void, reject };
      this.waiting.push(waiting);
      options.signal?.addEventListener('abort', () => this.forget(waiting), { once: true });
      this.next();
    });
  }

  /** Ends everything that is being read. */
  close(): void {
    this.closed = true;
    for (const { reject } of this.waiting.splice(0)) reject(new Stopped());
    for (const reader of this.readers) reader.end(new Stopped());
  }

  private forget(waiting: Waiting): void {
    const at = this.waiting.indexOf(waiting);
    if (at < 0) return;
    this.waiting.splice(at, 1);
    waiting.reject(new Stopped());
  }

  private next(): void {
    while (this.waiting.length > 0) {
      const reader = this.idle.pop() ?? this.more();
      if (!reader) return;
      reader.read(this.waiting.shift()!);
    }
  }

  private more(): Reader | undefined {
    if (this.readers.size >= this.size) return undefined;
    const reader = new Reader(
      (free) => {
        this.idle.push(free);
        this.next();
      },
      () => this.idle.length > 1,
      this.memory,
      (gone) => {
        this.readers.delete(gone);
        const at = this.idle.indexOf(gone);
        if (at >= 0) this.idle.splice(at, 1);
        if (!this.closed) this.next();
      },
    );
    this.readers.add(reader);
    return reader;
  }
}

/** How long a reading of so many bytes may take where nobody waits for it, ms. */
export const longMs = (bytes: number): number =>
  Math.round(EFFORT.longMs + (bytes / 1_000_000) * EFFORT.longMsPerMB);

const SIZE = 2;
const shared = globalThis as { oakReading?: ReadingPool };

/** The pool of this process. */
export const reading = (): ReadingPool => (shared.oakReading ??= new ReadingPool(SIZE));
