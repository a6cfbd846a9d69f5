import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toInstant, toLocal } from '../time/wallClock';
import { decideHold, heldByWords, holdWords, type HoldContext } from './decide';
import { nextQuietEnd, quietUntil, usualQuietHours, type QuietHours } from './quietHours';
import { QuietTextError, readQuiet, writeQuiet } from './quietText';
import { meets, whyHeld, type Condition, type HoldRule, type SentMessage } from './rule';

const LISBON = 'Europe/Lisbon';
const at = (local: string, zone = LISBON) => toInstant(local, zone).at;
const quiet: QuietHours = { ...usualQuietHours, on: true };
const end = (local: string, hours = quiet, zone = LISBON) => {
  const until = quietUntil(at(local, zone), hours, zone);
  return until && toLocal(until, zone).slice(0, 16);
};

describe('quiet hours', () => {
  it.each([
    ['2026-11-24T21:39', null],
    ['2026-11-24T21:40', '2026-11-25T06:50'],
    ['2026-11-25T00:00', '2026-11-25T06:50'],
    ['2026-11-25T06:49', '2026-11-25T06:50'],
    ['2026-11-25T06:50', null],
  ])('from 21:40 to 06:50: a send at %s is held until %s', (local, until) => expect(end(local)).toBe(until));

  it('end by the wall clock in a night in which the clocks change', () => {
    const [forward, back] = ['2027-03-27T22:00', '2026-10-24T22:00'].map((local) => {
      const now = at(local);
      return (quietUntil(now, quiet, LISBON)! - now) / 3_600_000;
    });
    expect([forward, back]).toEqual([7 + 50 / 60, 9 + 50 / 60]);
  });

  it('run on where one span runs into the next, and never end nowhere', () => {
    const all: QuietHours = { on: true, days: readQuiet('Fr 20:00-00:00; Sa-Su 0:00-24:00; Mo 0:00-7:00') };
    expect(end('2026-11-27T21:00', all)).toBe('2026-11-30T07:00');
    const always: QuietHours = { on: true, days: readQuiet('Mo-Su 0:00-24:00') };
    expect(end('2026-11-27T21:00', always)).toBe('2026-12-05T00:00');
  });

  it('are of each weekday, by the day they begin on, and can be off', () => {
    const week: QuietHours = { on: true, days: readQuiet('Mo-Th 21:40-6:50') };
    expect(end('2026-11-27T02:00', week)).toBe('2026-11-27T06:50');
    expect(end('2026-11-28T02:00', week)).toBeNull();
    expect(end('2026-11-24T23:00', { ...week, on: false })).toBeNull();
  });

  it('always end later than now, at an end that was asked for', () => {
    const zone = fc.constantFrom(LISBON, 'Asia/Kathmandu', 'Australia/Lord_Howe', 'America/St_Johns');
    fc.assert(
      fc.property(zone, fc.integer({ min: 0, max: 1_000_000 }), (where, minute) => {
        const now = Date.parse('2026-01-01T00:00Z') + minute * 60_000;
        const next = nextQuietEnd(now, quiet, where)!;
        expect(next).toBeGreaterThan(now);
        expect(toLocal(next, where).slice(11, 16)).toBe('06:50');
        const inside = quietUntil(now, quiet, where);
        if (inside !== null) expect(inside).toBe(next);
      }),
    );
  });

  it.each(['Mo-Th 21:40-06:50; Fr-Su 23:00-09:00', 'Sa 00:00-12:00', 'never'])(
    '%s reads and writes',
    (text) => expect(writeQuiet(readQuiet(text))).toBe(text),
  );
  it.each(['late', 'Mo 25:00-26:00', 'Mo 8:00-8:00', 'Mo 1:00-2:00 3:00-4:00'])('%s is refused', (text) =>
    expect(() => readQuiet(text)).toThrow(QuietTextError),
  );
});

const message: SentMessage = {
  recipients: [
    { address: 'o@night-courier.example', name: 'Odhiambo', groups: ['lenders', 'couriers'], first: false },
    { address: 'h@lacquer.example', name: 'Haruki', groups: ['lenders'], first: true },
  ],
  subject: 'Loan terms',
  text: 'The bond (São Paulo) is attached.',
  importance: 'normal',
  attached: false,
};
const context: HoldContext = {
  now: at('2026-11-24T14:00'),
  zone: LISBON,
  address: 'me@wrenfield.example',
  holdSeconds: 90,
  quiet: { ...quiet, on: false },
  rules: [],
  groups: new Map([['lenders', 'Lenders']]),
};
const rule = (patch: Partial<HoldRule>): HoldRule => ({
  id: 'r',
  name: 'Mine',
  on: true,
  when: [],
  except: [],
  action: { kind: 'hold', minutes: 4 },
  ...patch,
});
const hours = (text: string): Condition => ({ kind: 'hours', days: [...readQuiet(text)] });

describe('what a rule asks', () => {
  it.each<[Condition, string | undefined]>([
    [{ kind: 'recipient', addresses: ['H@Lacquer.example'] }, 'to Haruki'],
    [{ kind: 'recipient', addresses: ['x@lacquer.example'] }, undefined],
    [{ kind: 'group', groups: ['lenders'] }, 'to Odhiambo of “Lenders”'],
    [{ kind: 'group', groups: ['gone'] }, undefined],
    [{ kind: 'domain', domains: ['@lacquer.example'] }, 'to Haruki at lacquer.example'],
    [{ kind: 'domain', domains: ['example'] }, 'to Odhiambo at night-courier.example'],
    [{ kind: 'domain', domains: ['acquer.example'] }, undefined],
    [{ kind: 'outside' }, 'to Odhiambo, outside my organisation'],
    [{ kind: 'words', where: 'text', words: ['são paulo'] }, 'with “são paulo” in it'],
    [{ kind: 'words', where: 'subject', words: ['bond'] }, undefined],
    [{ kind: 'words', where: 'either', words: ['term', 'bon', 'a.tached'] }, undefined],
    [{ kind: 'words', where: 'either', words: ['bond'] }, 'with “bond” in it'],
    [{ kind: 'more-than', recipients: 1 }, 'to 2 people'],
    [{ kind: 'more-than', recipients: 2 }, undefined],
    [hours('Tu 13:00-15:00'), 'sent at 14:00'],
    [hours('Mo 22:00-14:30'), 'sent at 14:00'],
    [hours('Tu 14:30-13:00'), undefined],
    [hours('Mo 13:00-15:00'), undefined],
    [{ kind: 'first-message' }, 'to Haruki for the first time'],
  ])('%j: %s', (condition, words) => expect(meets(condition, message, context)).toBe(words));

  it('colleagues are not outside', () => {
    const inside = [{ address: 'c@wrenfield.example', name: 'C', groups: [], first: false }];
    expect(meets({ kind: 'outside' }, { ...message, recipients: inside }, context)).toBeUndefined();
  });

  it('all of it has to be met, and one exception is enough', () => {
    const lenders: Condition = { kind: 'group', groups: ['lenders'] };
    const courier: Condition = { kind: 'recipient', addresses: ['o@night-courier.example'] };
    expect(whyHeld(rule({ when: [lenders, { kind: 'outside' }] }), message, context)).toBe(
      'to Odhiambo of “Lenders”, to Odhiambo, outside my organisation',
    );
    expect(whyHeld(rule({ when: [lenders], except: [courier] }), message, context)).toBeUndefined();
    const other = { ...message, recipients: message.recipients.slice(1) };
    expect(whyHeld(rule({ when: [lenders], except: [courier] }), other, context)).toBe(
      'to Haruki of “Lenders”',
    );
    expect(whyHeld(rule({}), message, context)).toBe('any message');
  });
});

describe('how a send is held', () => {
  const night = { ...context, now: at('2026-11-24T23:00'), quiet };
  const decide = (rules: HoldRule[], in_: HoldContext = context) => decideHold(message, { ...in_, rules });
  const words = (rules: HoldRule[], in_: HoldContext = context) =>
    holdWords(decide(rules, in_), { now: in_.now, senderZone: LISBON, hourCycle: 24 });

  it('by the first rule that fits and is on', () => {
    const never = rule({ id: 'n', name: 'Never', when: [{ kind: 'more-than', recipients: 99 }] });
    const off = rule({ id: 'o', name: 'Off', on: false });
    expect(decide([never, off, rule({ name: 'One' }), rule({ name: 'Two' })]).rule!.name).toBe('One');
    expect(words([rule({ name: 'One' })])).toBe('Leaves now, held 4 min by the rule “One” (any message)');
    expect(words([never])).toBe('Leaves now, held 90 s');
  });

  it('for as long as its action says', () => {
    expect(words([rule({ action: { kind: 'release' } })])).toBe(
      'Leaves at once, without a hold by the rule “Mine” (any message)',
    );
    expect(words([rule({ action: { kind: 'review' } })])).toBe(
      'Waits until you have looked by the rule “Mine” (any message)',
    );
    const untilEnd = rule({ action: { kind: 'quiet-end' } });
    expect(words([untilEnd])).toBe('Leaves now, held 90 s by the rule “Mine” (any message)');
    expect(words([untilEnd], { ...context, quiet })).toBe(
      'Held until quiet hours end, Wed 25 Nov 06:50 by the rule “Mine” (any message)',
    );
  });

  it('through quiet hours in any case, but for what is to leave at once', () => {
    expect(words([], night)).toBe('Held until quiet hours end, Wed 25 Nov 06:50');
    expect(decide([rule({})], night)).toMatchObject({
      quiet: at('2026-11-25T06:50'),
      rule: { name: 'Mine' },
    });
    expect(decide([rule({ action: { kind: 'hold', minutes: 600 } })], night)).toMatchObject({
      ms: 36_000_000,
      quiet: null,
    });
    expect(decide([rule({ action: { kind: 'release' } })], night).ms).toBe(0);
    expect(words([], { ...night, inSpiteOfQuiet: true })).toBe('Leaves now, held 90 s');
  });

  it('where I choose so, past the end of quiet hours until I have looked', () => {
    const waits = { ...quiet, after: 'waits' as const };
    expect(decide([], { ...night, quiet: waits })).toMatchObject({
      review: true,
      quiet: at('2026-11-25T06:50'),
    });
    expect(words([], { ...night, quiet: waits })).toBe(
      'Waits until you have looked, at least until quiet hours end, Wed 25 Nov 06:50',
    );
    expect(decide([], { ...context, quiet: waits }).review).toBe(false);
    expect(decide([], { ...night, quiet: waits, inSpiteOfQuiet: true }).review).toBe(false);
    expect(decide([rule({ action: { kind: 'release' } })], { ...night, quiet: waits }).review).toBe(false);
    expect(decide([rule({ action: { kind: 'quiet-end' } })], { ...context, quiet: waits }).review).toBe(true);
  });

  it('says in lists what is not usual', () => {
    expect(heldByWords(decide([]))).toBeUndefined();
    expect(heldByWords(decide([], night))).toBe('quiet hours');
    expect(heldByWords(decide([rule({})], night))).toBe('quiet hours; rule “Mine”: any message');
    expect(heldByWords(decide([rule({})]))).toBe('rule “Mine”: any message');
  });
});
