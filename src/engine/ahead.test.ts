import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import type { Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { Ahead } from './ahead';

const wednesday = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;

const planned = (desk: Desk, count: number): string[] =>
  Array.from({ length: count }, (_, index) => {
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: `${index}`, text: 'x' });
    return scheduleMessage(desk, id, wednesday)[0]!.id;
  });

const taken = (ahead: Ahead, ids: readonly string[]) => ids.map((id) => ahead.take(id)?.seen.id);

it('has what will be due, each for one claim', async () => {
  const { desk } = tempDesk();
  const ids = planned(desk, 25);
  const ahead = new Ahead(desk, () => true);
  await ahead.make(ids);
  expect(taken(ahead, ids)).toEqual(ids);
  expect(taken(ahead, ids)).toEqual(ids.map(() => undefined));
});

it('gives up what will not be due any more, and makes what came', async () => {
  const { desk } = tempDesk();
  const [gone, stays, comes] = planned(desk, 3) as [string, string, string];
  const ahead = new Ahead(desk, () => true);
  await ahead.make([gone, stays]);
  await ahead.make([stays, comes]);
  expect(taken(ahead, [gone, stays, comes])).toEqual([undefined, stays, comes]);
});

it('leaves off as soon as something is on its way', async () => {
  const { desk } = tempDesk();
  const ids = planned(desk, 40);
  let looks = 0;
  const ahead = new Ahead(desk, () => ++looks <= 2);
  await ahead.make(ids);
  expect(taken(ahead, ids).filter(Boolean).length).toBe(20);
});

it('leaves off when it is stopped, whoever closes the desk then', async () => {
  const { desk } = tempDesk();
  const ids = planned(desk, 40);
  const ahead = new Ahead(desk, () => true);
  const making = ahead.make(ids);
  await ahead.stop();
  desk.store.close();
  await making;
  expect(taken(ahead, ids).filter(Boolean).length).toBeLessThan(40);
});

it('is no trouble where nothing can be read, nor for one there is not', async () => {
  const { desk } = tempDesk();
  const ids = planned(desk, 2);
  const ahead = new Ahead(desk, () => true);
  await ahead.make(['nothing', ids[0]!]);
  expect(taken(ahead, ['nothing', ids[0]!])).toEqual([undefined, ids[0]]);
  desk.store.close();
  await ahead.make(ids);
  expect(taken(ahead, ids)).toEqual([undefined, undefined]);
});
