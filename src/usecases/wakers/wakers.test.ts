import pino from 'pino';
import { describe, expect, it, onTestFinished } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { startSink } from '#test/support/sink';
import { until } from '#test/support/until';
import { Engine } from '#engine/engine';
import { changeSettings } from '../changeSettings';
import { readHealth } from '../health';
import { receiveMail } from '../incoming/receiveMail';
import { snooze } from '../incoming/snooze';
import { createDraft } from '../messages/createDraft';
import { readMessage } from '../messages/readMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { openMailServer } from '../release/mailServer';
import type { Desk } from '../desk';
import type { Waker } from './waker';
import { Wakers } from './wakers';

const MINUTE = 60_000;

/** A waker over a list, that fails for what `breaks` says. */
function listed(
  name: string,
  items: Map<string, number>,
  breaks: (id: string) => boolean = () => false,
): Waker {
  return {
    name,
    fails: `${name} does not happen`,
    clock: 'desk',
    next(_desk, _db, without) {
      const moments = [...items].flatMap(([id, at]) => (without.includes(id) ? [] : at));
      return moments.length > 0 ? Math.min(...moments) : null;
    },
    due: (_desk, _db, now, limit) =>
      [...items].flatMap(([id, at]) => (at <= now ? { id, at } : [])).slice(0, limit),
    act(_desk, _tx, id) {
      if (breaks(id)) throw new Error(`no ${id}`);
      items.delete(id);
    },
  };
}

function arranged(desk: Desk, ...list: Waker[]) {
  const real = { now: 1_000_000 };
  const failures: string[] = [];
  const wakers = new Wakers(
    desk,
    list,
    (waker, id, error) => failures.push(`${waker} ${id}: ${(error as Error).message}`),
    () => real.now,
  );
  return { wakers, real, failures };
}
const failing = (desk: Desk) => readHealth(desk, true).failing;

describe('what has moments', () => {
  it('happens for each by itself: what fails rests, longer each time, and is told until it goes well', () => {
    const { desk } = tempDesk();
    const broken = new Set(['b']);
    const some = listed('some', new Map(['a', 'b', 'c'].map((id) => [id, NOW - 1])), (id) => broken.has(id));
    const others = listed(
      'others',
      new Map([
        ['x', NOW - 1],
        ['later', NOW + MINUTE],
      ]),
    );
    const { wakers, real, failures } = arranged(desk, some, others);
    // What went well in the transaction that broke is done again, once.
    expect(wakers.run()).toBe(3);
    expect(failures).toEqual(['some b: no b']);
    expect(failing(desk)).toMatchObject([{ words: 'something does not happen', count: 1, since: real.now }]);
    // Nothing wakes for it meanwhile.
    expect(wakers.next()).toBe(NOW + MINUTE);
    expect(wakers.run()).toBe(0);
    for (const [minutes, tries] of [
      [1, 2],
      [2, 3],
      [4, 4],
      [8, 5],
      [16, 6],
      [32, 7],
      [60, 8],
      [60, 9],
    ]) {
      real.now += minutes! * MINUTE - 1;
      wakers.run();
      expect(failures).toHaveLength(tries! - 1);
      real.now += 1;
      wakers.run();
      expect(failures).toHaveLength(tries!);
    }
    broken.clear();
    real.now += 60 * MINUTE;
    expect(wakers.run()).toBe(1);
    expect(failing(desk)).toEqual([]);
  });

  it('what failed and was dealt with otherwise meanwhile is not told any longer', () => {
    const { desk } = tempDesk();
    const items = new Map([['a', NOW - 1]]);
    const { wakers } = arranged(
      desk,
      listed('some', items, () => true),
    );
    wakers.run();
    expect(failing(desk)).toHaveLength(1);
    items.delete('a');
    expect(wakers.run()).toBe(0);
    expect(failing(desk)).toEqual([]);
  });

  it('what the disk does not take is still due, is no fault of its own, and stops no other', () => {
    const { desk } = tempDesk();
    let full = true;
    const some: Waker = {
      ...listed('some', new Map([['a', NOW - 1]])),
      act() {
        if (full) throw Object.assign(new Error('full'), { code: 'SQLITE_FULL' });
      },
    };
    const items = new Map([['x', NOW - 1]]);
    const { wakers } = arranged(desk, some, listed('others', items));
    expect(wakers.run()).toBe(1);
    expect([wakers.heldUp, wakers.next()]).toEqual([true, NOW - 1]);
    expect(failing(desk)).toEqual([]);
    full = false;
    expect(wakers.run()).toBe(1);
    expect(wakers.heldUp).toBe(false);
  });

  it('a kind that cannot even be looked up stops no other', () => {
    const { desk } = tempDesk();
    const lost = listed('lost', new Map([['a', NOW - 1]]));
    const whole: Waker = {
      ...lost,
      next: () => {
        throw new Error('no table');
      },
      due: () => {
        throw new Error('no table');
      },
    };
    const others = listed('others', new Map([['x', NOW - 1]]));
    const { wakers, real, failures } = arranged(desk, whole, others);
    expect(wakers.next()).toBe(NOW - 1);
    expect(wakers.run()).toBe(1);
    expect(wakers.next()).toBeNull();
    expect(failures).toEqual(['lost null: no table']);
    real.now += 2 * MINUTE;
    wakers.run();
    expect(failures).toHaveLength(2);
    // A new start tries all, and tells nothing of before.
    const again = arranged(desk, others).wakers;
    again.begin();
    expect(failing(desk)).toEqual([]);
  });

  it('thousands are dealt with in one run; what is due and finds nothing to do does not go round', () => {
    const { desk } = tempDesk();
    const many = new Map(Array.from({ length: 2300 }, (_, n) => [`${n}`, NOW - 1] as const));
    const { wakers } = arranged(desk, listed('many', many), {
      ...listed('idle', new Map()),
      act: () => {},
      due: (_desk, _db, _now, limit) => Array.from({ length: limit }, (_, n) => ({ id: `${n}`, at: NOW })),
    });
    expect(wakers.run()).toBeGreaterThanOrEqual(2300);
    expect(many.size).toBe(0);
  });
});

it('a broken return stops neither a release nor another return, and is said in /health', async () => {
  const { desk } = tempDesk('real');
  changeSettings(desk, { holdSeconds: 0 });
  const ids: string[] = [];
  for (const subject of ['broken', 'well']) {
    const { id } = await receiveMail(desk, Buffer.from(`From: h@x.example\r\nSubject: ${subject}\r\n\r\nhi`));
    snooze(desk, id, { until: Date.now() + 300 });
    ids.push(id);
  }
  // A rule nothing here can deal with, as an older version might have kept it.
  desk.store.db.run(
    `UPDATE returns SET repeat = '{"rrule":"NONSENSE","start":"x","zone":"Nowhere"}' WHERE message_id = '${ids[0]}'`,
  );
  const sink = await startSink();
  const engine = new Engine({ desk, log: pino({ level: 'silent' }), mailServer: openMailServer(sink.url) });
  engine.start();
  onTestFinished(() => engine.stop());
  await until('the other to come back', () => readMessage(desk, ids[1]!).place === 'inbox');
  scheduleMessage(desk, createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' }).id, {
    kind: 'now',
  });
  await sink.until(1);
  await until('it to be said', () => failing(desk).length > 0);
  expect(failing(desk)).toMatchObject([{ words: 'something put off does not come back', count: 1 }]);
  expect(readMessage(desk, ids[0]!).place).toBe('snoozed');
});
