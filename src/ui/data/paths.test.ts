import { expect, it } from 'vitest';
import { BEGINNINGS, firstPaths, HEALTH, messagePath, PENDING, threadsPath } from './paths';

const ofMessages = (path: string) => firstPaths(path).filter((each) => each.startsWith('/messages/'));

it('a page comes with what its view begins with, whatever stands in its address', () => {
  expect(firstPaths('/inbox')).toContain(threadsPath('inbox', 'answer', ''));
  expect(ofMessages('/inbox/abc')).toEqual([messagePath('abc')]);
  expect(ofMessages('/archive/abc')).toEqual([messagePath('abc')]);
  for (const path of ['/inbox', '/inbox/day', '/archive/past', '/departures/abc', '/nowhere/abc'])
    expect(ofMessages(path), path).toEqual([]);
  // Nobody can be kept from asking for what is no address of ours.
  for (const path of ['/', '/inbox/%E0%A4', '/inbox/..%2f..%2fclock', '/constructor'])
    expect(firstPaths(path), path).toContain(HEALTH);
  expect(ofMessages('/inbox/a%2Fb')).toEqual(['/messages/a%252Fb']);
  expect(Object.keys(BEGINNINGS)).toEqual([PENDING]);
});
