/** A watch is over: an answer has come, none has, or the message was not delivered. */
import { countWords } from '#core/question/count';
import type { ReturnedWhy } from '#core/returns/why';
import { noteChange, record } from '#store/journal';
import { findMessage } from '#store/messages';
import { questionOf } from '#store/questions';
import { waitingReturnOf } from '#store/returns';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { insertReminder, type Reminder } from '#store/todos';
import { findEnding, missingReaders, swapWatch, type Watch } from '#store/watches';
import { endReturn, placeMessage } from '../incoming/bringBack';
import { Stale } from '../errors';
import { countNow } from '../questions/asking';
import { chaseNext, stopChasers } from './chasers';

/** @throws Stale */
export function changed(tx: Tx, seen: Watch, patch: Partial<Watch>): Watch {
  const next = swapWatch(tx, seen, patch);
  if (!next) throw new Stale('watch');
  noteChange(tx, 'return', next.id);
  noteChange(tx, 'message', next.messageId);
  return next;
}

const nameOf = ({ name, address }: { name: string; address: string }) => name || address;

/** Those who have not answered, by name. */
export const missingOf = (tx: Tx, watch: Watch): string[] => missingReaders(tx, watch.id).map(nameOf);

/** Brings the watched message to the top of the inbox, with why. @param said for the history, and who asks to be told */
function bringBack(
  tx: Tx,
  watch: Watch,
  now: number,
  why: ReturnedWhy,
  said: string,
  reminder: Pick<Reminder, 'kind' | 'words'>,
): void {
  const message = findMessage(tx, watch.messageId)!;
  const patch = { returnedAt: now, returnedWhy: why };
  // One that was put off besides is here now, and has no other moment to come at.
  const putOff = waitingReturnOf(tx, message.id);
  if (putOff) endReturn(tx, putOff, 'ended', 'inbox', patch);
  else placeMessage(tx, message, { place: 'inbox', ...patch });
  insertReminder(tx, { ...reminder, at: now, messageId: message.id, todoId: null, sound: false });
  record(tx, { at: now, messageId: message.id, what: why.kind, why: said });
}

const subjectOf = (tx: Tx, { messageId }: Watch) => findMessage(tx, messageId)!.subject || '(no subject)';
const listed = (names: readonly string[]) => new Intl.ListFormat('en-GB').format(names);

/** What is said of a chaser where the message comes back. */
function chaserWords({ chasers }: Watch, chased: ReturnType<typeof chaseNext>): string | undefined {
  if (chased === undefined) return undefined;
  if (chased.is === 'not made') return `No chaser could be made: ${chased.why}`;
  const count = chased.is === 'made' ? chased.chaser.count : chased.count;
  return `Chaser ${count} of ${Math.max(count, chasers?.times ?? 0)} waits for your look.`;
}

/** How the answers to the question of a message stand, in words. */
function answersSoFar(desk: Desk, tx: Tx, { messageId }: Watch): string {
  const question = questionOf(tx, messageId);
  return question ? countWords(countNow(desk, tx, question), question.answers) : '';
}

/** Its question is decided: it is back with the result. @param words how the answers stand */
export function bringBackDecided(tx: Tx, watch: Watch, now: number, words: string): void {
  const why: ReturnedWhy = {
    kind: 'question',
    since: watch.since!,
    note: watch.note,
    words,
    watchId: watch.id,
  };
  bringBack(tx, watch, now, why, words, { kind: 'question', words: `${words}: ${subjectOf(tx, watch)}` });
}

/** Its moment has come, where it still waits: somebody may have been faster. What is chased waits on. */
export function runOutOne(desk: Desk, tx: Tx, id: string, now: number): void {
  const watch = findEnding(tx, id, now);
  if (!watch) return;
  const missing = missingOf(tx, watch);
  const chased = chaseNext(desk, tx, watch, now);
  if (chased?.is === 'made') {
    noteChange(tx, 'return', id);
    record(tx, {
      at: now,
      messageId: watch.messageId,
      what: 'chased',
      why: `no answer from ${listed(missing)}`,
    });
    if (chased.chaser.leaves !== null) return;
  } else changed(tx, watch, { state: 'ran-out', endedAt: now });
  const from = listed(missing);
  const asks = watch.settledBy === 'decision';
  const why: ReturnedWhy = {
    kind: asks ? 'question' : 'silence',
    since: watch.since!,
    until: watch.at!,
    note: watch.note,
    from,
    chaser: chaserWords(watch, chased),
    watchId: watch.id,
  };
  const subject = subjectOf(tx, watch);
  if (asks) {
    const words = answersSoFar(desk, tx, watch);
    bringBack(tx, watch, now, { ...why, words }, words, { kind: 'question', words: `${words}: ${subject}` });
    return;
  }
  // Where I decide, that somebody has answered or not is not what it comes back for.
  const wanted = watch.settledBy === 'me' || !from;
  bringBack(
    tx,
    watch,
    now,
    wanted ? { ...why, from: '' } : why,
    wanted ? 'you wanted it back now' : `no answer from ${from}`,
    wanted
      ? { kind: 'snooze', words: watch.note ? `${subject}: ${watch.note}` : subject }
      : { kind: 'silence', words: `${from}: ${subject}` },
  );
}

/** @param by the message that said so; @param said why, in plain words */
export function undelivered(
  desk: Desk,
  tx: Tx,
  watch: Watch,
  now: number,
  by: string,
  to: string,
  said: string,
): void {
  changed(tx, watch, { state: 'undelivered', endedAt: now, endedBy: by });
  stopChasers(desk, tx, watch.id, now, `The message was not delivered to ${to}.`);
  const why: ReturnedWhy = {
    kind: 'undelivered',
    since: watch.since!,
    note: watch.note,
    from: to,
    words: said,
  };
  const reminder = { kind: 'undelivered' as const, words: `${to}: ${subjectOf(tx, watch)}` };
  bringBack(tx, watch, now, why, `not delivered to ${to}${said ? `: ${said}` : ''}`, reminder);
}

/**
 * What was waited for has come.
 * @param by the message that is the answer; null where a link was opened
 * @param why for the history
 */
export function settle(
  desk: Desk,
  tx: Tx,
  watch: Watch,
  now: number,
  by: string | null,
  why: string | null = null,
): Watch {
  const next = changed(tx, watch, { state: 'settled', endedAt: now, endedBy: by });
  stopChasers(desk, tx, watch.id, now, 'The answer has come.');
  // It had come back since nobody answered, perhaps with a chaser to look at: that is not so any more.
  const message = findMessage(tx, watch.messageId)!;
  const { kind, watchId = watch.id } = message.returnedWhy ?? {};
  if ((kind === 'silence' || kind === 'question') && watchId === watch.id)
    placeMessage(tx, message, { returnedAt: null, returnedWhy: null });
  record(tx, { at: now, messageId: watch.messageId, what: 'watch settled', why });
  return next;
}
