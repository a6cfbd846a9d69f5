import { beforeEach, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { plan } from '#test/support/watching';
import { historyOf } from '#store/journal';
import { forgetDeleted } from '#store/expired';
import { moveClock } from '../clock/sandbox';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { receiveMail } from '../incoming/receiveMail';
import { createDraft } from '../messages/createDraft';
import { deleteMessage } from '../messages/deleteMessage';
import { readMessage } from '../messages/readMessage';
import { claimDeparture } from '../release/claimDeparture';
import { finishAttempt } from '../release/finishAttempt';
import { runWaker } from '../wakers/wakers';
import { watchesWaker } from '../wakers/watches';
import { changeWatch, watchMessage } from './setWatch';
import { setUsual } from './usualWatch';
import { visit } from './visit';
import { readWatch, watchesInThread } from './watchView';

const ORIGIN = 'https://lantern.place.example';
const PAGE = 'https://form.x.example/crates?id=7&lang=en';
const VISIT = /https:\/\/lantern\.place\.example\/visit\/([\w-]+)/g;

let desk: Desk;
beforeEach(() => {
  desk = { ...tempDesk().desk, visitOrigin: ORIGIN };
});

const draft = (to = ['ana@x.example']) =>
  createDraft(desk, {
    to,
    subject: 'Form',
    text: `Please fill in ${PAGE} by Friday.`,
    html: `<p>Please fill in <a href="${PAGE.replace('&', '&amp;')}">the form</a>.</p>`,
  }).id;

/** Releases it. @returns the tokens in what each reader got, each once */
async function release(id: string, status: 'accepted' | 'refused' = 'accepted'): Promise<string[][]> {
  const tokens: string[][] = [];
  for (const { id: departure } of readMessage(desk, id).departures) {
    const { bytes, envelope } = (await claimDeparture(desk, departure))!;
    const plain = bytes.toString().replaceAll(/=\r\n/g, '').replaceAll('=3D', '=');
    tokens.push([...new Set([...plain.matchAll(VISIT)].map((match) => match[1]!))]);
    const outcomes = envelope.addresses.map((address) => ({
      address,
      status,
      answer: '',
    }));
    await finishAttempt(desk, departure, { outcomes, unanswered: false });
  }
  return tokens;
}

const watchFor = (id: string) => watchMessage(desk, id, { deadline: { hours: 24 }, settledBy: 'visit' }).id;
const stateOf = (watch: string) => readWatch(desk, watch).state;

it('a link that is opened ends the wait, and leads where it led', async () => {
  const id = draft();
  const watch = watchFor(id);
  plan(desk, id);
  const [[token, ...others]] = (await release(id)) as [string[]];
  expect(others).toEqual([]);
  // Whoever only looks what is there has opened nothing.
  expect(visit(desk, token!, false)).toBe(PAGE);
  expect(stateOf(watch)).toBe('waiting');
  expect(visit(desk, token!, true)).toBe(PAGE);
  expect(readWatch(desk, watch)).toMatchObject({ state: 'settled', endedBy: null });
  expect(historyOf(desk.store.db, id).at(-1)).toMatchObject({
    what: 'watch settled',
    why: `${PAGE} was opened`,
  });
  // Again, and when it is over: it leads there, and nothing else happens.
  const { revision } = readWatch(desk, watch);
  expect(visit(desk, token!, true)).toBe(PAGE);
  expect(readWatch(desk, watch).revision).toBe(revision);
  expect(visit(desk, 'x'.repeat(21), true)).toBeUndefined();
  // What is kept here is what was written.
  expect(readMessage(desk, id).text).toContain(PAGE);
});

it('a link of any script leads on, and one opened after the deadline ends the wait all the same', async () => {
  const id = createDraft(desk, {
    to: ['ana@x.example'],
    subject: 'Form',
    text: 'https://x.example/書類?q=ä and https://[broken',
  }).id;
  const watch = watchFor(id);
  plan(desk, id);
  const [[token, ...others]] = (await release(id)) as [string[]];
  expect(others).toEqual([]);
  moveClock(desk, { set: readWatch(desk, watch).at! });
  runWaker(desk, watchesWaker);
  expect(stateOf(watch)).toBe('ran-out');
  expect(visit(desk, token!, true)).toBe('https://x.example/%E6%9B%B8%E9%A1%9E?q=%C3%A4');
  expect(stateOf(watch)).toBe('settled');
  expect(readMessage(desk, id).returnedWhy).toBeNull();
});

it('an answer ends it too', async () => {
  const id = draft();
  const watch = watchFor(id);
  plan(desk, id);
  await release(id);
  await receiveMail(desk, mailOf({ from: 'ana@x.example', subject: 'Re: Form' }));
  expect(stateOf(watch)).toBe('settled');
});

it('each copy has links of its own', async () => {
  const id = draft(['ana@x.example', 'bo@x.example']);
  watchFor(id);
  plan(desk, id, true);
  const [toAna, toBo] = (await release(id)) as [string[], string[]];
  expect(toAna).not.toEqual(toBo);
  visit(desk, toBo[0]!, true);
  const states = watchesInThread(desk, id).map(({ copy, state }) => [copy, state]);
  expect(states).toEqual([
    ['ana@x.example', 'waiting'],
    ['bo@x.example', 'settled'],
  ]);
});

it('nothing is led through here unless that was asked for', async () => {
  const id = draft();
  watchMessage(desk, id, { deadline: { hours: 24 }, settledBy: 'anyone' });
  plan(desk, id);
  expect(await release(id)).toEqual([[]]);
  expect(() => changeWatch(desk, watchesInThread(desk, id)[0]!.id, { settledBy: 'visit' })).toThrow(Invalid);
});

it('is refused where nobody outside reaches here', () => {
  const { visitOrigin: _none, ...closed } = desk;
  desk = closed;
  expect(() => watchFor(draft())).toThrow(/OAK_ORIGIN/);
  const watch = { deadline: { days: 1 }, settledBy: 'visit' as const, chasers: null };
  expect(() => setUsual(desk, { for: 'everyone' }, watch)).toThrow(/OAK_ORIGIN/);
});

it('leads on after its message has been forgotten', async () => {
  const id = draft();
  watchFor(id);
  plan(desk, id);
  const [[token]] = (await release(id, 'refused')) as [string[]];
  deleteMessage(desk, id);
  desk.store.write((tx) => forgetDeleted(tx, [id]));
  expect(visit(desk, token!, true)).toBe(PAGE);
});
