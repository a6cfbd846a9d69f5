/** A kind of plan that exists only here, added as CONTRIBUTING.md says: all that is the same for every kind knows it then. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { PLAN_FIELDS } from '#api/plans/plan';
import { moveDeparture } from '#usecases/departures/changeDeparture';
import { readDeparture } from '#usecases/departures/departureView';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { usualHold } from '../../hold/decide';
import type { Plan } from '../plan';
import { previewPlan, whyThen } from '../preview';
import { shiftPlan } from '../shift';
import { fixesAt } from './at/fix';
import { leavesAt } from './onClocks';
import type { PlanKind } from './planKind';
import { copiesOf, isReadable, leavesOnceHeld, PLAN_KINDS } from './registry';

const HOUR = 3_600_000;

/** Leaves so many full hours from now. */
interface FullHourPlan {
  kind: 'full-hour';
  hours: number;
}

const fullHourKind: PlanKind<FullHourPlan> = {
  follows: () => 'clock',
  wall: () => null,
  kept: (plan) => ({ ...plan, hours: Math.round(plan.hours) }),
  moment: ({ hours }, { now }) => ({ at: (Math.floor(now / HOUR) + hours) * HOUR, resolution: 'exact' }),
  words: {
    name: 'a full hour',
    brief: ({ hours }) => `full hour ${hours}`,
    exact: ({ hours }) => `${hours} full hours`,
    sentence: (_plan, said, context) => leavesAt(said, context),
    eachLands: () => '',
  },
  shift: (plan, { minutes }) => ({ ...plan, hours: plan.hours + minutes / 60 }) as unknown as Plan,
  clocks: null,
  fixes: fixesAt,
};
const of = (hours: number) => ({ kind: 'full-hour', hours }) as unknown as Plan;

describe('a kind of plan of its own', () => {
  const kinds = PLAN_KINDS as unknown as Record<string, PlanKind<FullHourPlan>>;
  beforeAll(() => void (kinds['full-hour'] = fullHourKind));
  afterAll(() => void delete kinds['full-hour']);
  const context = { now: NOW, hold: usualHold(0), senderZone: 'Europe/Lisbon' };
  const first = (Math.floor(NOW / HOUR) + 1) * HOUR;

  it('is previewed, said and shifted', () => {
    const readers = [{ address: 'p@x.example', name: 'P', zone: 'Asia/Kathmandu' }];
    const { departures, sentence, hold } = previewPlan(of(1), readers, context);
    expect(departures.map(({ at }) => at)).toEqual([first]);
    expect(hold).toBeNull();
    expect(sentence).toMatch(/^Leaves .* your time \(Lisbon\), in .*; lands .* in Kathmandu/);
    expect(whyThen(of(1), 'Europe/Lisbon')).toBe('full hour 1');
    expect(shiftPlan(of(1), { days: 0, minutes: 120 }, NOW, 'Etc/UTC')).toEqual(of(3));
    expect(copiesOf(of(1), 'together')).toBe('together');
    expect([leavesOnceHeld(of(1)), isReadable(of(1))]).toEqual([false, true]);
  });

  it('is kept, moved and read again', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' });
    const [departure] = scheduleMessage(desk, id, of(1.2));
    expect(departure).toMatchObject({ state: 'scheduled', due: first, plan: of(1) });
    moveDeparture(desk, departure!.id, of(4));
    expect(readDeparture(desk, departure!.id)).toMatchObject({ due: first + 3 * HOUR, plan: of(4) });
  });

  it('leads a reader who would get it at night to their next morning', () => {
    const night = previewPlan(of(4), [{ address: 'p@x.example', zone: 'Pacific/Auckland' }], {
      ...context,
      now: Date.UTC(2026, 10, 24, 9, 0),
    });
    const [warning] = night.departures[0]!.warnings;
    expect(warning).toMatchObject({ code: 'night' });
    expect(warning!.fixes[0]!.plan).toMatchObject({ kind: 'at', zone: 'Pacific/Auckland' });
  });
});

it('every kind has its folder, and its schema', () => {
  for (const name of Object.keys(PLAN_KINDS))
    for (const file of ['plan.ts', 'kind.ts'])
      expect(existsSync(join(import.meta.dirname, name, file)), `${name}/${file}`).toBe(true);
  expect(Object.keys(PLAN_FIELDS).sort()).toEqual(Object.keys(PLAN_KINDS).sort());
});
