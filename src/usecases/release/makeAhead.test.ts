/** What was made ahead of its moment leaves only as it would if it were made then. */
import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { findDeparture } from '#store/departures';
import { changeSettings } from '../changeSettings';
import { moveClock } from '../clock/sandbox';
import { moveDeparture, pauseDeparture } from '../departures/changeDeparture';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { announceAttachment, receivePiece } from '../messages/attachments';
import { createDraft } from '../messages/createDraft';
import type { DraftInput } from '../messages/draftInput';
import { editMessage } from '../messages/editMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { makeOwnKey } from '../openpgp/keys';
import { addCorrespondent } from '../people/correspondents';
import { saveGroup } from '../people/groups';
import { ask } from '../questions/ask';
import { watchMessage } from '../watches/setWatch';
import { claimDeparture } from './claimDeparture';
import { finishAttempt } from './finishAttempt';
import { makeAhead } from './makeAhead';

const ASKED = {
  words: 'Shall we?',
  answers: ['Yes', 'No'],
  decidedWhen: 'everyone' as const,
  mayComment: false,
};
const PAGE = 'https://form.x.example/crates';
const LETTER: DraftInput = { to: ['Maya <maya@x.example>'], subject: 'Crates', text: `Please see ${PAGE}.` };
const wednesday = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;

/** Lets the sandbox clock stand at a moment. */
function goTo(desk: Desk, at: number): void {
  moveClock(desk, { rate: 0 });
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
}

function planned(desk: Desk, more: DraftInput = {}) {
  const { id } = createDraft(desk, { ...LETTER, ...more });
  const [departure] = scheduleMessage(desk, id, wednesday);
  return { id, departure: departure!.id, due: departure!.due };
}

const dateIn = (bytes: Buffer) => Date.parse(/^Date: (.*)$/m.exec(bytes.toString())![1]!);

/** Encoded as it had to be, without what differs from one making to the next. */
const said = (bytes: Buffer) =>
  bytes
    .toString()
    .replace(/^Message-ID: .*\r\n/m, '')
    .replaceAll(/[\da-f]{32}/g, 'boundary')
    .replaceAll(/=\r\n/g, '');

const attach = (desk: Desk, id: string) => {
  const attachment = announceAttachment(desk, id, { name: 'plan.txt', type: 'text/plain', size: 4 });
  receivePiece(desk, attachment.id, 0, Buffer.from('plan'));
};

it('leaves as it was made, with its planned moment as its Date', async () => {
  const { desk } = tempDesk();
  const { departure, due } = planned(desk);
  const made = (await makeAhead(desk, departure))!;
  goTo(desk, due + 2500);
  const claim = (await claimDeparture(desk, departure, undefined, made))!;
  expect(claim.bytes).toBe(made.prepared.sealed.bytes);
  expect(claim.bytes.toString()).toContain(`Message-ID: ${claim.departure.headerId}`);
  expect(dateIn(claim.bytes)).toBe(due);
  expect(claim.envelope).toEqual({ from: made.message.fromAddress, addresses: ['maya@x.example'] });
  expect(claim.departure).toMatchObject({ state: 'releasing', firstAttemptAt: due + 2500 });
});

it('is the same as what is made at its moment', async () => {
  const { desk } = tempDesk();
  const more = {
    cc: ['b@x.example'],
    bcc: ['c@x.example'],
    html: `<p>Please see <a href="${PAGE}">it</a></p>`,
  };
  const [ahead, then] = [planned(desk, more), planned(desk, more)];
  const made = await makeAhead(desk, ahead.departure);
  goTo(desk, ahead.due);
  const claims = [
    await claimDeparture(desk, ahead.departure, undefined, made),
    await claimDeparture(desk, then.departure),
  ];
  expect(claims[0]!.bytes).toBe(made!.prepared.sealed.bytes);
  expect(said(claims[0]!.bytes)).toBe(said(claims[1]!.bytes));
  expect(claims[0]!.envelope).toEqual(claims[1]!.envelope);
});

it.each<[string, (desk: Desk, id: string, departure: string) => unknown, string]>([
  ['its words', (desk, id) => editMessage(desk, id, { text: 'Other words' }), 'Other words'],
  ['its readers', (desk, id) => editMessage(desk, id, { to: ['new@x.example'] }), 'To: new@x.example'],
  ['its importance', (desk, id) => editMessage(desk, id, { importance: 'high' }), 'Importance: high'],
  ['a field', (desk, id) => editMessage(desk, id, { text: 'Dear {{name|friend}}' }), 'Dear Maya'],
  ['an attachment', attach, 'plan.txt'],
  ['a question', (desk, id) => ask(desk, id, ASKED), 'Shall we?'],
  [
    'a link to be opened',
    (desk, id) => watchMessage(desk, id, { deadline: { hours: 24 }, settledBy: 'visit' }),
    'https://lantern.place.example/visit/',
  ],
  ['a key of mine', (desk) => makeOwnKey(desk, null, 'several easy words'), 'Autocrypt: '],
])('with %s that came since, it leaves with that', async (_what, change, words) => {
  const desk = { ...tempDesk().desk, visitOrigin: 'https://lantern.place.example' };
  changeSettings(desk, { me: { name: 'Nora Field', address: 'nora@fieldhouse.example' } });
  const { id, departure, due } = planned(desk);
  const made = await makeAhead(desk, departure);
  expect(made).toBeDefined();
  await change(desk, id, departure);
  goTo(desk, due);
  const claim = (await claimDeparture(desk, departure, undefined, made))!;
  expect(said(claim.bytes)).toContain(words);
  expect(claim.departure.headerId).not.toBe(made!.headerId);
});

it.each<[string, (desk: Desk, departure: string) => unknown]>([
  ['moved', (desk, departure) => moveDeparture(desk, departure, { ...wednesday, local: '2026-11-26T08:30' })],
  ['paused', (desk, departure) => pauseDeparture(desk, departure)],
  ['taken back', (desk, departure) => takeBack(desk, departure)],
])('%s since, it does not leave', async (_what, change) => {
  const { desk } = tempDesk();
  const { departure, due } = planned(desk);
  const made = await makeAhead(desk, departure);
  change(desk, departure);
  goTo(desk, due);
  const { state } = findDeparture(desk.store.db, departure)!;
  expect(await claimDeparture(desk, departure, undefined, made)).toBeUndefined();
  expect(findDeparture(desk.store.db, departure)!.state).toBe(state);
});

it('is never early, and leaves once', async () => {
  const { desk } = tempDesk();
  const { departure, due } = planned(desk);
  const made = await makeAhead(desk, departure);
  goTo(desk, due - 1);
  expect(await claimDeparture(desk, departure, undefined, made)).toBeUndefined();
  goTo(desk, due);
  const claims = await Promise.all([1, 2].map(() => claimDeparture(desk, departure, undefined, made)));
  expect(claims.filter(Boolean)).toHaveLength(1);
});

it('that was kept waiting is made anew, with a Date of its own', async () => {
  const { desk } = tempDesk();
  const { departure, due } = planned(desk);
  const made = await makeAhead(desk, departure);
  goTo(desk, due + 10_000);
  const { bytes } = (await claimDeparture(desk, departure, undefined, made))!;
  expect(dateIn(bytes)).toBe(due + 10_000);
});

describe('only at its moment is made', () => {
  it.each<[string, DraftInput, ((desk: Desk, id: string) => unknown)?]>([
    ['what has a field', { text: 'Dear {{name}}' }],
    ['what is signed', { sign: true }],
    ['what is long', { text: 'x'.repeat(40_000) }],
    ['what something is attached to', {}, attach],
    ['what asks a question', {}, (desk, id) => ask(desk, id, ASKED)],
  ])('%s', async (_what, more, prepare) => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { ...LETTER, ...more });
    prepare?.(desk, id);
    const [departure] = scheduleMessage(desk, id, wednesday);
    expect(await makeAhead(desk, departure!.id)).toBeUndefined();
  });

  it('what goes to a group: who is in it is known then', async () => {
    const { desk } = tempDesk();
    const members = ['a@x.example', 'b@x.example'].map(
      (address) => addCorrespondent(desk, { name: '', addresses: [address] }).id,
    );
    const group = saveGroup(desk, { name: 'Two', members: members.slice(0, 1) });
    const { id } = createDraft(desk, { ...LETTER, to: [{ group: group.id }] });
    const [departure] = scheduleMessage(desk, id, wednesday);
    expect(await makeAhead(desk, departure!.id)).toBeUndefined();
  });

  it('what was tried before: its bytes are settled', async () => {
    const { desk } = tempDesk();
    const { departure, due } = planned(desk);
    goTo(desk, due);
    await claimDeparture(desk, departure);
    const outcomes = [{ address: 'maya@x.example', status: 'deferred' as const, answer: '451 Later' }];
    await finishAttempt(desk, departure, { outcomes, unanswered: false });
    expect(await makeAhead(desk, departure)).toBeUndefined();
  });
});
