import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { usualHold } from '../hold/decide';
import { listZones } from '../time/zones';
import type { Plan, Reader } from './plan';
import { previewPlan, whyThen, type PlanContext } from './preview';
import { proposeTime } from './proposal';

const now = Date.parse('2026-11-24T14:24:00Z');
const context: PlanContext = { now, hold: usualHold(90), senderZone: 'Europe/Lisbon' };
const prakriti: Reader = { address: 'p@x.example', name: 'Prakriti Thapa', zone: 'Asia/Kathmandu' };
const haruki: Reader = { address: 'h@x.example', name: 'Haruki Anzai', zone: 'Asia/Tokyo', place: 'Osaka' };
const bela: Reader = { address: 'b@x.example', name: 'Bela Sousa', zone: 'Europe/Lisbon' };
const stranger: Reader = { address: 's@x.example' };
const at = (local: string, zone: string): Plan => ({ kind: 'at', local, zone });

describe('the sentence', () => {
  it.each([
    [
      at('2026-11-25T08:30', 'Asia/Kathmandu'),
      [prakriti],
      context,
      'Leaves Wed 25 Nov 2026 at 02:45 your time (Lisbon), in 12 h 21 min; lands Wed at 08:30 in Kathmandu (before work).',
    ],
    [
      at('2026-11-24T16:00', 'Europe/Lisbon'),
      [bela],
      context,
      'Leaves Tue 24 Nov at 16:00 your time (Lisbon), in 1 h 36 min; lands at the same time where you are.',
    ],
    [
      at('2026-11-24T22:00', 'Europe/Lisbon'),
      [prakriti, haruki],
      context,
      'Leaves Tue 24 Nov at 22:00 your time (Lisbon), in 7 h 36 min; lands Wed 25 Nov at 03:45 in Kathmandu (at night) and Wed 25 Nov at 07:00 in Osaka (before work).',
    ],
    [{ kind: 'now' }, [haruki], context, 'Leaves now, held 90 s; lands Tue at 23:25 in Osaka (at night).'],
    [{ kind: 'now' }, [], { ...context, hold: usualHold(0) }, 'Leaves at once, without a hold.'],
    [
      at('2026-11-24T09:00', 'Europe/Lisbon'),
      [stranger],
      context,
      'Would leave Tue 24 Nov at 09:00 your time (Lisbon), 5 h 24 min ago.',
    ],
    [
      at('2026-11-25T20:30', 'Asia/Tokyo'),
      [haruki],
      { ...context, hourCycle: 12 },
      'Leaves Wed 25 Nov 2026 at 11:30 am your time (Lisbon), in 21 h 6 min; lands Wed at 8:30 pm in Osaka (after work).',
    ],
  ] as [Plan, Reader[], PlanContext, string][])('%j', (plan, readers, ctx, words) => {
    expect(previewPlan(plan, readers, ctx).sentence).toBe(words);
  });

  it('counts zones beyond four', () => {
    const zones = [
      'Asia/Tokyo',
      'Asia/Kathmandu',
      'Africa/Nairobi',
      'Africa/Lagos',
      'America/St_Johns',
      'Pacific/Chatham',
    ];
    const readers = zones.map((zone, index) => ({ address: `${index}@x.example`, zone }));
    expect(previewPlan({ kind: 'now' }, readers, context).sentence).toMatch(/ and 2 more zones\.$/);
  });
});

describe('warnings', () => {
  const codes = (plan: Plan, readers: Reader[] = [prakriti]) => {
    const preview = previewPlan(plan, readers, context);
    return [...preview.warnings, ...preview.departures[0]!.warnings].map((warning) => warning.code);
  };

  it.each([
    ['2027-03-28T01:30', 'Europe/Lisbon', ['gap', 'weekend']],
    ['2027-10-31T01:30', 'Europe/Lisbon', ['overlap', 'night']],
    ['2026-11-24T14:23', 'Europe/Lisbon', ['past']],
    ['2026-11-24T20:00', 'Europe/Lisbon', ['night']],
    ['2026-11-25T09:00', 'Asia/Kathmandu', []],
  ])('%s in %s: %j', (local, zone, expected) => expect(codes(at(local, zone))).toEqual(expected));

  it('says what happens instead', () => {
    const gap = previewPlan(at('2027-03-28T01:30', 'Europe/Lisbon'), [], context).warnings[0]!.text;
    expect(gap).toContain('does not exist in Lisbon');
    expect(gap).toContain('leaves at 02:30');
    const overlap = previewPlan(at('2027-10-31T01:30', 'Europe/Lisbon'), [], context).warnings[0]!.text;
    expect(overlap).toContain('The first is taken (UTC+01:00, not UTC)');
  });

  it.each([
    ['a time that is skipped', '2027-03-28T01:30', 'gap'],
    ['a time that comes twice', '2027-10-31T01:30', 'overlap'],
    ['a time that is past', '2026-11-24T09:00', 'past'],
    ['the night', '2026-11-25T03:00', 'night'],
    ['a weekend', '2026-11-28T10:00', 'weekend'],
    ['a clock change before it', '2027-03-19T10:00', 'clock-change'],
  ])('%s can be mended, with one moment and with each local', (_, local, code) => {
    const reader: Reader = { address: 'b@x.example', name: 'Bela', zone: 'Europe/Lisbon' };
    const plans: Plan[] = [at(local, 'Europe/Lisbon'), { kind: 'each-local', local }];
    const there = {
      ...context,
      ...(code === 'clock-change' && { now: Date.parse('2027-03-05T12:00Z'), senderZone: 'America/Toronto' }),
    };
    for (const plan of plans) {
      const warned = (each: Plan) => {
        const preview = previewPlan(each, [reader], there);
        return [...preview.warnings, ...preview.departures[0]!.warnings];
      };
      const warning = warned(plan).find((each) => each.code === code)!;
      expect(warning.fixes.length, `${plan.kind} ${code}`).toBeGreaterThan(0);
      for (const { plan: mended } of warning.fixes)
        expect(warned(mended).map((each) => each.code)).not.toContain(code);
    }
  });

  it('the second of two equal times is an hour after the first, each local too', () => {
    const reader: Reader = { address: 'b@x.example', zone: 'Europe/Lisbon' };
    const [first, second] = (['first', 'second'] as const).map(
      (occurrence) =>
        previewPlan({ kind: 'each-local', local: '2027-10-31T01:30', occurrence }, [reader], context)
          .departures[0]!.at,
    );
    expect(second! - first!).toBe(3_600_000);
  });

  it('never assumes a zone', () => {
    const [landing] = previewPlan({ kind: 'now' }, [stranger], context).departures[0]!.recipients;
    expect(landing).toMatchObject({
      address: 's@x.example',
      zone: null,
      place: null,
      local: null,
      dayPart: null,
    });
    expect(codes({ kind: 'now' }, [stranger])).toEqual(['unknown-zone']);
  });
});

/** Wall-clock times of a zone, every second of them within two hours of one at which its clocks change. */
const localIn = (zone: string) =>
  fc
    .record({
      minute: fc.integer({ min: 1, max: 60 * 24 * 900 }),
      // The next change of the clocks, or the one after it, which goes the other way.
      atChange: fc.constantFrom(0, 1, 2),
      beside: fc.integer({ min: -120, max: 120 }),
    })
    .map(({ minute, atChange, beside }) => {
      const there = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone);
      const changes = [there.getTimeZoneTransition('next')];
      changes.push(changes[0]?.getTimeZoneTransition('next') ?? null);
      const change = atChange > 0 ? changes[atChange - 1] : null;
      const plain = change
        ? // As the clocks would have shown it without the change: what they skip is among these.
          change
            .toInstant()
            .toZonedDateTimeISO(change.subtract({ seconds: 1 }).offset)
            .toPlainDateTime()
            .add({ minutes: beside })
        : there.add({ minutes: minute }).toPlainDateTime();
      return plain.toString({ smallestUnit: 'second' });
    });

it('the moment shown is that of the zone’s own rules, at changes of the clocks too', () => {
  const seen = { exact: 0, gap: 0, overlap: 0 };
  const ids = listZones().map((each) => each.id);
  const zone = fc.constantFrom(...ids);
  const changing = ids.filter((id) =>
    Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(id).getTimeZoneTransition('next'),
  );
  const asked = fc
    .oneof(zone, fc.constantFrom(...changing))
    .chain((theirs) => localIn(theirs).map((local) => ({ theirs, local })));
  fc.assert(
    fc.property(zone, asked, (mine, { theirs, local }) => {
      const plain = Temporal.PlainDateTime.from(local);
      const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) =>
        plain.toZonedDateTime(theirs, { disambiguation }),
      ) as [Temporal.ZonedDateTime, Temporal.ZonedDateTime];
      const skipped = !earlier.toPlainDateTime().equals(plain);
      // RFC 5545 §3.3.5: what is skipped moves on by the gap, of what comes twice the first is meant.
      const meant = skipped ? later : earlier;
      const [departure] = previewPlan(at(local, theirs), [{ address: 'r@x.example', zone: theirs }], {
        ...context,
        senderZone: mine,
      }).departures;
      expect(departure!.at).toBe(meant.epochMilliseconds);
      const lands = meant.toPlainDateTime().toString({ smallestUnit: 'second' });
      expect(departure!.recipients[0]!.local).toBe(lands);
      if (!skipped) expect(lands).toBe(local);
      seen[skipped ? 'gap' : earlier.epochMilliseconds === later.epochMilliseconds ? 'exact' : 'overlap']++;
    }),
    { numRuns: 1500 },
  );
  // Where clocks never came to a change nothing would have been tried.
  expect(Math.min(seen.exact, seen.gap, seen.overlap)).toBeGreaterThan(5);
});

it('says why then', () => {
  expect(whyThen({ kind: 'now' }, 'Europe/Lisbon')).toBe('now, after hold');
  expect(whyThen(at('2026-11-25T08:30', 'Asia/Tokyo'), 'Europe/Lisbon')).toBe('08:30 in Tokyo');
  const osaka = [{ zone: 'Asia/Tokyo', place: 'Osaka' }];
  expect(whyThen(at('2026-11-25T08:30', 'Asia/Tokyo'), 'Europe/Lisbon', 24, osaka)).toBe('08:30 in Osaka');
  expect(whyThen(at('2026-11-25T16:30', 'Europe/Lisbon'), 'Europe/Lisbon', 12)).toBe('4:30 pm my time');
});

it('proposes the next start of a working day', () => {
  expect(proposeTime(now, 'Asia/Kathmandu')).toEqual(at('2026-11-25T09:00', 'Asia/Kathmandu'));
  expect(proposeTime(Date.parse('2026-11-27T20:00Z'), 'Europe/Lisbon')).toEqual(
    at('2026-11-30T09:00', 'Europe/Lisbon'),
  );
});
