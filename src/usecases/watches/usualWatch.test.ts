import { beforeEach, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { draftOf, plan } from '#test/support/watching';
import type { UsualFor, UsualWatch } from '#core/watch/usual';
import { changeSettings } from '../changeSettings';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { editMessage } from '../messages/editMessage';
import { addCorrespondent, removeCorrespondent } from '../people/correspondents';
import { saveGroup } from '../people/groups';
import { endWatch, watchMessage } from './setWatch';
import { suggestForMessage } from './suggestDeadlines';
import { listUsual, setUsual } from './usualWatch';
import { watchesInThread } from './watchView';

let desk: Desk;
let ana: string;
beforeEach(() => {
  ({ desk } = tempDesk());
  ana = addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example'], zone: 'Asia/Kathmandu' }).id;
});

const usual = (days: number): UsualWatch => ({
  deadline: { workingDays: days, of: 'reader' },
  settledBy: 'anyone',
  chasers: null,
});
const EVERYONE: UsualFor = { for: 'everyone' };
const sentTo = (...to: string[]) => {
  const id = draftOf(desk, to);
  plan(desk, id);
  return id;
};
const daysOf = (id: string) => watchesInThread(desk, id).map(({ deadline }) => deadline);

it('off until it is set; then what is planned has its watch, with why', () => {
  expect(daysOf(sentTo('ana@x.example'))).toEqual([]);
  setUsual(desk, EVERYONE, usual(3));
  const id = sentTo('who@y.example');
  expect(watchesInThread(desk, id)).toMatchObject([
    { state: 'waiting', since: null, deadline: { workingDays: 3, of: 'reader' } },
  ]);
  expect(suggestForMessage(desk, id).usual).toMatchObject({
    because: 'as usual',
    words: '3 working days of mine',
  });
  setUsual(desk, EVERYONE, null);
  expect(daysOf(sentTo('who@y.example'))).toEqual([]);
  expect(listUsual(desk)).toEqual([]);
});

it('the nearer goes before the farther: somebody, then their group, then everyone', () => {
  const bo = addCorrespondent(desk, { name: 'Bo', addresses: ['bo@x.example'] }).id;
  const group = saveGroup(desk, { name: 'Couriers', members: [ana, bo] });
  setUsual(desk, EVERYONE, usual(5));
  setUsual(desk, { for: 'group', id: group.id }, usual(2));
  setUsual(desk, { for: 'correspondent', id: ana }, usual(1));
  const days = (...to: string[]) =>
    daysOf(sentTo(...to)).map((each) => 'workingDays' in each && each.workingDays);
  expect(days('ana@x.example')).toEqual([1]);
  expect(days('bo@x.example')).toEqual([2]);
  expect(days('who@y.example', 'bo@x.example')).toEqual([2]);
  expect(days('bo@x.example', 'ana@x.example')).toEqual([1]);
  expect(days('Couriers:;')).toEqual([1]);
  expect(days('who@y.example')).toEqual([5]);
  expect(listUsual(desk).map(({ name, words }) => `${name}: ${words}`)).toEqual([
    'Ana: 1 working day of Ana',
    'Couriers: 2 working days of the reader',
    ': 5 working days of the reader',
  ]);
  expect(suggestForMessage(desk, draftOf(desk, ['bo@x.example'])).usual?.because).toBe(
    'as usual for Couriers',
  );
});

it('leaves alone what somebody has said of the message', () => {
  setUsual(desk, EVERYONE, usual(3));
  const own = draftOf(desk, ['ana@x.example']);
  watchMessage(desk, own, { deadline: { hours: 2 } });
  plan(desk, own);
  expect(daysOf(own)).toEqual([{ hours: 2 }]);
  const none = draftOf(desk, ['ana@x.example']);
  editMessage(desk, none, { usualWatch: false });
  plan(desk, none);
  expect(daysOf(none)).toEqual([]);
  // Closed, taken back and sent again: it stays closed.
  const closed = draftOf(desk, ['ana@x.example']);
  const [departure] = plan(desk, closed);
  endWatch(desk, watchesInThread(desk, closed)[0]!.id);
  takeBack(desk, departure!.id);
  plan(desk, closed);
  expect(watchesInThread(desk, closed).map(({ state }) => state)).toEqual(['ended']);
});

it('is nothing for what I write to myself', () => {
  changeSettings(desk, { me: { name: 'Mira', address: 'mira@x.example' } });
  setUsual(desk, EVERYONE, usual(3));
  const mine = sentTo('mira@x.example');
  expect(daysOf(mine)).toEqual([]);
  expect(suggestForMessage(desk, mine).usual).toBeNull();
  expect(daysOf(sentTo('mira@x.example', 'ana@x.example'))).toHaveLength(1);
});

it('is changed in its place, goes with whom it is for, and refuses what is not there', () => {
  setUsual(desk, { for: 'correspondent', id: ana }, usual(1));
  setUsual(desk, { for: 'correspondent', id: ana }, usual(4));
  expect(listUsual(desk)).toHaveLength(1);
  removeCorrespondent(desk, ana);
  expect(listUsual(desk)).toEqual([]);
  expect(() => setUsual(desk, { for: 'group', id: 'none' }, usual(1))).toThrow(NotFound);
  const chased: UsualWatch = { ...usual(1), settledBy: 'me', chasers: { text: '', then: 'leave', times: 1 } };
  expect(() => setUsual(desk, EVERYONE, chased)).toThrow(Invalid);
});
