/** Reading apart: what it may take, and that nothing that is read gets hold of whoever asked. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it, onTestFinished } from 'vitest';
import { until } from '#test/support/until';
import { ReadingPool, Stopped, TooStrange, Unreadable } from './pool';

function pool(size = 1): ReadingPool {
  const made = new ReadingPool(size);
  onTestFinished(() => made.close());
  return made;
}

const LETTER = Buffer.from('From: h@x.example\r\nSubject: Crates\r\n\r\nhi');
/** Takes any reader long: each line end of the text costs. */
const LONG = Buffer.from(`From: h@x.example\r\n\r\n${'\r\n'.repeat(4_000_000)}`);

/** The processes that this one has begun. */
function children(): number {
  const stat = (pid: string) => {
    try {
      return readFileSync(`/proc/${pid}/stat`, 'latin1');
    } catch {
      return '';
    }
  };
  const parent = (text: string) => text.slice(text.lastIndexOf(')')).split(' ')[2];
  return readdirSync('/proc').filter((name) => /^\d+$/.test(name) && parent(stat(name)) === `${process.pid}`)
    .length;
}

it('answers with data and bytes', async () => {
  const { mail, digest } = await pool().read('message', [LETTER]);
  expect(mail).toMatchObject({ subject: 'Crates', text: 'hi', strange: null });
  expect(digest).toHaveLength(43);
  const [bytes] = await pool().read('parts', [
    Buffer.from('Content-Type: application/x-y\r\nContent-Disposition: attachment\r\n\r\nabc'),
    [0],
  ]);
  expect(Buffer.isBuffer(bytes)).toBe(true);
  expect(bytes!.toString().trim()).toBe('abc');
});

it('what is not what it should be is said so, and the next is read', async () => {
  const one = pool();
  await expect(one.read('holidays', ['nothing', 2026, 2027])).rejects.toThrow(Unreadable);
  expect((await one.read('message', [LETTER])).mail.subject).toBe('Crates');
});

describe('what takes too much', () => {
  it('is ended, and what waits behind it is read', async () => {
    const one = pool();
    const long = one.read('message', [LONG], { ms: 300 });
    const next = one.read('message', [LETTER], { ms: 30_000 });
    await expect(long).rejects.toMatchObject({ why: 'time' });
    expect((await next).mail.subject).toBe('Crates');
  });

  it('of memory, too', async () => {
    const small = new ReadingPool(1, 120 * 1024 * 1024);
    onTestFinished(() => small.close());
    expect((await small.read('message', [LETTER])).mail.subject).toBe('Crates');
    const read = small.read('message', [LONG], { ms: 120_000 });
    await expect(read).rejects.toThrow(TooStrange);
    await expect(read).rejects.toMatchObject({ why: 'memory' });
  });

  it('holds the process that asks up by nothing', async () => {
    const one = pool();
    await one.read('message', [LETTER]);
    const read = one.read('message', [LONG], { ms: 600 }).catch(() => 'ended');
    let turns = 0;
    const timer = setInterval(() => turns++, 1);
    expect(await read).toBe('ended');
    clearInterval(timer);
    expect(turns).toBeGreaterThan(20);
  });
});

it('is stopped by whoever asked: while it is read, and before it has begun', async () => {
  const one = pool();
  const [first, second] = [new AbortController(), new AbortController()];
  const reading = one.read('message', [LONG], { ms: 60_000, signal: first.signal });
  const waiting = one.read('message', [LETTER], { signal: second.signal });
  second.abort();
  await expect(waiting).rejects.toThrow(Stopped);
  first.abort();
  await expect(reading).rejects.toThrow(Stopped);
  expect((await one.read('message', [LETTER])).mail.subject).toBe('Crates');
  const late = new AbortController();
  late.abort();
  await expect(one.read('message', [LETTER], { signal: late.signal })).rejects.toThrow(Stopped);
});

it('a pool that is closed leaves no process behind', async () => {
  const before = children();
  const two = new ReadingPool(2);
  const reads = [LONG, LONG, LETTER].map((bytes) => two.read('message', [bytes], { ms: 60_000 }));
  const ended = Promise.allSettled(reads);
  await until('both to be at work', () => children() >= before + 2);
  two.close();
  for (const { status } of await ended) expect(status).toBe('rejected');
  await until('them to be gone', () => children() <= before);
  await expect(two.read('message', [LETTER])).rejects.toThrow(Stopped);
});
