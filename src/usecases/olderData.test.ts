/** A data folder written by an earlier version, with all kinds of messages in it, is opened by this one. */
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { beforeEach, expect, it } from 'vitest';
import { countRows, tempDir, tempDesk } from '#test/support/desk';
import facts from '../../test/data/older/facts.json';
import { findDeparture } from '#store/departures';
import { frozenOf } from '#store/frozen';
import { messageUnder } from '#store/left';
import { findMessage } from '#store/messages';
import type { Desk } from './desk';
import { receiveMail } from './incoming/receiveMail';
import { readAttachment } from './messages/attachments';
import { deleteMessage } from './messages/deleteMessage';
import { readMessage, readSource } from './messages/readMessage';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';
import { moveClock } from './clock/sandbox';

const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

let desk: Desk;
beforeEach(() => {
  const dir = tempDir();
  writeFileSync(join(dir, 'oak.db'), gunzipSync(readFileSync('test/data/older/oak.db.gz')));
  desk = tempDesk('sandbox', dir).desk;
});

const count = (what: string) => countRows(desk, what);
const left = (id: string) => findMessage(desk.store.db, id)!.leftAt;

it('nothing of it is lost, and what was kept twice is kept once', async () => {
  for (const [table, n] of Object.entries(facts.counts)) expect([table, count(table)]).toEqual([table, n]);
  expect(sha(readSource(desk, facts.long.id))).toBe(facts.long.sha);
  expect(sha(readSource(desk, facts.sent.id))).toBe(facts.sentSource);
  for (const id of [...facts.sent.files, facts.draft.file])
    expect(sha((await readAttachment(desk, id)).bytes)).toBe(facts.drawing);
  // Three times one file in pieces of the same size, and the rest of one long message.
  const distinct = count(
    '(SELECT DISTINCT hash FROM attachment_pieces UNION SELECT hash FROM source_pieces)',
  );
  expect(count('pieces')).toBe(distinct);
  expect(count('attachment_pieces')).toBe(3 * count('(SELECT DISTINCT hash FROM attachment_pieces)'));
});

it('who has what is known of each departure, also where a message was marked as left and had not', async () => {
  const { sent, copies, refused, doubt, putOff, forgotten } = facts;
  for (const { id, departures, headerIds } of [sent, copies, doubt, putOff, forgotten])
    for (const [index, headerId] of headerIds.entries()) {
      expect(findDeparture(desk.store.db, departures[index]!)!.headerId).toBe(headerId);
      expect(messageUnder(desk.store.db, headerId)?.id).toBe(id);
    }
  expect([sent, copies, forgotten].map(({ id }) => left(id) !== null)).toEqual([true, true, true]);
  expect([refused, doubt, putOff].map(({ id }) => left(id))).toEqual([null, null, null]);
  expect(readMessage(desk, refused.id)).toMatchObject({ headerId: null });
  // What has not left counts in no thread, also where it did before.
  const counted = `(SELECT count(*) FROM messages m WHERE m.thread_id = t.id AND m.deleted_at IS NULL
    AND (m.direction = 'in' OR m.left_at IS NOT NULL))`;
  expect(count(`(SELECT 1 FROM threads t WHERE t.count <> ${counted})`)).toBe(0);
  expect(frozenOf(desk.store.db, forgotten.departures[0]!)).toBeUndefined();
  // An answer to any of the copies belongs to them.
  const answer = `From: a@x.example\r\nMessage-ID: <a@x>\r\nIn-Reply-To: ${copies.headerIds[1]}\r\nSubject: Else\r\n\r\nyes`;
  expect(await receiveMail(desk, Buffer.from(answer))).toMatchObject({ threadId: copies.thread });
  const settled = `From: d@x.example\r\nMessage-ID: <d@x>\r\nIn-Reply-To: ${doubt.headerIds[0]}\r\nSubject: Re\r\n\r\nyes`;
  await receiveMail(desk, Buffer.from(settled));
  expect(findDeparture(desk.store.db, doubt.departures[0]!)).toMatchObject({ state: 'sent' });
  expect(left(doubt.id)).not.toBeNull();
});

it('goes on where it was: what was put off leaves with the bytes it was frozen with, a copy with its own', async () => {
  const { putOff, copies } = facts;
  for (const id of [putOff.departures[0]!, copies.departures[2]!]) {
    const { due, headerId } = findDeparture(desk.store.db, id)!;
    moveClock(desk, { set: Math.max(due, desk.now()) });
    const claim = (await claimDeparture(desk, id))!;
    if (headerId) expect(claim.bytes.toString()).toContain(`Message-ID: ${headerId}`);
    const outcomes = claim.envelope.addresses.map((address) => ({
      address,
      status: 'accepted' as const,
      answer: '',
    }));
    expect(await finishAttempt(desk, id, { outcomes, unanswered: false })).toMatchObject({ state: 'sent' });
  }
  expect(left(putOff.id)).not.toBeNull();
  deleteMessage(desk, facts.draft.id);
  expect(readMessage(desk, facts.sent.id).attachments).toHaveLength(2);
});
