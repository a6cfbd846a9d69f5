import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { inboxOf, tempDesk } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import { plan, release } from '#test/support/watching';
import { bytesOfLeft, preparedAnswers } from '#test/support/questions';
import { tokenLine, tokensIn, type Token } from '#core/question/token';
import { departuresOf } from '#store/departures';
import { listDepartures } from '#store/departureList';
import { findMessage, recipientsOf } from '#store/messages';
import { outcomesOf } from '#store/outcomes';
import { answersTo } from '#store/questions';
import { moveClock } from '../clock/sandbox';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Invalid, Refused, Stale } from '../errors';
import { receiveMail } from '../incoming/receiveMail';
import { undo } from '../incoming/undo';
import { createDraft } from '../messages/createDraft';
import { scheduleMessage } from '../messages/scheduleMessage';
import { addCorrespondent } from '../people/correspondents';
import { claimDeparture } from '../release/claimDeparture';
import { runWaker } from '../wakers/wakers';
import { watchesWaker } from '../wakers/watches';
import { changeWatch, endWatch } from '../watches/setWatch';
import { readWatch } from '../watches/watchView';
import { answerOnPage, readAnswerPage } from './answerPage';
import { ask, changeQuestion, closeQuestion, takeOff, type QuestionInput } from './ask';
import { judgeAnswer, noteTold } from './judgeAnswer';
import { isProven, prove } from './proofs';
import { answeredBy, questionsNear, readQuestion } from './questionView';
import { tellAll } from './tellAll';

const HOUR = 3_600_000;
const THREE = ['Ana <ana@x.example>', 'Ben <ben@x.example>', 'Cy <cy@x.example>'];
const USUAL: QuestionInput = {
  words: 'Which day suits you?',
  answers: ['Tuesday', 'Friday'],
  decidedWhen: 'everyone',
  mayComment: true,
  deadline: { hours: 48 },
};

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});

const draft = (to = THREE) =>
  createDraft(desk, { to, subject: 'The boat', text: 'Dear all,\n\nthe boat has two days.\n' }).id;

interface Asked {
  id: string;
  message: string;
  /** Of each reader the proofs in their copy, by answer. */
  proofs: Map<string, Token[]>;
  headerIds: string[];
}

/** One that has left, a copy for each reader unless they are together. */
async function asked(patch: Partial<QuestionInput> = {}, to = THREE, individual = true): Promise<Asked> {
  const message = draft(to);
  const { id } = ask(desk, message, { ...USUAL, ...patch });
  plan(desk, message, individual);
  const headerIds = await release(desk, message);
  const proofs = new Map<string, Token[]>();
  for (const departure of departuresOf(desk.store.db, message)) {
    const all = (await preparedAnswers(bytesOfLeft(desk, departure.id))).map(
      ({ body }) => tokensIn(body)[0]!,
    );
    for (const reader of departure.reader === null ? to.map(addressOf) : [departure.reader])
      proofs.set(reader, all);
  }
  return { id, message, proofs, headerIds };
}

const addressOf = (mailbox: string) => /<(.*)>/.exec(mailbox)?.[1] ?? mailbox;
let count = 0;
const reply = (parts: MailParts) =>
  receiveMail(desk, mailOf({ id: `reply${count++}`, subject: 'Re: The boat', ...parts }));
/** Presses an answer, as a mail program does: with what it was given to send, and nothing of the thread. */
const press = (question: Asked, from: string, answer: number, words = '', copy = addressOf(from)) =>
  reply({
    from,
    text: `${USUAL.answers[answer]}\r\n\r\n${words}\r\n${tokenLine(question.proofs.get(copy)![answer]!)}`,
  });
const seen = ({ id }: { id: string }) => readQuestion(desk, id);
const standing = (question: { id: string }) =>
  Object.fromEntries(seen(question).readers.map(({ name, answer }) => [name, answer]));
const statuses = (question: { id: string }) => seen(question).given.map(({ status }) => status);
const goTo = (ms: number) => {
  moveClock(desk, { set: desk.now() + ms });
  return runWaker(desk, watchesWaker);
};
const keyed = (undoKey: string): Desk => ({ ...desk, undoKey });

describe('a question', () => {
  it('is asked of each reader with answers of their own copy, and until when on their clock', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example'], zone: 'Asia/Kathmandu' });
    const question = await asked({ deadline: { local: '2026-11-27T17:00', zone: 'Etc/UTC' } });
    const [ana, ben] = [question.proofs.get('ana@x.example')!, question.proofs.get('ben@x.example')!];
    expect(ana).toHaveLength(2);
    expect(ana[0]!.departureId).not.toBe(ben[0]!.departureId);
    for (const token of [...ana, ...ben]) expect(isProven(desk.store.db, token)).toBe(true);
    const [first] = departuresOf(desk.store.db, question.message);
    const bytes = bytesOfLeft(desk, first!.id);
    const links = await preparedAnswers(bytes);
    expect(links[0]).toMatchObject({
      to: 'registrar@wrenfield.example',
      subject: 'Re: The boat',
      inReplyTo: first!.headerId,
    });
    expect(bytes.toString()).toContain('22:45 in Kathmandu');
    // No copy has anything of another reader's.
    for (const { departureId } of ben) expect(bytes.toString()).not.toContain(departureId);
  });

  it('counts what is pressed, changed minds too, and files away what says nothing else', async () => {
    const question = await asked();
    const answer = await press(question, THREE[0]!, 0);
    expect(findMessage(desk.store.db, answer.id)).toMatchObject({ place: 'archive', unseen: false });
    const why = await press(question, THREE[1]!, 1, 'The first is a holiday here.');
    expect(findMessage(desk.store.db, why.id)!.place).toBe('inbox');
    expect(standing(question)).toEqual({ Ana: 0, Ben: 1, Cy: null });
    expect(seen(question)).toMatchObject({
      tally: '2 of 3 have answered: Tuesday (1), Friday (1)',
      decided: false,
    });
    await press(question, THREE[0]!, 1);
    expect(standing(question)).toEqual({ Ana: 1, Ben: 1, Cy: null });
    expect(seen(question).given.map(({ answer: each, stands, comment }) => [each, stands, comment])).toEqual([
      [0, false, ''],
      [1, true, 'The first is a holiday here.'],
      [1, true, ''],
    ]);
    // Of each copy it is known whether it was answered, though a prepared answer may name no message.
    const came = outcomesOf(
      desk.store.db,
      departuresOf(desk.store.db, question.message).map(({ id }) => id),
    );
    expect([...came.values()].map(({ answeredAt }) => answeredAt !== null)).toEqual([true, true, false]);
    expect(answeredBy(desk, ['ANA@x.example'])).toMatchObject([{ answer: 'Friday', words: USUAL.words }]);
  });

  it('is back with the result once it is decided, and nothing is waited for', async () => {
    const question = await asked();
    const watch = seen(question).watch!;
    for (const [index, from] of THREE.entries()) {
      expect(readWatch(desk, watch).state).toBe('waiting');
      await press(question, from, index === 1 ? 1 : 0);
    }
    expect(readWatch(desk, watch)).toMatchObject({ state: 'settled', by: 'decision' });
    const [back] = inboxOf(desk).messages;
    expect(back).toMatchObject({
      id: question.message,
      returnedWhy: {
        kind: 'question',
        words: 'decided: Tuesday; all 3 have answered: Tuesday (2), Friday (1)',
      },
    });
    // Minds may change until the deadline.
    await press(question, THREE[2]!, 1);
    expect(standing(question)).toEqual({ Ana: 0, Ben: 1, Cy: 1 });
  });

  it('comes back at the deadline with the count; what comes later is kept and does not count, unless I say so', async () => {
    const question = await asked();
    await press(question, THREE[0]!, 1);
    goTo(49 * HOUR);
    expect(inboxOf(desk).messages[0]).toMatchObject({
      id: question.message,
      returnedWhy: { kind: 'question', words: '1 of 3 have answered: Friday (1); missing: Ben and Cy' },
    });
    await press(question, THREE[1]!, 1);
    expect(statuses(question)).toEqual(['counts', 'late']);
    expect(seen(question)).toMatchObject({ state: 'closed', tally: '1 of 3 have answered: Friday (1)' });
    const late = seen(question).given[1]!;
    judgeAnswer(keyed('late-one'), question.id, late.id, late.answer);
    expect(standing(question)).toEqual({ Ana: 1, Ben: 1, Cy: null });
    undo(desk, 'late-one');
    expect(standing(question)).toEqual({ Ana: 1, Ben: null, Cy: null });
    // Given more time, it takes answers again.
    changeWatch(desk, seen(question).watch!, { deadline: { hours: 24 } });
    expect(seen(question).state).toBe('open');
    await press(question, THREE[2]!, 0);
    expect(standing(question)).toEqual({ Ana: 1, Ben: null, Cy: 0 });
  });

  it.each([
    ['majority', 2],
    ['first', 1],
  ] as const)('decided by %s is so after %i of three', async (decidedWhen, after) => {
    const question = await asked({ decidedWhen });
    for (let n = 0; n < after; n++) {
      expect(readWatch(desk, seen(question).watch!).state).toBe('waiting');
      await press(question, THREE[n]!, 0);
    }
    expect(readWatch(desk, seen(question).watch!).state).toBe('settled');
  });

  it('waits for those it has not reached yet', async () => {
    const message = draft();
    const { id } = ask(desk, message, USUAL);
    scheduleMessage(desk, message, { kind: 'at', local: '2026-11-25T09:00', zone: 'Etc/UTC' }, undefined, {
      copies: 'individual',
    });
    moveClock(desk, { set: Date.parse('2026-11-25T09:00:00Z') });
    const [first, second] = departuresOf(desk.store.db, message);
    const { finishAttempt } = await import('../release/finishAttempt');
    const leave = async ({ id: departure }: { id: string }) => {
      const claim = (await claimDeparture(desk, departure))!;
      const outcomes = claim.envelope.addresses.map((address) => ({
        address,
        status: 'accepted' as const,
        answer: '250',
      }));
      await finishAttempt(desk, departure, { outcomes, unanswered: false });
    };
    await leave(first!);
    const proof = (await preparedAnswers(bytesOfLeft(desk, first!.id))).map(({ body }) => tokensIn(body)[0]!);
    await reply({ from: first!.reader!, text: `Tuesday\n${tokenLine(proof[0]!)}` });
    expect(readQuestion(desk, id)).toMatchObject({
      decided: false,
      tally: '1 of 3 have answered: Tuesday (1)',
    });
    const before = readWatch(desk, readQuestion(desk, id).watch!);
    moveClock(desk, { set: desk.now() + HOUR });
    await leave(second!);
    const after = readWatch(desk, before.id);
    expect(after.at).toBe(before.at! + HOUR);
    expect(after.readers.map(({ answered }) => answered)).toEqual([true, false]);
  });
});

describe('an answer in words', () => {
  const words = (question: Asked, from: string, text: string, index = 0) =>
    reply({ from, text, headers: [`In-Reply-To: ${question.headerIds[index]}`] });

  it('counts where it is plain, and is asked of me where it is not', async () => {
    const question = await asked({}, THREE, false);
    await words(question, THREE[0]!, 'Friday.\r\n\r\nAna');
    const unclear = await words(question, THREE[1]!, 'I think Friday would do');
    expect(statuses(question)).toEqual(['counts', 'unclear']);
    expect(seen(question).given[1]).toMatchObject({ proposed: 1, reader: 'ben@x.example', answer: null });
    expect(findMessage(desk.store.db, unclear.id)!.place).toBe('inbox');
    expect(questionsNear(desk, unclear.id).map(({ id }) => id)).toEqual([question.id]);
    judgeAnswer(desk, question.id, seen(question).given[1]!.id, 1);
    expect(standing(question)).toEqual({ Ana: 1, Ben: 1, Cy: null });
  });

  it('is not looked for in what goes on between us', async () => {
    const question = await asked({}, THREE, false);
    await words(question, THREE[0]!, 'Friday');
    await words(question, THREE[0]!, 'And who carries the crate?');
    await words(question, THREE[0]!, 'Friday it is, as I said');
    expect(statuses(question)).toEqual(['counts']);
    await words(question, THREE[0]!, 'Perhaps Tuesday is better');
    expect(statuses(question)).toEqual(['counts', 'unclear']);
    expect(standing(question).Ana).toBe(1);
  });

  it('is none from machines, receipts, quotes, or somebody it did not go to', async () => {
    const question = await asked({}, THREE, false);
    const auto = (from: string, header: string) =>
      reply({ from, text: 'Friday', headers: [`In-Reply-To: ${question.headerIds[0]}`, header] });
    await auto(THREE[0]!, 'Auto-Submitted: auto-replied');
    await auto(THREE[1]!, 'Precedence: bulk');
    await words(question, THREE[2]!, '> Friday\r\n> Tuesday');
    expect(statuses(question).filter((status) => status === 'counts')).toEqual([]);
    await words(question, 'Eve <eve@y.example>', 'Friday');
    expect(seen(question).given.at(-1)).toMatchObject({ status: 'somebody-else', reader: null, answer: 1 });
    await words(question, 'Eve <eve@y.example>', 'Who are you?');
    expect(statuses(question)).toHaveLength(seen(question).given.length);
    expect(Object.values(standing(question))).toEqual([null, null, null]);
  });
});

describe('a proof', () => {
  it('pressed by somebody it was passed on to is shown as that, and counts where I say for whom', async () => {
    const question = await asked();
    await press(question, 'Eve <eve@y.example>', 1, '', 'ana@x.example');
    expect(seen(question).given[0]).toMatchObject({
      status: 'somebody-else',
      why: 'It was asked of Ana, and answered by somebody else.',
      from: { name: 'Eve', address: 'eve@y.example' },
    });
    expect(standing(question).Ana).toBeNull();
    const { id } = seen(question).given[0]!;
    expect(() => judgeAnswer(desk, question.id, id, 1)).toThrow(Invalid);
    expect(() => judgeAnswer(desk, question.id, id, 1, 'eve@y.example')).toThrow(Invalid);
    judgeAnswer(desk, question.id, id, 1, 'ana@x.example');
    expect(standing(question).Ana).toBe(1);
  });

  it('of one reader’s copy is not another’s answer, though it was asked of both', async () => {
    const question = await asked();
    await press(question, THREE[1]!, 1, '', 'ana@x.example');
    expect(statuses(question)).toEqual(['somebody-else']);
    expect(standing(question)).toEqual({ Ana: null, Ben: null, Cy: null });
  });

  it('is theirs from any of their addresses', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example', 'ana@phone.example'] });
    const question = await asked();
    await press(question, 'ana@phone.example', 1, '', 'ana@x.example');
    expect(standing(question).Ana).toBe(1);
  });

  it('is refused and said where it is altered, foreign, or of another answer', async () => {
    const question = await asked();
    const [first, second] = question.proofs.get('ana@x.example')!;
    const forged = [
      { ...first!, answer: 2 },
      { ...first!, digest: second!.digest },
      { ...first!, departureId: question.proofs.get('ben@x.example')![0]!.departureId },
      { ...first!, digest: `${first!.digest.slice(0, -2)}AA` },
    ];
    for (const token of forged) await reply({ from: THREE[0], text: `Friday\n${tokenLine(token)}` });
    expect(statuses(question)).toEqual(['refused', 'refused', 'refused', 'refused']);
    const { desk: other } = tempDesk();
    ask(other, createDraft(other, { to: THREE, subject: 'x', text: 'x' }).id, USUAL);
    await reply({ from: THREE[0], text: `Friday\n${tokenLine(prove(other.store.db, first!))}` });
    expect(statuses(question)).toHaveLength(5);
    expect(standing(question).Ana).toBeNull();
    expect(() => judgeAnswer(desk, question.id, seen(question).given[0]!.id, 0)).toThrow(Refused);
  });

  it('that carries two answers is asked of me', async () => {
    const question = await asked();
    const [first, second] = question.proofs.get('ana@x.example')!;
    await reply({ from: THREE[0], text: `Friday\n${tokenLine(first!)}\n${tokenLine(second!)}` });
    expect(seen(question).given[0]).toMatchObject({
      status: 'unclear',
      answer: null,
      reader: 'ana@x.example',
    });
  });

  it('in what a reader passes on is asked of me: it may be another’s', async () => {
    const question = await asked({}, THREE, false);
    const [first] = question.proofs.get('ana@x.example')!;
    await reply({
      from: THREE[1],
      subject: 'Fwd: Re: The boat',
      text: `See below.\n\nTuesday\n${tokenLine(first!)}`,
    });
    expect(seen(question).given[0]).toMatchObject({ status: 'unclear', answer: null, proposed: 0 });
  });

  it('asked again by a chaser is the same question’s', async () => {
    const question = await asked({}, ['Ana <ana@x.example>']);
    const watch = seen(question).watch!;
    changeWatch(desk, watch, { chasers: { text: 'Have you seen it?', then: 'leave', times: 1 } });
    goTo(49 * HOUR);
    const { message, at } = readWatch(desk, watch).chasers!.made[0]!;
    moveClock(desk, { set: at! });
    await release(desk, message);
    const [departure] = departuresOf(desk.store.db, message);
    const [yes] = await preparedAnswers(bytesOfLeft(desk, departure!.id));
    await reply({ from: THREE[0], text: yes!.body });
    expect(seen(question)).toMatchObject({ decided: true, ahead: 'Tuesday' });
    expect(readWatch(desk, watch).state).toBe('settled');
  });

  it('quoted in what goes on is no answer again', async () => {
    const question = await asked();
    await press(question, THREE[0]!, 0);
    await reply({
      from: THREE[0],
      text: `One more thing.\n\n> Friday\n> ${tokenLine(question.proofs.get('ana@x.example')![1]!)}`,
    });
    expect(standing(question).Ana).toBe(0);
  });

  it('is never made without the key: 10,000 forgeries', async () => {
    const question = await asked({}, THREE.slice(0, 1));
    const [first] = question.proofs.get('ana@x.example')!;
    const good = Buffer.from(first!.digest, 'base64url');
    const digest = fc.oneof(
      fc.uint8Array({ minLength: 16, maxLength: 16 }).map((bytes) => Buffer.from(bytes)),
      // One bit of a good one.
      fc.integer({ min: 0, max: 127 }).map((bit) => {
        const bytes = Buffer.from(good);
        bytes[bit >> 3]! ^= 1 << (bit & 7);
        return bytes;
      }),
    );
    fc.assert(
      fc.property(digest, fc.integer({ min: 0, max: 6 }), (bytes, answer) => {
        if (bytes.equals(good) && answer === first!.answer) return;
        const token = { ...first!, answer, digest: bytes.toString('base64url') };
        expect(isProven(desk.store.db, token)).toBe(false);
      }),
      { numRuns: 10_000 },
    );
    expect(isProven(desk.store.db, first!)).toBe(true);
    // One form only, although the last character has bits that the bytes do not have.
    const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_';
    const proven = [...alphabet].filter((last) =>
      isProven(desk.store.db, { ...first!, digest: first!.digest.slice(0, -1) + last }),
    );
    expect(proven).toEqual([first!.digest.at(-1)]);
  });
});

describe('the page', () => {
  const page = (question: Asked, reader = 'ana@x.example') =>
    prove(desk.store.db, { departureId: question.proofs.get(reader)![0]!.departureId, answer: 0 });

  it('changes nothing by being looked at, and takes what is pressed, once', async () => {
    const question = await asked();
    const token = page(question);
    expect(readAnswerPage(desk, token)).toMatchObject({
      words: USUAL.words,
      standing: [],
      closed: false,
    });
    expect(readAnswerPage(desk, token)).toBeDefined();
    expect(statuses(question)).toEqual([]);
    expect(answerOnPage(desk, token, 1, ' since the boat is full ')!.standing).toEqual([1]);
    answerOnPage(desk, token, 1, '');
    expect(seen(question).given).toMatchObject([
      { how: 'page', comment: 'since the boat is full', answer: 1 },
    ]);
    answerOnPage(desk, token, 0, '');
    expect(standing(question).Ana).toBe(0);
    expect(() => answerOnPage(desk, token, 5, '')).toThrow(Invalid);
    expect(() => answerOnPage(desk, token, NaN, '')).toThrow(Invalid);
  });

  it('is nobody’s where several have the same copy, and where the proof is of an answer', async () => {
    const together = await asked({}, THREE, false);
    expect(readAnswerPage(desk, page(together))).toBeUndefined();
    const question = await asked();
    expect(readAnswerPage(desk, question.proofs.get('ana@x.example')![0]!)).toBeUndefined();
    expect(readAnswerPage(desk, { ...page(question), digest: 'A'.repeat(22) })).toBeUndefined();
  });

  it('says that it is closed, keeps what comes then as late, and does not go on for ever', async () => {
    const question = await asked();
    const token = page(question);
    for (let n = 0; n < 50; n++) answerOnPage(desk, token, n % 2, '');
    expect(() => answerOnPage(desk, token, 0, '')).toThrow(Refused);
    closeQuestion(desk, question.id, true);
    const ben = page(question, 'ben@x.example');
    expect(readAnswerPage(desk, ben)!.closed).toBe(true);
    answerOnPage(desk, ben, 0, '');
    expect(statuses(question).at(-1)).toBe('late');
    closeQuestion(desk, question.id, false);
    answerOnPage(desk, ben, 1, '');
    expect(standing(question).Ben).toBe(1);
  });
});

describe('before it leaves a question', () => {
  it('is changed, taken off and brought back by undo, with its wait', () => {
    const message = draft();
    const { id } = ask(keyed('asked-it'), message, USUAL);
    const watch = readQuestion(desk, id).watch!;
    expect(readWatch(desk, watch)).toMatchObject({ settledBy: 'decision', state: 'waiting', since: null });
    changeQuestion(desk, id, { answers: ['a', 'b', 'c'] });
    expect(readQuestion(desk, id)).toMatchObject({
      answers: ['a', 'b', 'c'],
      words: USUAL.words,
      state: 'not-left',
    });
    expect(() => changeQuestion(desk, id, { words: 'x' }, 1)).toThrow(Stale);
    takeOff(keyed('took-off'), id);
    expect(questionsNear(desk, message)).toEqual([]);
    expect(readWatch(desk, watch).state).toBe('ended');
    undo(desk, 'took-off');
    expect(readQuestion(desk, id).answers).toEqual(['a', 'b', 'c']);
    expect(readWatch(desk, watch).state).toBe('waiting');
    // Changed since: it stays.
    expect(() => undo(desk, 'asked-it')).toThrow(Refused);
  });

  it('goes along with a copy that is taken back, and is asked there anew', () => {
    const message = draft();
    ask(desk, message, USUAL);
    const [first] = plan(desk, message, true);
    takeBack(desk, first!.id);
    expect(departuresOf(desk.store.db, message)).toHaveLength(2);
    const [other] = questionsNear(desk, message).filter((each) => each.message !== message);
    expect(recipientsOf(desk.store.db, [other!.message]).map(({ address }) => address)).toEqual([
      first!.reader,
    ]);
    expect(other!.watch).not.toBe(questionsNear(desk, message)[0]!.watch);
  });

  it('changed while it is made ready never leaves as it was', async () => {
    let struck = 0;
    for (let wait = 0; wait < 40; wait++) {
      const message = draft(['ana@x.example']);
      const { id } = ask(desk, message, USUAL);
      const [departure] = plan(desk, message);
      const claiming = claimDeparture(desk, departure!.id);
      for (let turn = 0; turn < wait; turn++) await Promise.resolve();
      let changed = true;
      try {
        changeQuestion(desk, id, { words: 'Another?' });
      } catch (error) {
        // It had begun to leave.
        expect(error).toBeInstanceOf(Refused);
        changed = false;
      }
      let claim = await claiming;
      if (!claim) struck++;
      claim ??= await claimDeparture(desk, departure!.id);
      expect(claim!.bytes.toString().includes('Another?')).toBe(changed);
    }
    expect(struck).toBeGreaterThan(0);
  });

  it('cannot be changed once anybody has it, nor be asked of a message that came in', async () => {
    const question = await asked();
    expect(() => changeQuestion(desk, question.id, { words: 'x' })).toThrow(Refused);
    expect(() => takeOff(desk, question.id)).toThrow(Refused);
    const incoming = await reply({ from: 'eve@y.example', subject: 'Else' });
    expect(() => ask(desk, incoming.id, USUAL)).toThrow(Refused);
  });

  it('ended its wait by hand and left, it says no end and takes answers until it is closed', async () => {
    const message = draft(['Ana <ana@x.example>']);
    const { id } = ask(desk, message, USUAL);
    endWatch(desk, readQuestion(desk, id).watch!);
    plan(desk, message);
    await release(desk, message);
    const [departure] = departuresOf(desk.store.db, message);
    expect(bytesOfLeft(desk, departure!.id).toString()).not.toContain('until');
    moveClock(desk, { set: desk.now() + 400 * 24 * HOUR });
    noteTold(desk, id, 'ana@x.example', 1, 'by telephone');
    expect(readQuestion(desk, id)).toMatchObject({ state: 'open', decided: true });
  });
});

describe('what was done otherwise in between', () => {
  const page = (question: Asked, reader: string) =>
    prove(desk.store.db, { departureId: question.proofs.get(reader)![0]!.departureId, answer: 0 });
  const waitedFor = (question: Asked) =>
    readWatch(desk, seen(question).watch!)
      .readers.filter(({ answered }) => !answered)
      .map(({ name }) => name);

  it('undone, who was noted is waited for again', async () => {
    const question = await asked();
    noteTold(keyed('told-by-me'), question.id, 'ana@x.example', 0, '');
    expect(waitedFor(question)).toEqual(['Ben', 'Cy']);
    undo(desk, 'told-by-me');
    expect(waitedFor(question)).toEqual(['Ana', 'Ben', 'Cy']);
    // What counted for one, and is said to be another’s, is waited for of the first.
    await press(question, 'Eve <eve@y.example>', 1, '', 'ana@x.example');
    const { id } = seen(question).given[0]!;
    judgeAnswer(desk, question.id, id, 1, 'ana@x.example');
    judgeAnswer(desk, question.id, id, 1, 'ben@x.example');
    expect(waitedFor(question)).toEqual(['Ana', 'Cy']);
    judgeAnswer(desk, question.id, id, null);
    expect(waitedFor(question)).toEqual(['Ana', 'Ben', 'Cy']);
  });

  it('closed and opened again, it is waited for until its deadline, and comes back at it', async () => {
    const question = await asked();
    closeQuestion(desk, question.id, true);
    expect(readWatch(desk, seen(question).watch!).state).toBe('ended');
    closeQuestion(desk, question.id, false);
    expect(readWatch(desk, seen(question).watch!).state).toBe('waiting');
    await press(question, THREE[0]!, 0);
    goTo(49 * HOUR);
    expect(inboxOf(desk).messages[0]).toMatchObject({
      id: question.message,
      returnedWhy: { kind: 'question' },
    });
    closeQuestion(desk, question.id, true);
    expect(() => closeQuestion(desk, question.id, false)).toThrow(/deadline is past/);
  });

  it('whose wait I had ended before, opened again is not waited for', async () => {
    const question = await asked();
    endWatch(desk, seen(question).watch!);
    moveClock(desk, { set: desk.now() + HOUR });
    closeQuestion(desk, question.id, true);
    closeQuestion(desk, question.id, false);
    expect(readWatch(desk, seen(question).watch!).state).toBe('ended');
  });

  it('the same answer on the page counts where the one before was late, or somebody else’s', async () => {
    const question = await asked();
    const token = page(question, 'ana@x.example');
    closeQuestion(desk, question.id, true);
    answerOnPage(desk, token, 1, '');
    answerOnPage(desk, token, 1, '');
    expect(statuses(question)).toEqual(['late']);
    closeQuestion(desk, question.id, false);
    answerOnPage(desk, token, 1, '');
    expect(statuses(question)).toEqual(['late', 'counts']);
    expect(standing(question).Ana).toBe(1);
  });

  it('asked of a series and undone, no occurrence asks it', () => {
    const message = draft(['Ana <ana@x.example>']);
    scheduleMessage(desk, message, {
      kind: 'series',
      start: '2026-11-25T09:00',
      zone: 'Etc/UTC',
      rrule: 'FREQ=DAILY;COUNT=3',
    });
    const asking = () =>
      listDepartures(desk.store.db, { states: ['scheduled'], limit: 10 }).filter(
        ({ messageId }) => questionsNear(desk, messageId).length > 0,
      ).length;
    const all = listDepartures(desk.store.db, { states: ['scheduled'], limit: 10 }).length;
    ask(keyed('of-a-series'), message, USUAL);
    expect(asking()).toBe(all);
    undo(desk, 'of-a-series');
    expect(asking()).toBe(0);
  });

  it('quoted without marks below an answer, the question’s own answers are not theirs', async () => {
    const question = await asked({}, THREE, false);
    const quoted = `Friday\n\nFrom: Tamsin\nSent: Tuesday\n\nthe boat has two days.\n\n${USUAL.words}\n\n  1. Tuesday\n  2. Friday\n`;
    await reply({ from: THREE[0], text: quoted, headers: [`In-Reply-To: ${question.headerIds[0]}`] });
    expect(standing(question).Ana).toBe(1);
  });
});

describe('what leaves again and again', () => {
  it('asks each time anew, and says by now what the series says', async () => {
    const message = draft(['Ana <ana@x.example>']);
    const { id } = ask(desk, message, USUAL);
    scheduleMessage(desk, message, {
      kind: 'series',
      start: '2026-11-25T09:00',
      zone: 'Etc/UTC',
      rrule: 'FREQ=DAILY;COUNT=3',
    });
    const occurrences = () =>
      listDepartures(desk.store.db, { states: ['scheduled'], limit: 10 }).map((each) => each.messageId);
    const of = (each: string) => questionsNear(desk, each).find((view) => view.message === each)!;
    expect(new Set(occurrences().map((each) => of(each).id)).size).toBe(occurrences().length);
    changeQuestion(desk, id, { words: 'And now?' });
    expect(occurrences().map((each) => of(each).words)).toEqual(occurrences().map(() => 'And now?'));
    const [first, second] = occurrences();
    moveClock(desk, { set: Date.parse('2026-11-25T09:00:00Z') });
    await release(desk, first!);
    const [departure] = departuresOf(desk.store.db, first!);
    const [yes] = await preparedAnswers(bytesOfLeft(desk, departure!.id));
    await reply({ from: 'ana@x.example', text: yes!.body });
    expect(of(first!)).toMatchObject({ decided: true });
    expect(of(second!)).toMatchObject({ state: 'not-left', decided: false });
    takeOff(desk, id);
    expect(occurrences().map((each) => questionsNear(desk, each).length)).toEqual(occurrences().map(() => 0));
  });
});

describe('the result', () => {
  it('is told to all it reached, who said what left out', async () => {
    const question = await asked();
    expect(() => tellAll(desk, question.id)).toThrow(Refused);
    await press(question, THREE[0]!, 0);
    await press(question, THREE[1]!, 0);
    const told = tellAll(desk, question.id);
    expect(told.text).toContain('Tuesday: 2\n  Friday: 0\n  no answer: 1\n\nSo it is: Tuesday.');
    expect(told.text).not.toContain('Ana');
    expect(told.choices?.copies).toBe('individual');
    expect(recipientsOf(desk.store.db, [told.id])).toHaveLength(3);
    expect(told.threadId).toBe(findMessage(desk.store.db, question.message)!.threadId);
  });
});

it('the result keeps hidden from each other who was', async () => {
  const { id: message } = createDraft(desk, {
    to: ['ana@x.example'],
    bcc: ['Ben <ben@x.example>'],
    subject: 'The boat',
    text: 'x',
  });
  const { id } = ask(desk, message, USUAL);
  plan(desk, message);
  await release(desk, message);
  noteTold(desk, id, 'ben@x.example', 0, '');
  const all = recipientsOf(desk.store.db, [tellAll(desk, id).id]);
  expect(all.map(({ field, address }) => [field, address])).toEqual([
    ['to', 'ana@x.example'],
    ['bcc', 'ben@x.example'],
  ]);
});

describe('whatever comes, in whatever order', () => {
  it('each reader says the last that counts, and nothing that came is forgotten', async () => {
    const step = fc.record({
      who: fc.constantFrom(0, 1, 2),
      answer: fc.constantFrom(0, 1),
      how: fc.constantFrom('link', 'page', 'words', 'me', 'close', 'open'),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 8 }), async (steps) => {
        const question = await asked();
        const model: (number | null)[] = [null, null, null];
        let [closed, kept] = [false, 0];
        for (const { who, answer, how } of steps) {
          const address = addressOf(THREE[who]!);
          const { departureId } = question.proofs.get(address)![0]!;
          // The same again on the page is none, where it is worth the same.
          const worth = closed ? 'late' : 'counts';
          const before = answersTo(desk.store.db, [question.id]).findLast(
            ({ reader, status }) => reader === address && status === worth,
          );
          if (how === 'close' || how === 'open') {
            if ((how === 'close') !== closed) closeQuestion(desk, question.id, how === 'close');
            closed = how === 'close';
            continue;
          }
          if (how === 'link') await press(question, THREE[who]!, answer);
          if (how === 'page')
            answerOnPage(desk, prove(desk.store.db, { departureId, answer: 0 }), answer, '');
          if (how === 'me') noteTold(desk, question.id, address, answer, '');
          if (how === 'words')
            await reply({
              from: THREE[who],
              text: USUAL.answers[answer],
              headers: [
                `In-Reply-To: ${departuresOf(desk.store.db, question.message).find(({ reader }) => reader === address)!.headerId}`,
              ],
            });
          if (how !== 'page' || before?.answer !== answer) kept++;
          if (!closed || how === 'me')
            model[who] = how === 'page' && before?.answer === answer ? model[who]! : answer;
        }
        expect(Object.values(standing(question))).toEqual(model);
        expect(seen(question).given).toHaveLength(kept);
        expect(readWatch(desk, seen(question).watch!).readers.map(({ answered }) => answered)).toEqual(
          model.map((each) => each !== null),
        );
      }),
      { numRuns: 25 },
    );
  });
});
