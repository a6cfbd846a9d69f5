/** What waited in a browser: done once, however often and by however many it is told. */
import { expect, it } from 'vitest';
import { countRows, NOW, tempDesk } from '#test/support/desk';
import { takeBack } from '../departures/takeBack';
import { moveClock } from '../clock/sandbox';
import { createDraft } from './createDraft';
import { readMessage } from './readMessage';
import { sendQueued, type Queued } from './sendQueued';

const queued = (more: Partial<Queued> = {}): Queued => ({
  key: 'a-key-of-a-browser',
  message: { to: ['a@x.example'], subject: 'On the train', text: 'Hello.' },
  plan: { kind: 'now' },
  choices: {},
  ...more,
});

it('the same key is the same message, also after it has been taken back or has left', () => {
  const { desk } = tempDesk();
  const first = sendQueued(desk, queued());
  expect(sendQueued(desk, queued()).departures.map(({ id }) => id)).toEqual(
    first.departures.map(({ id }) => id),
  );
  takeBack(desk, first.departures[0]!.id);
  expect(sendQueued(desk, queued()).departures[0]).toMatchObject({ state: 'draft' });
  expect(countRows(desk, 'messages')).toBe(1);
  const other = sendQueued(desk, queued({ key: 'another-key' }));
  expect(other.messageId).not.toBe(first.messageId);
});

it('a draft that is there is changed and scheduled, or, changed elsewhere meanwhile, left as it is', () => {
  const { desk } = tempDesk();
  const draft = createDraft(desk, { to: ['b@x.example'], subject: 'Begun at the desk' });
  const stale = queued({ id: draft.id, revision: draft.revision + 1 });
  expect(() => sendQueued(desk, stale)).toThrow();
  expect(readMessage(desk, draft.id)).toMatchObject({ subject: 'Begun at the desk', departures: [] });
  const { messageId } = sendQueued(desk, queued({ id: draft.id, revision: draft.revision }));
  expect(messageId).toBe(draft.id);
  expect(readMessage(desk, draft.id)).toMatchObject({
    subject: 'On the train',
    to: [{ address: 'a@x.example' }],
  });
});

it('a moment that has passed meanwhile is refused, nothing is kept of it, and it can be told again', () => {
  const { desk } = tempDesk();
  const local = new Date(NOW + 60_000).toISOString().slice(0, 16);
  const late = queued({ plan: { kind: 'at', local, zone: 'Etc/UTC' } });
  moveClock(desk, { set: NOW + 3_600_000 });
  expect(() => sendQueued(desk, late)).toThrow('past');
  expect(countRows(desk, 'messages')).toBe(0);
  expect(sendQueued(desk, queued()).departures).toHaveLength(1);
});
