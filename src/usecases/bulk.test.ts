/** One thing done to several departures, and finding them. */
import { wallOf } from '#core/plan/kinds/registry';
import { expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import type { Plan } from '#core/plan/plan';
import { bulk } from './departures/bulk';
import { listDepartures, readDeparture } from './departures/departureView';
import type { Desk } from './desk';
import { createDraft } from './messages/createDraft';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent } from './people/correspondents';
import { claimDeparture } from './release/claimDeparture';

const lisbon: Plan = { kind: 'at', local: '2026-11-27T09:10', zone: 'Europe/Lisbon' };

function scheduled(desk: Desk, subject: string, plan = lisbon, to = 'p@x.example'): string {
  const { id } = createDraft(desk, { to: [to], subject, text: 'x' });
  return scheduleMessage(desk, id, plan)[0]!.id;
}

const goTo = (desk: Desk, at: number) =>
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
const local = (desk: Desk, id: string) => {
  const { plan } = readDeparture(desk, id);
  return wallOf(plan)?.local ?? 'now';
};

it('does what can be done and says what could not be, and why; the undo brings back the plans', async () => {
  const { desk } = tempDesk();
  const [a, b, left] = ['A', 'B', 'Left'].map((subject) => scheduled(desk, subject));
  const soon = scheduled(desk, 'Soon', { kind: 'at', local: '2026-11-24T15:00', zone: 'Europe/Lisbon' });
  goTo(desk, readDeparture(desk, left!).due);
  await claimDeparture(desk, left!);
  goTo(desk, NOW);
  const ids = [a!, left!, b!, soon, 'nothing'];
  const moved = bulk(desk, ids, { action: 'shift', days: 0, minutes: -60 });
  expect(moved.done.map(({ id, snapshot }) => [id, snapshot!.plan])).toEqual([
    [a, lisbon],
    [b, lisbon],
  ]);
  expect(moved.failed.map(({ subject, why }) => `${subject}: ${why}`)).toEqual([
    'Left: It is leaving right now.',
    'Soon: This moment is past. Choose a later one.',
    ': There is no such departure.',
  ]);
  expect([a!, b!, soon].map((id) => local(desk, id))).toEqual([
    '2026-11-27T08:10',
    '2026-11-27T08:10',
    '2026-11-24T15:00',
  ]);
  const snapshots = Object.fromEntries(moved.done.map(({ id, snapshot }) => [id, snapshot!]));
  expect(bulk(desk, Object.keys(snapshots), { action: 'restore', snapshots }).failed).toEqual([]);
  expect([a!, b!].map((id) => local(desk, id))).toEqual([lisbon.local, lisbon.local]);
});

it('moves to the next morning the reader works, pauses, goes on and takes back', () => {
  const { desk } = tempDesk();
  addCorrespondent(desk, {
    name: 'Prakriti',
    addresses: ['p@x.example'],
    zone: 'Asia/Kathmandu',
    leave: [{ from: '2026-11-30', to: '2026-12-01', note: '' }],
  });
  const id = scheduled(desk, 'A');
  bulk(desk, [id], { action: 'next-working-morning' });
  expect(readDeparture(desk, id).plan).toEqual({
    kind: 'at',
    local: '2026-12-02T09:00',
    zone: 'Asia/Kathmandu',
  });
  const states = (['pause', 'resume', 'take-back'] as const).map((action) => {
    expect(bulk(desk, [id], { action }).failed).toEqual([]);
    return readDeparture(desk, id).state;
  });
  expect(states).toEqual(['paused', 'scheduled', 'draft']);
});

it('finds pending departures by words of the subject and by their readers, whatever the words are', () => {
  const { desk } = tempDesk();
  const crates = scheduled(desk, 'Crates 100% ready');
  const lamps = scheduled(desk, 'Lamps', lisbon, 'Haruki Anzai <h@lacquer.example>');
  const found = (search: string) =>
    listDepartures(desk, { states: ['scheduled'], search, limit: 10 }).departures.map(({ id }) => id);
  expect(found('crates')).toEqual([crates]);
  expect(found('100%')).toEqual([crates]);
  expect(found('anzai')).toEqual([lamps]);
  expect(found('LACQUER')).toEqual([lamps]);
  for (const nothing of ['%', '_', "'", '\\']) expect(found(`zz${nothing}`)).toEqual([]);
});
