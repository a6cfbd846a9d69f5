import { expect, it } from 'vitest';
import { Patience, sourceOf } from './patience';

function setUp() {
  const clock = { now: 1_000_000 };
  const waits: (() => void)[] = [];
  const patience = new Patience(
    () => clock.now,
    () => new Promise<void>((resolve) => waits.push(resolve)),
  );
  return { clock, waits, patience };
}

const settled = () => new Promise((resolve) => setImmediate(resolve));

it('looks at the first tries at once, then at one after another, and at those of others at once', async () => {
  const { patience, waits } = setUp();
  for (let count = 1; count <= 4; count++) {
    await patience.turn('a');
    expect(patience.wrong('a')).toBe(0);
  }
  await patience.turn('a');
  expect(patience.wrong('a')).toBeGreaterThan(0);
  const looked: number[] = [];
  for (let count = 0; count < 3; count++) void patience.turn('a').then(() => looked.push(count));
  await patience.turn('b');
  await settled();
  expect([looked, waits.length]).toEqual([[], 1]);
  for (let count = 0; count < 3; count++) {
    waits[count]!();
    await settled();
    expect(looked).toHaveLength(count + 1);
  }
});

it('whoever has gone takes nobody’s time; who was right, or long silent, begins anew', async () => {
  const { clock, patience, waits } = setUp();
  for (let count = 0; count < 5; count++) patience.wrong('a');
  const looked: string[] = [];
  void patience.turn('a', () => true).then(() => looked.push('gone'));
  void patience.turn('a').then(() => looked.push('here'));
  await settled();
  expect([looked, waits.length]).toEqual([['gone'], 1]);
  waits[0]!();
  await settled();
  patience.right('a');
  await patience.turn('a');
  for (let count = 0; count < 5; count++) patience.wrong('a');
  clock.now += 2 * 3_600_000;
  await patience.turn('a');
  expect(patience.wrong('a')).toBe(0);
});

it.each([
  ['10.0.0.1', '10.0.0.1'],
  ['2001:db8:0:1::5', '2001:db8:0:1'],
  ['2001:0DB8:0000:0001:ffff:ffff:ffff:ffff', '2001:db8:0:1'],
  ['::1', '0:0:0:0'],
])('%s counts as %s', (address, source) => expect(sourceOf(address)).toBe(source));
