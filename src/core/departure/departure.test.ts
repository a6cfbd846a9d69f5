import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { groupPending, pendingItems } from './groups';
import { historyWords } from './history';
import { attemptEvent, replyStatus, unfinishedEvent, type RecipientOutcome } from './outcome';
import { GIVE_UP_AFTER, nextAttempt } from './retry';
import {
  DEPARTURE_EVENTS,
  DEPARTURE_STATES,
  transition,
  type DepartureEvent,
  type DepartureState,
  type PauseCause,
} from './states';

/** Where each event leads from a state; refused ones are left out. */
const from = (state: DepartureState) =>
  DEPARTURE_EVENTS.flatMap((event) => {
    const result = transition(state, event);
    return result.ok ? [{ event, to: result.to }] : [];
  });
/** Every step there is. */
const STEPS = DEPARTURE_STATES.flatMap((state) => from(state).map((step) => ({ state, ...step })));
const statesBefore = (event: DepartureEvent) =>
  STEPS.filter((step) => step.event === event).map(({ state }) => state);
const eventsTo = (to: DepartureState) => [
  ...new Set(STEPS.filter((step) => step.to === to && step.state !== to).map(({ event }) => event)),
];

/** What a person, and only a person, asks for. */
const WISHES: DepartureEvent[] = [
  'send',
  'plan',
  'move',
  'edit',
  'hurry',
  'pause',
  'open',
  'resume',
  'take-back',
  'drop',
];

describe('the life of a departure', () => {
  it('is over where it has left, or was deleted', () => {
    expect(from('sent')).toEqual([]);
    expect(from('ended')).toEqual([]);
  });

  it('can be reached in every state, and ends from every state', () => {
    const reached = new Set<DepartureState>(['draft']);
    for (const state of reached) for (const { to } of from(state)) reached.add(to);
    expect([...reached].sort()).toEqual([...DEPARTURE_STATES].sort());
    for (const state of DEPARTURE_STATES) {
      const ahead = new Set<DepartureState>([state]);
      for (const each of ahead) for (const { to } of from(each)) ahead.add(to);
      expect(ahead.has('sent') || ahead.has('ended'), state).toBe(true);
    }
  });

  it('is in nobody’s hands but the engine’s while it is being released', () => {
    expect(statesBefore('claim').sort()).toEqual(['held', 'scheduled']);
    const outcomes = from('releasing').map(({ event }) => event);
    expect(outcomes.filter((event) => WISHES.includes(event))).toEqual([]);
    // And an attempt comes to something only there.
    for (const event of outcomes) expect(statesBefore(event)).toEqual(['releasing']);
  });

  it('is sent only by an attempt that was accepted, or by word that it arrived', () => {
    expect(eventsTo('sent').sort()).toEqual(['accepted', 'settle-arrived']);
  });

  it('is in doubt only after a connection was lost, and nothing is done before that is settled', () => {
    expect(eventsTo('unconfirmed')).toEqual(['lost']);
    expect(from('unconfirmed').every(({ event }) => event.startsWith('settle-'))).toBe(true);
  });

  it('leaves a pause only by a person’s word', () => {
    const ways = from('paused').filter(({ to }) => to !== 'paused');
    expect(ways.map(({ event }) => event).sort()).toEqual([
      ...['drop', 'hold-again', 'hurry', 'move', 'resume', 'take-back'],
    ]);
  });

  it('can be taken back, moved and deleted as long as nothing has gone out', () => {
    for (const event of ['take-back', 'move', 'drop'] as const)
      for (const state of ['held', 'scheduled', 'paused', 'failed'] as const)
        expect(transition(state, event).ok, `${state} + ${event}`).toBe(true);
    expect(new Set(eventsTo('draft'))).toEqual(new Set(['take-back']));
  });

  it('says in a sentence why something cannot be done', () => {
    for (const state of DEPARTURE_STATES)
      for (const event of DEPARTURE_EVENTS) {
        const result = transition(state, event);
        if (!result.ok) expect(result.why).toMatch(/^[A-Z].*\.$/);
      }
  });

  it('says plainly that it has left', () => {
    expect(transition('sent', 'take-back')).toEqual({ ok: false, why: 'It has already left.' });
    expect(transition('releasing', 'take-back')).toEqual({ ok: false, why: 'It is leaving right now.' });
  });

  it('freezes the content once someone has it', () => {
    for (const event of ['take-back', 'edit', 'open', 'drop'] as const) {
      expect(transition('scheduled', event, true).ok).toBe(false);
    }
    expect(transition('scheduled', 'claim', true).ok).toBe(true);
  });
});

it('taking back and releasing exclude each other, whatever happens in whatever order', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...DEPARTURE_EVENTS), { maxLength: 60 }), (events) => {
      let state: DepartureState = 'draft';
      let left = false;
      for (const event of events) {
        const before: DepartureState = state;
        const result = transition(state, event);
        if (!result.ok) continue;
        state = result.to;
        // What has left stays left; nothing leaves but through a claim.
        expect(left).toBe(false);
        if (state === 'sent') {
          left = true;
          expect(['releasing', 'unconfirmed']).toContain(before);
        }
        if (event === 'take-back') expect(before).not.toBe('releasing');
        if (state === 'releasing') expect(['held', 'scheduled']).toContain(before);
      }
    }),
    { numRuns: 2000 },
  );
});

describe('retries', () => {
  it('come at growing intervals, twice in the first hour, and end after days', () => {
    const moments = [0];
    for (let attempts = 1; ; attempts++) {
      const next = nextAttempt(attempts, 0, moments.at(-1)!);
      if (next === undefined) break;
      moments.push(next);
    }
    const gaps = moments.slice(1).map((moment, index) => moment - moments[index]!);
    expect(gaps.every((gap, index) => gap >= (gaps[index - 1] ?? 0))).toBe(true);
    expect(moments.filter((moment) => moment > 0 && moment <= 3_600_000).length).toBeGreaterThanOrEqual(2);
    expect(moments.at(-1)!).toBeGreaterThan(4 * 86_400_000);
    expect(moments.at(-1)!).toBeLessThanOrEqual(GIVE_UP_AFTER);
  });
});

describe('what an attempt comes to', () => {
  const outcome = (status: RecipientOutcome['status']): RecipientOutcome => ({
    address: `${status}@x.example`,
    status,
    answer: '',
  });

  it.each([
    [['accepted', 'accepted'], false, 'accepted'],
    [['accepted', 'refused'], false, 'accepted'],
    [['accepted', 'deferred'], false, 'deferred'],
    [['refused', 'refused'], false, 'refused'],
    [['refused', 'deferred'], false, 'deferred'],
    [['deferred'], true, 'lost'],
  ] as const)('%j, unanswered %s: %s', (statuses, unanswered, event) => {
    expect(attemptEvent(statuses.map(outcome), unanswered)).toBe(event);
  });

  it.each([
    [550, 'refused'],
    [552, 'refused'],
    [451, 'deferred'],
    [421, 'deferred'],
    [undefined, 'deferred'],
  ] as const)('reply %s is %s', (code, status) => expect(replyStatus(code)).toBe(status));

  it('is safe to repeat until the final dot', () => {
    expect((['claimed', 'data-open', 'final-dot'] as const).map(unfinishedEvent)).toEqual([
      'deferred',
      'deferred',
      'lost',
    ]);
  });
});

it('groups what needs me first, then by my days', () => {
  const make = (state: DepartureState, at: string, pausedFor: PauseCause | null = null, quiet = false) => ({
    state,
    at,
    pausedFor,
    quiet,
  });
  const groups = groupPending(
    [
      make('scheduled', '2026-11-24T18:30:00Z'),
      make('held', '2026-11-25T06:50:00Z', null, true),
      make('paused', '2026-11-25T06:50:00Z', 'review', true),
      make('failed', '2026-11-24T19:00:00Z'),
      make('paused', '2026-11-24T19:10:00Z', 'late'),
      make('unconfirmed', '2026-11-24T19:20:00Z'),
      make('paused', '2026-11-26T19:30:00Z', 'left-open'),
      make('scheduled', '2026-11-25T02:45:00Z'),
      make('scheduled', '2026-11-26T09:30:00Z'),
      make('scheduled', '2027-01-04T09:30:00Z'),
    ],
    'Europe/Lisbon',
    Date.parse('2026-11-24T14:24:00Z'),
  );
  expect(groups.map((group) => [group.name, group.departures.length])).toEqual([
    ['In doubt: did it arrive?', 1],
    ['Too late: their moment passed while nothing was running', 1],
    ['Needs you', 2],
    ['Written in quiet hours: reconsider before they leave', 2],
    ['Today', 1],
    ['Tomorrow, Wednesday 25 November', 1],
    ['Thursday 26 November', 1],
    ['Monday 4 January 2027', 1],
  ]);
});

it('has words for everything that can happen to a departure', () => {
  for (const what of DEPARTURE_EVENTS) expect(historyWords({ what, to: null, why: null })).not.toBe(what);
  expect(historyWords({ what: 'refused', to: 'failed', why: '550 no such user' })).toBe(
    'Refused by the mail server: 550 no such user',
  );
});

describe('copies in the list', () => {
  const copy = (id: string, messageId: string, copyFor: string | null, day = 25, paused = false) => ({
    id,
    messageId,
    copyFor,
    at: `2026-11-${day}T09:00:00Z`,
    state: paused ? ('paused' as const) : ('scheduled' as const),
    pausedFor: paused ? ('wrote-first' as const) : null,
    quiet: false,
  });
  const groups = groupPending(
    [
      copy('0', 'a', 'w@x.example', 25, true),
      copy('1', 'a', 'x@x.example'),
      copy('2', 'b', null),
      copy('3', 'a', 'y@x.example'),
      copy('4', 'a', 'z@x.example', 26),
      copy('5', 'c', 'x@x.example', 27),
    ],
    'Europe/Lisbon',
    Date.parse('2026-11-24T14:00:00Z'),
  );
  const lines = (open: string[]) =>
    pendingItems(groups, new Set(open)).map((item) =>
      item.kind === 'group'
        ? item.name.split(',')[0]
        : item.kind === 'copies'
          ? `copies ${item.departures.map(({ id }) => id).join()}`
          : `${item.among ? '- ' : ''}${item.departure.id}`,
    );

  it('are one line at the first, whatever days the others leave on; one that needs me, or is alone, stands apart', () => {
    expect(lines([])).toEqual(['Needs you', '0', 'Tomorrow', 'copies 1,3,4', '2', 'Friday 27 November', '5']);
  });

  it('are shown singly below it where they are unfolded', () => {
    expect(lines(['a'])).toEqual([
      ...['Needs you', '0', 'Tomorrow', 'copies 1,3,4', '- 1', '- 3', '- 4', '2'],
      ...['Friday 27 November', '5'],
    ]);
  });
});
