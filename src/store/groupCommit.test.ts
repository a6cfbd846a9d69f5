import { setImmediate as turn } from 'node:timers/promises';
import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { GroupCommit } from './groupCommit';
import { lastSeq, noteChange } from './journal';
import type { Store, Tx } from './store';

/** A store whose disk answers when it is told to. */
function withSlowDisk() {
  const { store } = tempDesk().desk;
  const disk: (() => void)[] = [];
  let commits = 0;
  const slow: Store = {
    ...store,
    writeAhead: (work) => {
      const value = store.writeAhead(work);
      commits++;
      return value;
    },
    settled: () => new Promise((resolve) => disk.push(resolve)),
  };
  const asked = async () => {
    while (disk.length === 0) await turn();
  };
  return {
    store,
    group: new GroupCommit(slow),
    asked,
    answer: () => disk.shift()!(),
    commits: () => commits,
  };
}

const note = (ref: string) => (tx: Tx) => {
  noteChange(tx, 'health', ref);
  return ref;
};

describe('commits of several pieces', () => {
  it('a piece is told of once the disk has it, and what comes meanwhile shares the next', async () => {
    const { store, group, asked, answer, commits } = withSlowDisk();
    const seq = lastSeq(store.db);
    const told: string[] = [];
    const run = (ref: string) => group.run(note(ref)).then((value) => told.push(value));
    const first = run('a');
    await asked();
    // It is written, and others see it; nobody may go on from it yet.
    expect([lastSeq(store.db) - seq, told]).toEqual([1, []]);
    const others = [run('b'), run('c')];
    await turn();
    expect([commits(), told]).toEqual([1, []]);
    answer();
    await first;
    await asked();
    expect([commits(), told]).toEqual([2, ['a']]);
    answer();
    await Promise.all(others);
    expect(told).toEqual(['a', 'b', 'c']);
  });

  it('one that fails is undone by itself, and the others are done', async () => {
    const { desk } = tempDesk();
    const seq = lastSeq(desk.store.db);
    const failing = (tx: Tx) => {
      noteChange(tx, 'health', 'never');
      throw new Error('changed meanwhile');
    };
    const all = await Promise.allSettled([
      desk.group.run(note('a')),
      desk.group.run(failing),
      desk.group.run(note('b')),
    ]);
    expect(all.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(lastSeq(desk.store.db) - seq).toBe(2);
  });

  it('one that nobody waits for comes along with the next, or by itself', async () => {
    const { store, group, asked, answer, commits } = withSlowDisk();
    const seq = lastSeq(store.db);
    const both = [group.run(note('at ease'), true), group.run(note('soon'))];
    await asked();
    expect([commits(), lastSeq(store.db) - seq]).toEqual([1, 2]);
    answer();
    await Promise.all(both);
    const alone = group.run(note('alone'), true);
    await asked();
    answer();
    await alone;
    expect([commits(), lastSeq(store.db) - seq]).toEqual([2, 3]);
  });
});
