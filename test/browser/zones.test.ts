/**
 * Zone arithmetic through the API against an implementation of its own: offsets are read off `Intl`, and wall-clock
 * times are turned into instants by trying them, which is slow and simple.
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PreviewJson, ZoneJson } from '#api/types';
import { startProduct, type Product } from '../support/product';
import { patient } from '../support/until';

let product: Product;
let zones: string[];
beforeAll(async () => {
  product = await startProduct('demo');
  zones = (await product.api<{ zones: ZoneJson[] }>('GET', '/zones')).body.zones.map(({ id }) => id);
});
afterAll(() => product.stop());

const DAY = 86_400_000;
const MINUTE = 60_000;
const FROM = Date.UTC(2024, 0, 1);
const UNTIL = Date.UTC(2037, 0, 1);

const formatters = new Map<string, Intl.DateTimeFormat>();
function wallClock(at: number, zone: string): number {
  let formatter = formatters.get(zone);
  if (!formatter) {
    formatter = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      era: 'short',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    });
    formatters.set(zone, formatter);
  }
  const part = Object.fromEntries(
    formatter.formatToParts(at).map(({ type, value }) => [type, Number(value)]),
  );
  return Date.UTC(part.year!, part.month! - 1, part.day, part.hour, part.minute, part.second);
}
const offset = (at: number, zone: string) => wallClock(at, zone) - at;

/** The instants at which a clock shows this, soonest first. */
function instantsOf(local: number, zone: string): number[] {
  const offsets = new Set([-DAY, 0, DAY].map((apart) => offset(local + apart, zone)));
  return [...offsets]
    .map((each) => local - each)
    .filter((at) => wallClock(at, zone) === local)
    .sort((a, b) => a - b);
}

/** RFC 5545 §3.3.5: in a gap the offset before it counts, in an overlap the first. */
function expected(local: number, zone: string): number {
  const [first] = instantsOf(local, zone);
  return first ?? local - offset(local - DAY, zone);
}

/** The instants at which a zone’s offset changes. */
function changesOf(zone: string): number[] {
  const changes: number[] = [];
  for (let at = FROM; at < UNTIL; at += DAY * 3) {
    if (offset(at, zone) === offset(at + DAY * 3, zone)) continue;
    let [low, high] = [at, at + DAY * 3];
    while (high - low > 1000) {
      const middle = Math.floor((low + high) / 2000) * 1000;
      if (offset(middle, zone) === offset(low, zone)) low = middle;
      else high = middle;
    }
    changes.push(high);
  }
  return changes;
}

const text = (local: number) => new Date(local).toISOString().slice(0, 19);

async function previewed(local: number, zone: string): Promise<number> {
  const plan = { kind: 'at', local: text(local), zone };
  const ask = () => product.api<PreviewJson>('POST', '/plans/preview', { plan });
  // A connection the server closes as it is used again says nothing about zones.
  const { body } = await ask().catch(ask);
  return Date.parse(body.departures[0]!.at);
}

/** Asks for many at once, a few at a time. */
async function disagreements(cases: [local: number, zone: string][]): Promise<string[]> {
  const wrong: string[] = [];
  // Worked out before anything is asked: connections that idle meanwhile would be closed.
  const queue = cases.map(([local, zone]) => ({ local, zone, theirs: expected(local, zone) }));
  const worker = async () => {
    for (let next = queue.pop(); next; next = queue.pop()) {
      const { local, zone, theirs } = next;
      const ours = await previewed(local, zone);
      if (ours !== theirs) wrong.push(`${zone} ${text(local)}: ${text(ours)}, not ${text(theirs)}`);
    }
  };
  await Promise.all(Array.from({ length: 8 }, worker));
  return wrong;
}

/** The same numbers in every run, spread evenly. */
function* spread(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    yield state / 2_147_483_648;
  }
}

describe('over 2024 to 2036', () => {
  it(
    'every zone agrees at random times',
    async () => {
      const numbers = spread(20261124);
      const minutes = (UNTIL - FROM) / MINUTE;
      const cases = zones.flatMap((zone) =>
        Array.from({ length: 6 }, (): [number, string] => [
          FROM + Math.floor(numbers.next().value! * minutes) * MINUTE,
          zone,
        ]),
      );
      expect(cases.length).toBeGreaterThan(1600);
      expect(await disagreements(cases)).toEqual([]);
    },
    patient(400_000),
  );

  it(
    'every zone agrees at the edges of every change: before, within and after a gap or an overlap',
    async () => {
      // Zones that change together have the same edges: one of them is enough to ask.
      const seen = new Set<string>();
      const cases = zones.flatMap((zone): [number, string][] => {
        const changes = changesOf(zone);
        const key = changes.map((at) => `${at} ${offset(at - 1000, zone)} ${offset(at, zone)}`).join();
        if (changes.length === 0 || seen.has(key)) return [];
        seen.add(key);
        return changes.flatMap((at): [number, string][] => {
          const [before, after] = [at + offset(at - 1000, zone), at + offset(at, zone)];
          const [low, high] = [Math.min(before, after), Math.max(before, after)];
          return [low - 1000, low, (low + high) / 2, high - 1000, high].map((local) => [
            Math.floor(local / 1000) * 1000,
            zone,
          ]);
        });
      });
      expect(cases.length).toBeGreaterThan(2000);
      expect(await disagreements(cases)).toEqual([]);
    },
    patient(400_000),
  );

  it('every zone reads the same clock at one instant', async () => {
    const numbers = spread(7);
    for (let round = 0; round < 20; round++) {
      const at = FROM + Math.floor((numbers.next().value! * (UNTIL - FROM)) / MINUTE) * MINUTE;
      const recipients = zones.map((zone, index) => ({ address: `r${index}@x.example`, zone }));
      const plan = { kind: 'at', local: text(at), zone: 'Etc/UTC' };
      const { body } = await product.api<PreviewJson>('POST', '/plans/preview', { plan, recipients });
      const wrong = body.departures[0]!.recipients.filter(
        ({ local, zone }) => local !== text(wallClock(at, zone!)),
      );
      expect(wrong).toEqual([]);
    }
  });
});
