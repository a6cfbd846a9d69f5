import { beforeEach, describe, expect, it } from 'vitest';
import { inboxOf, tempDesk } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import { moveClock } from '../clock/sandbox';
import type { Desk } from '../desk';
import { beginImport, receiveImport } from '../exchange/importMail';
import { readMessage } from '../messages/readMessage';
import { archive } from './archive';
import { listThreads } from './inbox';
import { receiveMail } from './receiveMail';
import { markNew, markSeen } from './seen';
import { snooze } from './snooze';

const HOUR = 3_600_000;

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});
const receive = async (parts: MailParts) => (await receiveMail(desk, mailOf(parts))).id;
const placesOf = (...ids: string[]) => ids.map((id) => readMessage(desk, id).place);
const unseen = () => listThreads(desk, { place: 'inbox', order: 'time', limit: 10 }).unseen;
const fresh = () => inboxOf(desk).messages.map(({ id, fresh: is }) => ({ id, fresh: is }));

describe('new', () => {
  it('is what came in until it has been seen, counted by threads, since the first of it', async () => {
    const began = desk.now();
    const a = await receive({ id: 'a' });
    moveClock(desk, { set: began + HOUR });
    const b = await receive({ id: 'b', re: 'a' });
    const c = await receive({ id: 'c', subject: 'Other' });
    expect(unseen()).toEqual({ count: 2, since: began });
    expect(markSeen(desk, [a, c], [])).toEqual({ moved: [a, c], missing: [] });
    // What came after the one that was read is new still.
    expect(unseen()).toEqual({ count: 1, since: began + HOUR });
    expect(fresh()).toEqual(
      expect.arrayContaining([
        { id: c, fresh: false },
        { id: b, fresh: true },
      ]),
    );
    markSeen(desk, [b]);
    expect(unseen()).toEqual({ count: 0, since: null });
    expect(markNew(desk, [a, 'nobody'])).toEqual({ moved: [a], missing: ['nobody'] });
    expect(unseen()).toEqual({ count: 1, since: began });
  });

  it('does not count what is put off or archived, and is so still when it comes back', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', subject: 'Other' })];
    archive(desk, [a]);
    snooze(desk, b, { until: desk.now() + HOUR });
    expect(unseen().count).toBe(0);
  });

  it('changes no revision: who has the message open elsewhere is not told of a change', async () => {
    const a = await receive({ id: 'a' });
    const { revision } = readMessage(desk, a);
    markSeen(desk, [a]);
    expect(readMessage(desk, a)).toMatchObject({ revision, unseen: false });
  });

  it('is nothing of past mail that is taken in', async () => {
    const bytes = mailOf({ id: 'old' });
    const { id } = beginImport(desk, { name: 'old.eml', size: bytes.length, format: 'eml' });
    await receiveImport(desk, id, 0, bytes, 'inbox');
    expect([inboxOf(desk).total, unseen().count]).toEqual([1, 0]);
  });
});

describe('what arrives while one acts', () => {
  it('is not archived nor put off unseen, whatever the clock says', async () => {
    const a = await receive({ id: 'a' });
    const b = await receive({ id: 'b', re: 'a' });
    archive(desk, [a], []);
    expect(placesOf(a, b)).toEqual(['archive', 'inbox']);
    const c = await receive({ id: 'c', re: 'b' });
    snooze(desk, b, { until: desk.now() + HOUR, known: [] });
    expect(placesOf(a, b, c)).toEqual(['archive', 'snoozed', 'inbox']);
  });

  it('goes along once it has been seen, where it is known, or where all is meant', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', re: 'a' })];
    archive(desk, [a], [b]);
    expect(placesOf(a, b)).toEqual(['archive', 'archive']);
    const [c, d] = [await receive({ id: 'c', subject: 'O' }), await receive({ id: 'd', re: 'c' })];
    markSeen(desk, [d]);
    archive(desk, [c], []);
    expect(placesOf(c, d)).toEqual(['archive', 'archive']);
    const [e, f] = [await receive({ id: 'e', subject: 'P' }), await receive({ id: 'f', re: 'e' })];
    archive(desk, [e]);
    expect(placesOf(e, f)).toEqual(['archive', 'archive']);
  });
});
