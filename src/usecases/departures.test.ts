import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import type { RecipientOutcome } from '#core/departure/outcome';
import { historyOf, lastSeq } from '#store/journal';
import { loadClock } from '#store/clock';
import { moveDeparture, releaseNow, retryDeparture, settleDeparture } from './departures/changeDeparture';
import { takeBack } from './departures/takeBack';
import { listDepartures, readDeparture } from './departures/departureView';
import { openDesk, type Desk } from './desk';
import { Invalid, NotFound, Refused, Stale } from './errors';
import { createDraft } from './messages/createDraft';
import { deleteMessage, restoreMessage } from './messages/deleteMessage';
import { editMessage } from './messages/editMessage';
import { listDrafts, readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent } from './people/correspondents';
import { previewPlan } from './moments/previewPlan';
import { claimDeparture } from './release/claimDeparture';
import { dueNow } from './release/dueWork';
import { BY_ENVIRONMENT } from './release/mailServer';
import { finishAttempt, recordStage, recoverUnfinished } from './release/finishAttempt';
import { changeSettings } from './changeSettings';
import { moveClock, readClock } from './clock/sandbox';

const wednesday = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;
const whole = {
  to: ['Prakriti <p@x.example>', 'b@x.example'],
  cc: ['c@x.example'],
  bcc: ['d@x.example'],
  subject: 'Crates',
  text: 'Hello',
};

function held(desk: Desk) {
  const message = createDraft(desk, whole);
  return { message, departure: scheduleMessage(desk, message.id, { kind: 'now' })[0]! };
}

/** Lets the sandbox clock stand at a moment; no engine runs here, so nothing holds it. */
function goTo(desk: Desk, at: number) {
  moveClock(desk, { rate: 0 });
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
}

const finish = (desk: Desk, id: string, outcomes: RecipientOutcome[], unanswered: boolean) =>
  finishAttempt(desk, id, { outcomes, unanswered });

describe('writing', () => {
  it('keeps what was written, each recipient once', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, {
      ...whole,
      to: ['a@x.example', 'A <A@x.example>', { address: 'b@x.example', name: 'B' }],
    });
    const message = readMessage(desk, id);
    expect(message.to).toEqual([
      { name: '', address: 'a@x.example' },
      { name: 'B', address: 'b@x.example' },
    ]);
    expect(message).toMatchObject({
      subject: 'Crates',
      text: 'Hello',
      bcc: [{ address: 'd@x.example' }],
      departures: [],
    });
    expect(listDrafts(desk, 10).messages.map((each) => each.id)).toEqual([id]);
  });

  it.each([
    [{ to: ['nobody'] }, 'to.0', /no @/],
    [{ to: ['a@x.example', ''] }, 'to.1', /empty/],
    [{ cc: [{ address: 'a@x.example\r\nBcc: b@x.example' }] }, 'cc.0', /line break/],
  ])('refuses %j, naming the place', (input, path, words) => {
    const { desk } = tempDesk();
    expect(() => createDraft(desk, input)).toThrow(
      expect.objectContaining({ path, message: expect.stringMatching(words) as string }) as Error,
    );
    expect(listDrafts(desk, 10).messages).toEqual([]);
  });

  it('keeps line breaks out of subjects and names', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, {
      subject: 'a\r\nBcc: x@y.example',
      to: [{ address: 'a@x.example', name: 'B\nC' }],
    });
    const message = readMessage(desk, id);
    expect(message.subject).toBe('a Bcc: x@y.example');
    expect(message.to[0]!.name).toBe('B C');
  });

  it('makes text of HTML that came alone', () => {
    const { desk } = tempDesk();
    expect(readMessage(desk, createDraft(desk, { html: '<p>One</p><p>Two</p>' }).id).text).toBe('One\n\nTwo');
  });
});

describe('sending and scheduling', () => {
  it('holds what leaves now for the length set at that moment', () => {
    const { desk } = tempDesk();
    changeSettings(desk, { holdSeconds: 240 });
    const { departure } = held(desk);
    expect(departure).toMatchObject({ state: 'held', due: desk.now() + 240_000 });
  });

  it('schedules the moment the preview showed', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, whole);
    const shown = previewPlan(desk, { plan: wednesday, recipients: [] }).departures[0]!.at;
    const [departure] = scheduleMessage(desk, id, wednesday);
    expect(departure).toMatchObject({ state: 'scheduled', due: shown, meant: shown });
    expect(new Date(shown).toISOString()).toBe('2026-11-25T02:45:00.000Z');
  });

  it('keeps the zone under its present name', () => {
    const { desk } = tempDesk();
    const [departure] = scheduleMessage(desk, createDraft(desk, whole).id, {
      ...wednesday,
      zone: 'Asia/Katmandu',
    });
    expect(departure!.plan).toEqual(wednesday);
  });

  it.each([
    [{ to: [] }, wednesday, 'to'],
    [{ subject: '', text: ' ' }, wednesday, 'text'],
    [{}, { ...wednesday, local: '2026-11-24T19:00' }, 'plan.local'],
    [{}, { ...wednesday, zone: '+05:45' }, 'plan.zone'],
  ])('refuses %j with %j', (patch, plan, path) => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { ...whole, cc: [], bcc: [], ...patch });
    expect(() => scheduleMessage(desk, id, plan)).toThrow(expect.objectContaining({ path }) as Error);
    expect(readMessage(desk, id).departures).toEqual([]);
  });

  it('happens once, however often it is asked for', () => {
    const { desk } = tempDesk();
    const { message } = held(desk);
    expect(() => scheduleMessage(desk, message.id, { kind: 'now' })).toThrow(Refused);
    expect(readMessage(desk, message.id).departures).toHaveLength(1);
  });

  it('tells who comes late that it was changed', () => {
    const { desk } = tempDesk();
    const { id, revision } = createDraft(desk, whole);
    editMessage(desk, id, { text: 'other' }, revision);
    expect(() => editMessage(desk, id, { text: 'mine' }, revision)).toThrow(Stale);
    expect(() => scheduleMessage(desk, id, wednesday, revision)).toThrow(Stale);
    expect(readMessage(desk, id).text).toBe('other');
  });

  it('brings the sandbox clock’s barrier nearer', () => {
    const { desk } = tempDesk();
    scheduleMessage(desk, createDraft(desk, whole).id, wednesday);
    expect(loadClock(desk.store.db)!.barrier).toBe(Date.parse('2026-11-25T02:45:00Z'));
    const { departure } = held(desk);
    expect(loadClock(desk.store.db)!.barrier).toBe(departure.due);
  });
});

describe('changing one’s mind', () => {
  it('takes back whole', () => {
    const { desk } = tempDesk();
    const { message, departure } = held(desk);
    const before = readMessage(desk, message.id);
    expect(takeBack(desk, departure.id).state).toBe('draft');
    const after = readMessage(desk, message.id);
    for (const field of ['to', 'cc', 'bcc', 'subject', 'text', 'html'] as const)
      expect(after[field]).toEqual(before[field]);
    expect(listDrafts(desk, 10).messages).toHaveLength(1);
    goTo(desk, NOW + 3_600_000);
    expect(dueNow(desk, BY_ENVIRONMENT, 10)).toEqual([]);
  });

  it('can be sent again after that, as the same departure', () => {
    const { desk } = tempDesk();
    const { message, departure } = held(desk);
    takeBack(desk, departure.id);
    const [again] = scheduleMessage(desk, message.id, wednesday);
    expect(again).toMatchObject({ id: departure.id, state: 'scheduled' });
    expect(historyOf(desk.store.db, message.id).map((entry) => entry.what)).toEqual([
      'written',
      'send',
      'take-back',
      'plan',
    ]);
  });

  it('moves, edits, lets go', () => {
    const { desk } = tempDesk();
    const { message, departure } = held(desk);
    expect(moveDeparture(desk, departure.id, wednesday).state).toBe('scheduled');
    editMessage(desk, message.id, { to: ['z@x.example'], subject: 'Other' });
    expect(readDeparture(desk, departure.id)).toMatchObject({ state: 'scheduled', subject: 'Other' });
    expect(readDeparture(desk, departure.id).readers.map((reader) => reader.address)).toEqual([
      'z@x.example',
      'c@x.example',
      'd@x.example',
    ]);
    const now = desk.now();
    expect(releaseNow(desk, departure.id).due).toBeGreaterThanOrEqual(now);
    expect(dueNow(desk, BY_ENVIRONMENT, 10)).toMatchObject([{ id: departure.id }]);
  });

  it('never leaves a pending message without a reader', () => {
    const { desk } = tempDesk();
    const { message } = held(desk);
    expect(() => editMessage(desk, message.id, { to: [], cc: [], bcc: [] })).toThrow(Invalid);
    expect(readMessage(desk, message.id).to).toHaveLength(2);
  });

  it('deletes, and brings back as a draft with its plan', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, whole);
    scheduleMessage(desk, id, wednesday);
    deleteMessage(desk, id);
    expect(() => readMessage(desk, id)).toThrow(NotFound);
    expect(listDepartures(desk, { states: ['scheduled'], limit: 10 }).departures).toEqual([]);
    restoreMessage(desk, id);
    expect(readMessage(desk, id)).toMatchObject({ plan: wednesday, subject: 'Crates' });
    expect(listDrafts(desk, 10).messages).toHaveLength(1);
    expect(scheduleMessage(desk, id, wednesday)[0]!.state).toBe('scheduled');
  });

  it('writes nothing where it refuses', async () => {
    const { desk } = tempDesk();
    const { departure } = held(desk);
    goTo(desk, departure.due);
    await claimDeparture(desk, departure.id);
    const seq = lastSeq(desk.store.db);
    for (const act of [takeBack, releaseNow, retryDeparture])
      expect(() => act(desk, departure.id)).toThrow(Refused);
    expect(() => moveDeparture(desk, departure.id, wednesday)).toThrow('It is leaving right now.');
    expect(() => deleteMessage(desk, departure.messageId)).toThrow(Refused);
    expect(() => editMessage(desk, departure.messageId, { text: 'x' })).toThrow(Refused);
    expect(lastSeq(desk.store.db)).toBe(seq);
  });

  it('knows nothing of what does not exist', () => {
    const { desk } = tempDesk();
    expect(() => takeBack(desk, 'nothing')).toThrow(NotFound);
    expect(() => readDeparture(desk, 'nothing')).toThrow(NotFound);
  });
});

describe('the claim', () => {
  it('comes in the order in which they were planned, where they have one moment', () => {
    const { desk } = tempDesk();
    const ids = Array.from({ length: 30 }, () => {
      const { id } = createDraft(desk, whole);
      return scheduleMessage(desk, id, wednesday)[0]!;
    });
    goTo(desk, ids[0]!.due);
    const first = dueNow(desk, BY_ENVIRONMENT, 10);
    expect(first.map(({ id }) => id)).toEqual(ids.slice(0, 10).map(({ id }) => id));
  });

  it('is never early', async () => {
    const { desk } = tempDesk();
    const { departure } = held(desk);
    expect(await claimDeparture(desk, departure.id)).toBeUndefined();
  });

  it('freezes id and bytes, and every attempt takes the same', async () => {
    const { desk } = tempDesk();
    const { departure } = held(desk);
    goTo(desk, departure.due);
    const first = (await claimDeparture(desk, departure.id))!;
    expect(first.envelope.addresses.sort()).toEqual([
      'b@x.example',
      'c@x.example',
      'd@x.example',
      'p@x.example',
    ]);
    const answer = (address: string, status: 'accepted' | 'deferred') => ({
      address,
      status,
      answer: `${status}`,
    });
    const later = await finish(
      desk,
      departure.id,
      [
        ...['p@x.example', 'b@x.example', 'c@x.example'].map((address) => answer(address, 'accepted')),
        answer('d@x.example', 'deferred'),
      ],
      false,
    );
    expect(later).toMatchObject({ state: 'scheduled', attempts: 1 });
    expect(later.due).toBeGreaterThan(departure.due);
    expect(() => takeBack(desk, departure.id)).toThrow('already left to some');
    goTo(desk, later.due);
    const second = (await claimDeparture(desk, departure.id))!;
    expect(second.envelope.addresses).toEqual(['d@x.example']);
    expect(second.bytes.equals(first.bytes)).toBe(true);
    const done = await finish(desk, departure.id, [answer('d@x.example', 'accepted')], false);
    expect(done).toMatchObject({ state: 'sent', leftAt: departure.due });
  });

  it('excludes taking back, from two processes, in whatever order they come', async () => {
    const { desk, dir } = tempDesk();
    const other = openDesk(dir);
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('claim', 'take-back', 'edit', 'move', 'release'), {
          minLength: 2,
          maxLength: 6,
        }),
        async (acts) => {
          const { departure, message } = held(desk);
          goTo(desk, departure.due);
          const results = await Promise.allSettled(
            acts.map(async (act, index) => {
              const at = index % 2 ? other : desk;
              await Promise.resolve();
              if (act === 'claim') return (await claimDeparture(at, departure.id)) ? 'claimed' : 'missed';
              if (act === 'take-back') return takeBack(at, departure.id).state;
              if (act === 'edit') return editMessage(at, message.id, { text: `edit ${index}` }).text;
              if (act === 'move') return moveDeparture(at, departure.id, wednesday).state;
              return releaseNow(at, departure.id).state;
            }),
          );
          const got = results.flatMap((result) => (result.status === 'fulfilled' ? [result.value] : []));
          const claims = got.filter((value) => value === 'claimed').length;
          expect(claims).toBeLessThanOrEqual(1);
          if (claims === 1) expect(got).not.toContain('draft');
          for (const result of results)
            if (result.status === 'rejected') expect(result.reason).toBeInstanceOf(Refused);
          const { state } = readDeparture(desk, departure.id);
          expect(state === 'releasing').toBe(claims === 1);
          // Out of the way of the next round.
          if (state === 'releasing') await finish(desk, departure.id, [], true);
        },
      ),
      { numRuns: 60 },
    );
    other.store.close();
  });
});

describe('after the attempt', () => {
  async function claimed(desk: Desk) {
    const { departure } = held(desk);
    goTo(desk, departure.due);
    const claim = (await claimDeparture(desk, departure.id))!;
    return claim;
  }
  const all = (addresses: string[], status: 'accepted' | 'refused' | 'deferred', answer: string) =>
    addresses.map((address) => ({ address, status, answer }));

  it('keeps the server’s words on a refusal, and tries again when asked', async () => {
    const { desk } = tempDesk();
    const { departure, envelope } = await claimed(desk);
    const { addresses } = envelope;
    expect(
      await finish(desk, departure.id, all(addresses, 'refused', '550 5.7.1 Not welcome'), false),
    ).toMatchObject({
      state: 'failed',
      reason: '550 5.7.1 Not welcome',
    });
    expect(retryDeparture(desk, departure.id)).toMatchObject({ state: 'scheduled', attempts: 0 });
    expect((await claimDeparture(desk, departure.id))!.envelope.addresses).toHaveLength(4);
  });

  it('names those refused where others were accepted', async () => {
    const { desk } = tempDesk();
    const { departure, envelope } = await claimed(desk);
    const { addresses } = envelope;
    const [first, ...rest] = addresses;
    const outcomes = [...all([first!], 'refused', '550 unknown'), ...all(rest, 'accepted', '250')];
    const done = await finish(desk, departure.id, outcomes, false);
    expect(done).toMatchObject({ state: 'sent', reason: `${first}: 550 unknown` });
  });

  it('gives up after days', async () => {
    const { desk } = tempDesk();
    let { departure, envelope } = await claimed(desk);
    for (let attempts = 1; ; attempts++) {
      const next = await finish(desk, departure.id, all(envelope.addresses, 'deferred', '451 later'), false);
      if (next.state === 'failed') {
        expect(next.reason).toContain('Gave up');
        expect(attempts).toBeGreaterThan(20);
        return;
      }
      goTo(desk, next.due);
      ({ departure, envelope } = (await claimDeparture(desk, departure.id))!);
    }
  });

  it('leaves in doubt what was not answered, until someone says', async () => {
    const { desk } = tempDesk();
    const { departure } = await claimed(desk);
    await finish(desk, departure.id, [], true);
    expect(() => takeBack(desk, departure.id)).toThrow('It may have left');
    expect(settleDeparture(desk, departure.id, true)).toMatchObject({ state: 'sent' });
    expect(readDeparture(desk, departure.id).readers.every((reader) => reader.status === 'accepted')).toBe(
      true,
    );
    const again = await claimed(desk);
    await finish(desk, again.departure.id, [], true);
    expect(settleDeparture(desk, again.departure.id, false).state).toBe('scheduled');
    expect((await claimDeparture(desk, again.departure.id))!.bytes.equals(again.bytes)).toBe(true);
  });

  it.each([
    ['data-open', 'scheduled'],
    ['final-dot', 'unconfirmed'],
  ] as const)('recovers an attempt that had reached %s as %s', async (stage, state) => {
    const { desk } = tempDesk();
    const { departure } = await claimed(desk);
    await recordStage(desk, departure, stage);
    expect(recoverUnfinished(desk).map((each) => each.state)).toEqual([state]);
    expect(recoverUnfinished(desk)).toEqual([]);
  });
});

describe('the list', () => {
  it('comes in pages that lose and repeat nothing', () => {
    const { desk } = tempDesk();
    const ids = Array.from({ length: 25 }, (_, index) => {
      const { id } = createDraft(desk, { ...whole, subject: `${index}` });
      // Several at the same moment: the order must still be one.
      const minute = String((index * 7) % 5).padStart(2, '0');
      return scheduleMessage(desk, id, { ...wednesday, local: `2026-12-01T08:${minute}` })[0]!.id;
    });
    for (const newestFirst of [false, true]) {
      const seen: string[] = [];
      const dues: number[] = [];
      let cursor: string | undefined;
      do {
        const page = listDepartures(desk, { states: ['scheduled'], limit: 4, cursor, newestFirst });
        seen.push(...page.departures.map((each) => each.id));
        dues.push(...page.departures.map((each) => each.due));
        cursor = page.cursor ?? undefined;
      } while (cursor);
      expect([...seen].sort()).toEqual([...ids].sort());
      expect(dues).toEqual([...dues].sort((a, b) => (newestFirst ? b - a : a - b)));
    }
  });

  it('refuses a cursor that is none', () => {
    const { desk } = tempDesk();
    expect(() => listDepartures(desk, { limit: 4, cursor: 'x' })).toThrow(Invalid);
  });

  it('shows readers by name, zone and place where they are known', () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, {
      name: 'Prakriti Thapa',
      zone: 'Asia/Katmandu',
      place: 'Patan',
      addresses: ['P@x.example'],
    });
    const { id } = createDraft(desk, { to: ['p@x.example', 'q@x.example'], subject: 'x' });
    scheduleMessage(desk, id, wednesday);
    const [view] = listDepartures(desk, { limit: 5 }).departures;
    expect(view!.whyThen).toBe('08:30 in Patan');
    expect(view!.readers.map(({ name, zone, place }) => [name, zone, place])).toEqual([
      ['Prakriti Thapa', 'Asia/Kathmandu', 'Patan'],
      ['', null, null],
    ]);
  });
});

describe('settings', () => {
  it.each([
    [{ holdSeconds: 9 }, 'holdSeconds'],
    [{ holdSeconds: 7201 }, 'holdSeconds'],
    [{ zone: 'Lisbon' }, 'zone'],
    [{ me: { name: 'x', address: 'nowhere' } }, 'me.address'],
  ])('refuses %j', (patch, path) => {
    const { desk } = tempDesk();
    expect(() => changeSettings(desk, patch)).toThrow(expect.objectContaining({ path }) as Error);
  });

  it.each([0, 10, 7200])('takes a hold of %d s', (holdSeconds) => {
    const { desk } = tempDesk();
    expect(changeSettings(desk, { holdSeconds }).holdSeconds).toBe(holdSeconds);
  });
});

describe('the clock', () => {
  it('of the system cannot be moved', () => {
    const { desk } = tempDesk('real');
    expect(() => moveClock(desk, { advance: 1000 })).toThrow(Refused);
    expect(readClock(desk).sandbox).toBe(false);
  });

  it('of a sandbox never goes back, and takes no odd rate', () => {
    const { desk } = tempDesk();
    expect(() => moveClock(desk, { set: NOW - 1 })).toThrow('never goes back');
    expect(() => moveClock(desk, { rate: -1 })).toThrow(Invalid);
  });
});
