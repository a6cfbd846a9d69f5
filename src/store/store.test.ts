import { sql } from 'drizzle-orm';
import { spawnSync } from 'node:child_process';
import { renameSync } from 'node:fs';
import { describe, expect, it, onTestFinished } from 'vitest';
import { tempDesk, tempDir } from '#test/support/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { changeSettings } from '#usecases/changeSettings';
import { followChanges, forgetOldChanges, missedChanges } from '#usecases/followChanges';
import { openDesk, type Desk } from '#usecases/desk';
import { takeBack } from '#usecases/departures/takeBack';
import { deleteMessage, restoreMessage } from '#usecases/messages/deleteMessage';
import { headerIdOf, messageUnder } from './left';
import { draftMessages, findMessage } from './messages';
import { until } from '#test/support/until';
import { findDeparture, insertDeparture, swapDeparture, type Departure } from './departures';
import { changesAfter, lastSeq, noteChange, record } from './journal';
import { markStoreKind, readSettings, storeKind, writeSettings } from './settings';
import { takeLock } from './lock';
import { databasePath } from './store';

function withDeparture() {
  const { desk, dir } = tempDesk();
  const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'x' });
  const [departure] = scheduleMessage(desk, id, { kind: 'now' });
  return { desk, dir, departure: departure! };
}

describe('a transaction', () => {
  it('ahead of the disk is one that waits for it the next time, whatever came of it', () => {
    const { desk } = tempDesk();
    const { store } = desk;
    const waits = () => store.db.get<{ synchronous: number }>(sql`PRAGMA synchronous`).synchronous;
    const full = waits();
    const seen = store.writeAhead((tx) => {
      noteChange(tx, 'health', 'x');
      return tx.get<{ synchronous: number }>(sql`PRAGMA synchronous`).synchronous;
    });
    expect([seen, full, waits()]).toEqual([1, 2, 2]);
    const seq = lastSeq(store.db);
    expect(() =>
      store.writeAhead((tx) => {
        noteChange(tx, 'health', 'y');
        throw new Error('the power goes');
      }),
    ).toThrow('the power goes');
    expect([waits(), lastSeq(store.db)]).toEqual([2, seq]);
  });

  it('that reads sees one moment, whoever writes meanwhile; in one that writes it is part of that', () => {
    const { desk, dir } = tempDesk();
    const other = openDesk(dir);
    onTestFinished(() => other.store.close());
    const { store } = desk;
    const seen = store.read(() => {
      const before = lastSeq(store.db);
      other.store.write((tx) => noteChange(tx, 'health', 'x'));
      return [before, lastSeq(store.db)];
    });
    expect(seen[1]).toBe(seen[0]);
    expect(lastSeq(store.db)).toBe(seen[0]! + 1);
    const inside = store.write((tx) => {
      noteChange(tx, 'health', 'y');
      return store.read(() => lastSeq(tx));
    });
    expect(inside).toBe(seen[0]! + 2);
    const fails = () =>
      store.read(() => {
        throw new Error('no such thing');
      });
    expect(fails).toThrow('no such thing');
    store.write((tx) => noteChange(tx, 'health', 'z'));
    expect(lastSeq(other.store.db)).toBe(seen[0]! + 3);
  });

  it('is settled also where its log cannot be reached by itself', async () => {
    const { desk, dir } = tempDesk();
    desk.store.writeAhead((tx) => noteChange(tx, 'health', 'x'));
    await desk.store.settled();
    const other = openDesk(dir);
    onTestFinished(() => other.store.close());
    renameSync(`${databasePath(dir)}-wal`, `${databasePath(dir)}-elsewhere`);
    other.store.writeAhead((tx) => noteChange(tx, 'health', 'y'));
    await other.store.settled();
    renameSync(`${databasePath(dir)}-elsewhere`, `${databasePath(dir)}-wal`);
    expect(changesAfter(desk.store.db, 0).at(-1)).toMatchObject({ ref: 'y' });
  });

  it('writes all of it or nothing', () => {
    const { desk, departure } = withDeparture();
    const seq = lastSeq(desk.store.db);
    expect(() =>
      desk.store.write((tx) => {
        swapDeparture(tx, departure, { state: 'sent' });
        record(tx, { at: 1, messageId: departure.messageId, what: 'accepted' });
        noteChange(tx, 'departure', departure.id);
        throw new Error('the power goes');
      }),
    ).toThrow('the power goes');
    expect(findDeparture(desk.store.db, departure.id)).toEqual(departure);
    expect(lastSeq(desk.store.db)).toBe(seq);
  });

  it('swaps a row once: the second to have read it comes too late', () => {
    const { desk, departure } = withDeparture();
    const swap = (due: number) => desk.store.write((tx) => swapDeparture(tx, departure, { due }));
    const swapped = swap(1);
    expect(swapped).toMatchObject({ due: 1, revision: departure.revision + 1 });
    expect(swap(2)).toBeUndefined();
    // It is not read again: what is told is what is kept, whatever was set, and to nothing, too.
    expect(swapped).toEqual(findDeparture(desk.store.db, departure.id));
    const patch = {
      reason: null,
      headerId: undefined,
      plan: { kind: 'now' as const },
      leftAt: 5,
      ifOff: null,
    };
    const left = desk.store.write((tx) => swapDeparture(tx, swapped!, patch));
    expect(left).toEqual(findDeparture(desk.store.db, departure.id));
    desk.store.write((tx) => swapDeparture(tx, left!, { due: 1 }));
    expect(findDeparture(desk.store.db, departure.id)!.due).toBe(1);
  });

  it('of one process waits for that of another instead of failing', async () => {
    const { desk, dir } = withDeparture();
    const other = openDesk(dir);
    onTestFinished(() => other.store.close());
    await Promise.all(
      Array.from({ length: 40 }, async (_, index) => {
        await Promise.resolve();
        (index % 2 ? desk : other).store.write((tx) => noteChange(tx, 'settings', String(index)));
      }),
    );
    const mine = changesAfter(desk.store.db, 0).filter((change) => change.topic === 'settings');
    expect(new Set(mine.map((change) => change.ref)).size).toBe(40);
  });
});

describe('at size', () => {
  const plan = (desk: ReturnType<typeof tempDesk>['desk'], query: string) =>
    desk.store.db
      .all<{ detail: string }>(sql.raw(`explain query plan ${query}`))
      .map((row) => row.detail)
      .join(' ');

  it('the next due moment, a page of departures, and what somebody has written come from an index', () => {
    const { desk } = withDeparture();
    const earliest = "select min(due) from departures where state = 'held'";
    expect(plan(desk, earliest)).toContain('COVERING INDEX departures_state (state=?)');
    const due = "select * from departures where state in ('held', 'scheduled') and due <= 5";
    expect(plan(desk, due)).toContain('(state=? AND due<?)');
    expect(
      plan(desk, "select * from departures where state = 'sent' order by due desc, id desc limit 100"),
    ).toMatch(/departures_state(?!.*TEMP B-TREE)/);
    expect(plan(desk, "select * from messages where place = 'inbox'")).toContain('messages_place');
    const by = "select at from messages m where lower(m.from_address) = 'a@x.example'";
    expect(plan(desk, `${by} and m.direction = 'in' order by at desc`)).toMatch(
      /messages_from(?!.*TEMP B-TREE)/,
    );
  });
});

it('an occurrence of a series leaves once, however often it is planned; what is of none is not counted', () => {
  const { desk, departure } = withDeparture();
  const plan = (id: string, seriesId: string | null, occurrence: string | null) =>
    desk.store.write((tx) => insertDeparture(tx, { ...departure, id, seriesId, occurrence }));
  plan('a', 's', '2026-12-01');
  plan('b', 's', '2026-12-08');
  plan('c', 't', '2026-12-01');
  plan('d', null, null);
  plan('e', null, null);
  expect(() => plan('f', 's', '2026-12-01')).toThrow(/UNIQUE/);
});

it('a message has left when the first of its copies has, whatever the others come to, and stays so', () => {
  const { desk, departure } = withDeparture();
  const { messageId } = departure;
  const left = () => findMessage(desk.store.db, messageId)!.leftAt;
  const copy = desk.store.write((tx) => insertDeparture(tx, { ...departure, id: 'copy' }));
  const change = (id: string, patch: Partial<Departure>) =>
    desk.store.write((tx) => swapDeparture(tx, findDeparture(tx, id)!, patch));
  change(departure.id, { state: 'releasing', headerId: '<1@x.example>' });
  expect([left(), headerIdOf(desk.store.db, findMessage(desk.store.db, messageId)!)]).toEqual([
    null,
    '<1@x.example>',
  ]);
  change(copy.id, { state: 'sent', leftAt: 7000, headerId: '<2@x.example>' });
  change(departure.id, { state: 'sent', leftAt: 9000 });
  const message = findMessage(desk.store.db, messageId)!;
  expect([message.leftAt, message.at, headerIdOf(desk.store.db, message)]).toEqual([
    7000,
    7000,
    '<2@x.example>',
  ]);
  for (const id of ['<1@x.example>', '<2@x.example>'])
    expect(messageUnder(desk.store.db, id)?.id).toBe(messageId);
  expect(messageUnder(desk.store.db, '<3@x.example>')).toBeUndefined();
});

describe('changes', () => {
  it('of other processes and of this one are told, in order, once', async () => {
    const { desk, dir } = withDeparture();
    const other = openDesk(dir);
    const told: string[] = [];
    const follower = followChanges(desk, (changes) => told.push(...changes.map((change) => change.ref)));
    onTestFinished(() => {
      follower.stop();
      other.store.close();
    });
    for (const [at, ref] of [
      [other, 'a'],
      [desk, 'b'],
      [other, 'c'],
    ] as const) {
      at.store.write((tx) => noteChange(tx, 'settings', ref));
    }
    await until('all of them', () => told.length >= 3);
    expect(told).toEqual(['a', 'b', 'c']);
    expect(missedChanges(desk, follower.seq - 2)!.map((change) => change.ref)).toEqual(['b', 'c']);
  });

  it('too far back are forgotten, and who was away is told to start afresh', () => {
    const { desk } = withDeparture();
    const before = lastSeq(desk.store.db);
    desk.store.write((tx) => {
      for (let count = 0; count < 10_500; count++) noteChange(tx, 'settings', 'x');
    });
    forgetOldChanges(desk);
    expect(missedChanges(desk, before)).toBeUndefined();
    expect(missedChanges(desk, lastSeq(desk.store.db))).toEqual([]);
    expect(changesAfter(desk.store.db, 0)[0]!.seq).toBe(before + 501);
  });
});

it('nothing is a setting too, and is not the default', () => {
  const { desk } = tempDesk();
  expect(desk.settings().keepDeletedDays).toBe(30);
  changeSettings(desk, { keepDeletedDays: null, week: null });
  expect(desk.settings()).toMatchObject({ keepDeletedDays: null, week: null });
  changeSettings(desk, { keepDeletedDays: 7 });
  expect(desk.settings().keepDeletedDays).toBe(7);
});

it('settings have defaults until they are set, and the kind of a database is for good', () => {
  const { desk } = tempDesk();
  const { db } = desk.store;
  const defaults = desk.settings();
  expect(readSettings(db, defaults).theme).toBe('light');
  desk.store.write((tx) => writeSettings(tx, { theme: 'dark' }));
  expect(readSettings(db, defaults)).toEqual({ ...defaults, theme: 'dark' });
  desk.store.write((tx) => markStoreKind(tx, 'real'));
  expect(storeKind(db)).toBe('sandbox');
});

it('the engine’s lock keeps another process out, and is free when its holder is killed', () => {
  const dir = tempDir();
  const hold = `
    const Database = require('better-sqlite3');
    const lock = new Database(${JSON.stringify(`${dir}/engine.lock`)}, { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
    process.kill(process.pid, 'SIGKILL');`;
  const lock = takeLock(dir, 'engine')!;
  expect(spawnSync(process.execPath, ['-e', hold], { encoding: 'utf8' }).stderr).toContain(
    'database is locked',
  );
  expect(takeLock(dir, 'engine')).toBeUndefined();
  lock.release();
  expect(spawnSync(process.execPath, ['-e', hold]).signal).toBe('SIGKILL');
  const again = takeLock(dir, 'engine');
  expect(again).toBeDefined();
  again!.release();
});

describe('lists that stay fast', () => {
  const planOf = (desk: Desk, query: string) =>
    desk.store.db.all<{ detail: string }>(sql.raw(`EXPLAIN QUERY PLAN ${query}`)).map(({ detail }) => detail);

  it('drafts, and what nobody has tried, are found by an index', () => {
    const { desk } = tempDesk();
    const drafts = planOf(
      desk,
      'SELECT * FROM messages WHERE draft = 1 AND deleted_at IS NULL ORDER BY at DESC LIMIT 9',
    );
    expect(drafts).toEqual(['SCAN messages USING INDEX messages_drafts']);
    const untried = planOf(
      desk,
      "SELECT * FROM departures WHERE state = 'scheduled' AND account = 'a' AND due <= 5 AND first_attempt_at IS NULL ORDER BY due, rowid LIMIT 9",
    );
    expect(untried.join()).toContain('departures_untried');
    expect(untried.join()).not.toContain('TEMP B-TREE');
  });

  it('a draft is one until it is planned, and again when it is taken back', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { to: ['a@x.example', 'b@x.example'], subject: 'x' });
    const isDraft = () => draftMessages(desk.store.db, 10).some((message) => message.id === id);
    expect(isDraft()).toBe(true);
    const [one] = scheduleMessage(desk, id, { kind: 'now' });
    expect(isDraft()).toBe(false);
    takeBack(desk, one!.id);
    expect(isDraft()).toBe(true);
    // Copies for each of two: as long as one of them is under way it is none.
    const two = scheduleMessage(desk, id, { kind: 'now' }, undefined, { copies: 'individual' });
    expect(two).toHaveLength(2);
    takeBack(desk, two[0]!.id);
    expect(isDraft()).toBe(false);
    deleteMessage(desk, id);
    expect(isDraft()).toBe(false);
    restoreMessage(desk, id);
    expect(isDraft()).toBe(true);
  });
});
