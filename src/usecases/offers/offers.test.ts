import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { bytesOfLeft, preparedAnswers } from '#test/support/questions';
import { patient } from '#test/support/until';
import { plan, release } from '#test/support/watching';
import { answerPath, tokensIn } from '#core/question/token';
import { departuresOf } from '#store/departures';
import { calendarOf } from '#store/invitations';
import { findMessage, recipientsOf } from '#store/messages';
import { openOffers, takesOf } from '#store/offers';
import { threadMates } from '#store/undos';
import { moveClock } from '../clock/sandbox';
import { openDesk, type Desk } from '../desk';
import { type Invalid, Refused } from '../errors';
import { listEvents } from '../events/eventView';
import { changeEvent, createEvent, deleteEvent } from '../events/writeEvent';
import { receiveMail } from '../incoming/receiveMail';
import { undo } from '../incoming/undo';
import { createDraft } from '../messages/createDraft';
import { scheduleMessage } from '../messages/scheduleMessage';
import { addCorrespondent } from '../people/correspondents';
import { answerOnPage, readAnswerPage } from '../questions/answerPage';
import { ask, closeQuestion, takeOff } from '../questions/ask';
import { judgeAnswer, noteTold } from '../questions/judgeAnswer';
import { prove } from '../questions/proofs';
import { readQuestion } from '../questions/questionView';
import { claimDeparture } from '../release/claimDeparture';
import { runWaker } from '../wakers/wakers';
import { watchesWaker } from '../wakers/watches';
import { offerTimes, changeOffer, settleOn, type OfferInput } from './offerTimes';
import { offeredElsewhere, suggestTimes } from './suggestTimes';

const HOUR = 3_600_000;
const [ANA, BEN, CY] = ['ana@x.example', 'ben@x.example', 'cy@x.example'];
const at = (iso: string) => Date.parse(`${iso}:00Z`);
const [THU, FRI, MON] = [at('2026-11-26T15:00'), at('2026-11-27T10:00'), at('2026-11-30T11:00')];
const USUAL: OfferInput = {
  summary: 'Lamp call',
  place: 'by telephone',
  minutes: 30,
  agreement: 'each',
  slots: [THU, FRI, MON],
  deadline: { hours: 48 },
};
const NONE = 3;

let desk: Desk;
let dir: string;
beforeEach(() => {
  ({ desk, dir } = tempDesk());
});

const draft = (to: readonly string[]) =>
  createDraft(desk, { to: [...to], subject: 'The lamp', text: 'Dear all,\n\nshall we talk?\n' }).id;

interface Offered {
  id: string;
  message: string;
}

/** One that has left, a copy for each. */
async function offered(
  patch: Partial<OfferInput> = {},
  to: readonly string[] = [ANA, BEN],
): Promise<Offered> {
  const message = draft(to);
  const { id } = offerTimes(desk, message, { ...USUAL, ...patch });
  plan(desk, message, true);
  await release(desk, message);
  return { id, message };
}

const copyOf = ({ message }: Offered, reader: string) =>
  departuresOf(desk.store.db, message).find((each) => each.reader === reader)!;
/** What a copy gives to press, with its number. */
async function prepared(departureId: string) {
  const all = await preparedAnswers(bytesOfLeft(desk, departureId));
  return new Map(all.map((each) => [tokensIn(each.body)[0]!.answer - 1, each.body]));
}
let count = 0;
async function press(offer: Offered, reader: string, slot: number, departure = copyOf(offer, reader).id) {
  const body = (await prepared(departure)).get(slot)!;
  return receiveMail(
    desk,
    mailOf({ id: `press${count++}`, from: reader, subject: 'Re: The lamp', text: body }),
  );
}
const onPage = (offer: Offered, reader: string, slot: number, on = desk) =>
  answerOnPage(on, prove(desk.store.db, { departureId: copyOf(offer, reader).id, answer: 0 }), slot, '')!;
const seen = ({ id }: Offered) => readQuestion(desk, id);
const states = (offer: Offered) => seen(offer).offer!.slots.map(({ state }) => state);
const takers = (offer: Offered) =>
  takesOf(desk.store.db, [offer.id]).map(({ slot, reader }) => [slot, reader]);
const given = (offer: Offered) => seen(offer).given.map(({ status }) => status);
const calls = () =>
  listEvents(desk, at('2026-11-24T00:00'), at('2026-12-31T00:00'))
    .filter(({ summary, status }) => summary === 'Lamp call' && status !== 'cancelled')
    .map((each) => each.at);
/** What was written in the thread besides the offer itself, and is not deleted. */
const followed = ({ message }: Offered) =>
  threadMates(desk.store.db, [message])
    .map((id) => findMessage(desk.store.db, id)!)
    .filter(({ direction, id }) => direction === 'out' && id !== message);
const toldTo = (offer: Offered, reader: string) =>
  followed(offer).filter(({ id }) =>
    recipientsOf(desk.store.db, [id]).some(({ address }) => address === reader),
  );
const leave = async (id: string) => {
  moveClock(desk, { set: desk.now() + 1000 });
  await release(desk, id);
  return departuresOf(desk.store.db, id)[0]!.id;
};
const keyed = (undoKey: string): Desk => ({ ...desk, undoKey });

describe('an offer', () => {
  it('is read by each on their own clock and mine, each time to be pressed', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: [ANA], zone: 'Asia/Kathmandu' });
    const offer = await offered();
    const text = bytesOfLeft(desk, copyOf(offer, ANA).id).toString().replace(/=\r\n/g, '');
    expect(text).toContain('Lamp call, 30 minutes, by telephone: which time suits you?');
    expect(text).toMatch(
      /1\. Thu 26 Nov 20:45=E2=80=9321:15 in Kathmandu \(Thu 26 Nov 15:00=E2=80=9315:30 in/,
    );
    expect([...(await prepared(copyOf(offer, BEN).id)).keys()]).toEqual([0, 1, 2, NONE]);
    expect(states(offer)).toEqual(['open', 'open', 'open']);
  });

  it('stands in the calendar as offered from when it is to leave until it is taken, closed or over', async () => {
    const message = draft([ANA]);
    const { id } = offerTimes(desk, message, USUAL);
    expect(openOffers(desk.store.db, desk.now())).toEqual([]);
    plan(desk, message);
    expect(offeredElsewhere(desk).map((each) => each.at)).toEqual([THU, FRI, MON]);
    expect(offeredElsewhere(desk, message)).toEqual([]);
    await release(desk, message);
    closeQuestion(desk, id, true);
    expect(offeredElsewhere(desk)).toEqual([]);
    closeQuestion(desk, id, false);
    moveClock(desk, { set: desk.now() + 49 * HOUR });
    expect(offeredElsewhere(desk)).toEqual([]);
  });

  it.each([
    [{ summary: ' ' }, 'summary'],
    [{ slots: [] }, 'slots'],
    [{ slots: [THU, THU + 20 * 60_000] }, 'slots'],
    [{ slots: [at('2026-11-24T10:00')] }, 'slots'],
    [{ minutes: 2 }, 'minutes'],
  ])('cannot be %j', (patch, path) => {
    const message = draft([ANA]);
    expect(() => offerTimes(desk, message, { ...USUAL, ...patch })).toThrow(
      expect.objectContaining({ path }) as Invalid,
    );
  });

  it('is changed and taken off until it leaves, not asked over, not repeated', async () => {
    const message = draft([ANA]);
    const { id } = offerTimes(desk, message, USUAL);
    changeOffer(desk, id, { slots: [MON], minutes: 45 });
    expect(seen({ id, message }).answers).toEqual(['Mon 30 Nov 11:00–11:45', 'None of these']);
    const asked = { words: 'Which?', answers: ['a', 'b'], decidedWhen: 'first', mayComment: true } as const;
    expect(() => ask(desk, message, asked)).toThrow(Refused);
    const rrule = 'FREQ=DAILY;COUNT=3';
    expect(() =>
      scheduleMessage(desk, message, { kind: 'series', start: '2026-11-25T09:00', zone: 'Etc/UTC', rrule }),
    ).toThrow('Times are offered once');
    takeOff(keyed('off'), id);
    undo(desk, 'off');
    expect(states({ id, message })).toEqual(['open']);
    plan(desk, message);
    await release(desk, message);
    expect(() => changeOffer(desk, id, { minutes: 60 })).toThrow(Refused);
    const repeated = draft([ANA]);
    scheduleMessage(desk, repeated, { kind: 'series', start: '2026-11-25T09:00', zone: 'Etc/UTC', rrule });
    expect(() => offerTimes(desk, repeated, USUAL)).toThrow('leaves again and again');
  });

  it('leaves with the times that are still free, and stops and asks where none is', async () => {
    createEvent(desk, { summary: 'Committee', start: '2026-11-26T15:15', zone: 'Etc/UTC' });
    const offer = await offered({}, [ANA]);
    expect([...(await prepared(copyOf(offer, ANA).id)).keys()]).toEqual([1, 2, NONE]);
    const message = draft([ANA]);
    offerTimes(desk, message, { ...USUAL, slots: [THU] });
    plan(desk, message);
    const [departure] = departuresOf(desk.store.db, message);
    expect(await claimDeparture(desk, departure!.id)).toBeUndefined();
    expect(departuresOf(desk.store.db, message)[0]).toMatchObject({
      state: 'paused',
      reason: 'None of the times it offers is free any more.',
    });
  });
});

describe('each their own', () => {
  it('the first to press has it: an event, an invitation both read, at once', async () => {
    const offer = await offered();
    await press(offer, ANA, 1);
    expect(takers(offer)).toEqual([[1, ANA]]);
    expect(calls()).toEqual([FRI]);
    const [invitation, ...others] = toldTo(offer, ANA);
    expect(others).toEqual([]);
    expect(calendarOf(desk.store.db, invitation!.id)).toMatchObject({ method: 'REQUEST' });
    const [departure] = departuresOf(desk.store.db, invitation!.id);
    expect(departure).toMatchObject({ state: 'scheduled' });
    expect(departure!.due - desk.now()).toBeLessThanOrEqual(1000);
    const bytes = bytesOfLeft(desk, await leave(invitation!.id)).toString();
    expect(bytes).toContain('method=REQUEST');
    expect(states(offer)).toEqual(['open', 'taken', 'open']);
    expect(toldTo(offer, BEN)).toEqual([]);
  });

  it('who comes second is told at once, and offered what is left, by numbers that stay', async () => {
    addCorrespondent(desk, { name: 'Ben', addresses: [BEN], zone: 'Asia/Kathmandu' });
    const offer = await offered();
    await press(offer, ANA, 0);
    await press(offer, BEN, 0);
    expect(takers(offer)).toEqual([[0, ANA]]);
    expect(given(offer)).toEqual(['counts', 'late']);
    const [told] = toldTo(offer, BEN);
    expect(told!.text).toMatch(/Thu 26 Nov 20:45–21:15 in Kathmandu .* has been taken in the meantime/);
    const again = await leave(told!.id);
    expect([...(await prepared(again)).keys()]).toEqual([1, 2, NONE]);
    await press(offer, BEN, 2, again);
    expect(takers(offer)).toEqual([
      [0, ANA],
      [2, BEN],
    ]);
    expect(seen(offer)).toMatchObject({ decided: true });
    expect(calls()).toEqual([THU, MON]);
  });

  it('nothing that my calendar has filled meanwhile; what was filled is no more, it can be had', async () => {
    const offer = await offered();
    const { id } = createEvent(desk, { summary: 'Committee', start: '2026-11-26T15:15', zone: 'Etc/UTC' });
    await press(offer, ANA, 0);
    expect(takers(offer)).toEqual([]);
    expect(seen(offer).given[0]).toMatchObject({
      status: 'late',
      why: 'Your calendar has “Committee” by then.',
    });
    expect(toldTo(offer, ANA)).toHaveLength(1);
    // What I have is nobody's business.
    expect(toldTo(offer, ANA)[0]!.text).not.toContain('Committee');
    deleteEvent(desk, id);
    await press(offer, ANA, 0);
    expect(takers(offer)).toEqual([[0, ANA]]);
  });

  it('a time that two offers have is had once', async () => {
    const [one, other] = [await offered({}, [ANA]), await offered({}, [BEN])];
    await press(one, ANA, 0);
    await press(other, BEN, 0);
    expect([takers(one), takers(other)]).toEqual([[[0, ANA]], []]);
    expect(states(other)).toEqual(['filled', 'open', 'open']);
  });

  it('who changes their mind has the other time, and it is told once where it had not left', async () => {
    const offer = await offered();
    await press(offer, ANA, 0);
    await press(offer, ANA, 1);
    expect(takers(offer)).toEqual([[1, ANA]]);
    expect(calls()).toEqual([FRI]);
    expect(toldTo(offer, ANA).map(({ subject }) => subject)).toEqual(['Invitation: Lamp call']);
    await leave(toldTo(offer, ANA)[0]!.id);
    await press(offer, ANA, 2);
    expect(
      toldTo(offer, ANA)
        .map(({ subject }) => subject)
        .sort(),
    ).toEqual(['Changed: Lamp call', 'Invitation: Lamp call']);
    await press(offer, ANA, NONE);
    expect([takers(offer), calls()]).toEqual([[], []]);
    expect(states(offer)).toEqual(['open', 'open', 'open']);
    expect(toldTo(offer, ANA).map(({ subject }) => subject)).toContain('Called off: Lamp call');
  });

  it('who would change to one that is taken keeps theirs', async () => {
    const offer = await offered();
    await press(offer, ANA, 0);
    await press(offer, BEN, 1);
    await press(offer, BEN, 0);
    expect(takers(offer)).toEqual([
      [0, ANA],
      [1, BEN],
    ]);
    expect(toldTo(offer, BEN).find(({ text }) => text.includes('What you have stays'))).toBeDefined();
  });

  it('who changes theirs after I called it off, or took it out, has the other all the same', async () => {
    const offer = await offered();
    await press(offer, ANA, 0);
    const [first] = takesOf(desk.store.db, [offer.id]);
    await leave(toldTo(offer, ANA)[0]!.id);
    changeEvent(desk, first!.eventId, { status: 'cancelled' });
    await press(offer, ANA, 1);
    expect(calls()).toEqual([FRI]);
    expect(toldTo(offer, ANA).map(({ subject }) => subject)).toContain('Changed: Lamp call');
    deleteEvent(desk, takesOf(desk.store.db, [offer.id])[0]!.eventId);
    await press(offer, ANA, 2);
    expect([takers(offer), calls()]).toEqual([[[2, ANA]], [MON]]);
  });

  it('of a copy that several have together the lines are known, and leave no words behind', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: [ANA], zone: 'Asia/Kathmandu' });
    addCorrespondent(desk, { name: 'Ben', addresses: [BEN], zone: 'Africa/Nairobi' });
    const message = draft([ANA, BEN]);
    const { id } = offerTimes(desk, message, USUAL);
    plan(desk, message);
    const [headerId] = await release(desk, message);
    const [copy] = departuresOf(desk.store.db, message);
    await press({ id, message }, ANA, 1, copy!.id);
    const [line] = (await prepared(copy!.id)).get(2)!.split('\r\n');
    expect(line).toContain('in Kathmandu (');
    const headers = [`In-Reply-To: ${headerId}`];
    await receiveMail(desk, mailOf({ id: 'line', from: BEN, subject: 'Re: The lamp', text: line!, headers }));
    expect(takers({ id, message })).toEqual([
      [1, ANA],
      [2, BEN],
    ]);
    expect(seen({ id, message }).given.map(({ comment }) => comment)).toEqual(['', '']);
  });

  it('nobody wants any: that is said as it is', async () => {
    const offer = await offered();
    await press(offer, ANA, NONE);
    await press(offer, BEN, NONE);
    expect(findMessage(desk.store.db, offer.message)!.returnedWhy).toMatchObject({
      words: 'all 2 have answered: None of these (2)',
    });
  });

  it('too late it is not kept: they are told so, and it is had where I say so', async () => {
    const offer = await offered({ slots: [THU, FRI, MON], deadline: { hours: 2 } });
    moveClock(desk, { set: desk.now() + 3 * HOUR });
    runWaker(desk, watchesWaker);
    await press(offer, ANA, 2);
    expect(takers(offer)).toEqual([]);
    expect(toldTo(offer, ANA)[0]!.text).toContain('is not kept any more');
    expect((await preparedAnswers(bytesOfLeft(desk, await leave(toldTo(offer, ANA)[0]!.id)))).length).toBe(0);
    judgeAnswer(keyed('say so'), offer.id, seen(offer).given[0]!.id, 2);
    expect([takers(offer), calls()]).toEqual([[[2, ANA]], [MON]]);
    undo(desk, 'say so');
    expect([takers(offer), calls()]).toEqual([[], []]);
    expect(toldTo(offer, ANA).filter(({ subject }) => subject.includes('Invitation'))).toEqual([]);
  });

  it('told me otherwise, it is theirs, and undone it is nobody’s', async () => {
    const offer = await offered();
    noteTold(keyed('told'), offer.id, BEN, 1, '');
    expect(takers(offer)).toEqual([[1, BEN]]);
    await press(offer, ANA, 0);
    expect(takers(offer)).toEqual([
      [0, ANA],
      [1, BEN],
    ]);
    const other = await offered({ slots: [MON] });
    noteTold(keyed('alone'), other.id, BEN, 0, '');
    undo(desk, 'alone');
    expect(takers(other)).toEqual([]);
  });

  it('in plain words: the line as they have it, its number; a time they speak of is proposed', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: [ANA], zone: 'Asia/Kathmandu' });
    const offer = await offered();
    const say = (from: string, text: string) =>
      receiveMail(
        desk,
        mailOf({
          id: `say${count++}`,
          from,
          subject: 'Re: The lamp',
          text,
          headers: [`In-Reply-To: ${copyOf(offer, from).headerId}`],
        }),
      );
    await say(ANA, 'Fri 27 Nov 15:45–16:15 in Kathmandu (Fri 27 Nov 10:00–10:30 in Lisbon)');
    await say(BEN, '1');
    expect(takers(offer)).toEqual([
      [0, BEN],
      [1, ANA],
    ]);
    const other = await offered({ slots: [at('2026-12-01T09:00'), at('2026-12-02T09:00')] });
    await receiveMail(
      desk,
      mailOf({
        id: 'words',
        from: ANA,
        subject: 'Re: The lamp',
        text: 'Dear Tamsin,\n\nTuesday 1 December at 14:45 would be fine for me.\n',
        headers: [`In-Reply-To: ${copyOf(other, ANA).headerId}`],
      }),
    );
    expect(seen(other).given[0]).toMatchObject({ status: 'unclear', proposed: 0 });
    expect(takers(other)).toEqual([]);
  });

  it('by somebody else nothing is taken', async () => {
    const offer = await offered({}, [ANA]);
    const body = (await prepared(copyOf(offer, ANA).id)).get(0)!;
    await receiveMail(desk, mailOf({ id: 'x', from: 'eve@y.example', subject: 'Re: The lamp', text: body }));
    expect([takers(offer), given(offer)]).toEqual([[], ['somebody-else']]);
    expect(followed(offer)).toEqual([]);
  });
});

describe('on the page', () => {
  it('what is taken is not shown any more; pressed meanwhile, it says so and what is left', async () => {
    const offer = await offered();
    const token = prove(desk.store.db, { departureId: copyOf(offer, BEN).id, answer: 0 });
    expect(answerPath(token)).toContain('/answer/');
    expect(readAnswerPage(desk, token)!.answers.map(({ index }) => index)).toEqual([0, 1, 2, NONE]);
    onPage(offer, ANA, 0);
    expect(readAnswerPage(desk, token)!.answers.map(({ index }) => index)).toEqual([1, 2, NONE]);
    const page = onPage(offer, BEN, 0);
    expect(page.refused).toContain('Thu 26 Nov 15:00–15:30');
    expect(page.standing).toEqual([]);
    expect(onPage(offer, BEN, 1)).toMatchObject({ standing: [1], refused: '' });
  });
});

describe('one time for all', () => {
  it('everybody: the first that all have chosen; each may choose several', async () => {
    const offer = await offered({ agreement: 'everyone' }, [ANA, BEN, CY]);
    await press(offer, ANA, 0);
    await press(offer, ANA, 1);
    await press(offer, BEN, 1);
    await press(offer, BEN, 2);
    expect(takers(offer)).toEqual([]);
    expect(seen(offer).readers.map(({ chosen }) => chosen)).toEqual([[0, 1], [1, 2], []]);
    await press(offer, CY, 1);
    expect(takers(offer)).toEqual([[1, '']]);
    expect(states(offer)).toEqual(['taken', 'taken', 'taken']);
    const [invitation] = followed(offer);
    expect(recipientsOf(desk.store.db, [invitation!.id]).map(({ address }) => address)).toEqual([
      ANA,
      BEN,
      CY,
    ]);
    // Settled is settled.
    await press(offer, CY, 2);
    expect(given(offer).at(-1)).toBe('late');
    expect(takers(offer)).toEqual([[1, '']]);
  });

  it('most of them: more than half', async () => {
    const offer = await offered({ agreement: 'majority' }, [ANA, BEN, CY]);
    await press(offer, ANA, 2);
    expect(takers(offer)).toEqual([]);
    await press(offer, BEN, 2);
    expect(takers(offer)).toEqual([[2, '']]);
    expect(seen(offer).decided).toBe(true);
  });

  it('no time suits all: I am told at once, and settle on one myself', async () => {
    const offer = await offered({ agreement: 'everyone' }, [ANA, BEN]);
    await press(offer, ANA, 0);
    await press(offer, BEN, 1);
    expect(findMessage(desk.store.db, offer.message)!.returnedWhy).toMatchObject({
      words: expect.stringContaining('no time suits enough of them') as string,
    });
    settleOn(keyed('settle'), offer.id, 1);
    expect(takers(offer)).toEqual([[1, '']]);
    expect(() => settleOn(desk, offer.id, 0)).toThrow('settled already');
    undo(desk, 'settle');
    expect([takers(offer), calls()]).toEqual([[], []]);
    createEvent(desk, { summary: 'Committee', start: '2026-11-27T10:00', zone: 'Etc/UTC' });
    expect(() => settleOn(desk, offer.id, 1)).toThrow('Your calendar has “Committee” by then.');
  });

  it('what all have chosen and my calendar has filled is passed over', async () => {
    const offer = await offered({ agreement: 'everyone' }, [ANA, BEN]);
    await press(offer, ANA, 0);
    await press(offer, ANA, 1);
    await press(offer, BEN, 1);
    expect(takers(offer)).toEqual([[1, '']]);
  });
});

describe('times worth offering', () => {
  it('are when all are at work and nothing is, on different days', () => {
    addCorrespondent(desk, { name: 'Ana', addresses: [ANA], zone: 'Asia/Kathmandu' });
    createEvent(desk, {
      summary: 'Committee',
      start: '2026-11-25T09:00',
      end: '2026-11-25T13:00',
      zone: 'Europe/Lisbon',
    });
    const times = suggestTimes(desk, { recipients: [{ address: ANA }], minutes: 30, count: 4 });
    expect(times).toHaveLength(4);
    expect(times.every(({ good }) => good)).toBe(true);
    expect(new Set(times.map(({ here }) => here.slice(0, 10))).size).toBe(4);
    expect(times[0]!.here).not.toContain('25 Nov');
  });

  it('are not those that are offered to somebody else', async () => {
    const first = suggestTimes(desk, { recipients: [], minutes: 60, count: 8 }).map((each) => each.at);
    await offered({ slots: first.slice(0, 2), minutes: 60 });
    const next = suggestTimes(desk, { recipients: [], minutes: 60, count: 8 }).map((each) => each.at);
    expect(next).not.toContain(first[0]);
    expect(next).not.toContain(first[1]);
  });
});

describe('races', () => {
  it(
    'two hundred times two for one: never two, never none',
    async () => {
      const second = openDesk(dir);
      try {
        for (let n = 0; n < 200; n++) {
          const slot = at('2026-12-01T00:00') + n * HOUR;
          const offer = await offered({ slots: [slot], minutes: 30, deadline: { hours: 900 } });
          // One by mail, one on the page by another process's connection, in either order.
          const [one, other] = n % 2 === 0 ? [ANA, BEN] : [BEN, ANA];
          const all = [
            () => press(offer, one, 0),
            () => Promise.resolve().then(() => onPage(offer, other, 0, second)),
          ];
          await Promise.all((n % 3 === 0 ? all.reverse() : all).map((each) => each()));
          expect(takers(offer)).toHaveLength(1);
          const events = listEvents(desk, slot, slot + HOUR).filter(({ summary }) => summary === 'Lamp call');
          expect(events).toHaveLength(1);
          const statuses = given(offer).sort();
          expect(statuses).toEqual(['counts', 'late']);
        }
      } finally {
        second.store.close();
      }
    },
    patient(120_000),
  );

  it(
    'whatever is pressed in whatever order, nobody has two and nothing is had twice',
    async () => {
      const step = fc.record({
        who: fc.constantFrom(ANA, BEN, CY),
        slot: fc.constantFrom(0, 1, 2, NONE),
        how: fc.constantFrom('page', 'me', 'undo', 'fill'),
      });
      await fc.assert(
        fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
          ({ desk, dir } = tempDesk());
          const offer = await offered({}, [ANA, BEN, CY]);
          let [key, last] = [0, ''];
          for (const { who, slot, how } of steps) {
            if (how === 'page') onPage(offer, who, slot);
            if (how === 'me')
              try {
                noteTold(keyed((last = `k${key++}`)), offer.id, who, slot, '');
              } catch (error) {
                last = '';
                if (!(error instanceof Refused)) throw error;
              }
            if (how === 'fill' && slot !== NONE)
              createEvent(desk, {
                summary: 'Filled',
                start: new Date(USUAL.slots[slot]!).toISOString().slice(0, 16),
                zone: 'Etc/UTC',
              });
            if (how === 'undo' && last) {
              try {
                undo(desk, last);
              } catch (error) {
                if (!(error instanceof Refused)) throw error;
              }
              last = '';
            }
          }
          const all = takesOf(desk.store.db, [offer.id]);
          expect(new Set(all.map(({ reader }) => reader)).size).toBe(all.length);
          const standing = seen(offer).readers.filter(({ answer }) => answer !== null && answer !== NONE);
          expect(new Map(all.map(({ reader, slot }) => [reader, slot]))).toEqual(
            new Map(standing.map(({ address, answer }) => [address, answer!])),
          );
          expect(calls().sort()).toEqual(all.map(({ slot }) => USUAL.slots[slot]!).sort());
        }),
        { numRuns: 40 },
      );
    },
    patient(120_000),
  );
});
