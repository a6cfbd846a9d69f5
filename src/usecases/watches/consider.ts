/** What came in is held against the watches that wait: is it the answer, and why. */
import { group } from 'd3-array';
import { addressKey } from '#core/message/address';
import { READING } from '#core/limits';
import { ancestors, baseSubject } from '#core/reply/threading';
import { isSeen, type ReportedRecipient } from '#core/reply/report';
import { judge, type Coming, type Tie } from '#core/watch/judge';
import { quotesIn } from '#core/watch/quotes';
import { addressesBeside } from '#store/correspondents';
import { departuresOf } from '#store/departures';
import { departureOfHeader } from '#store/left';
import { findMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { folded } from '#core/text/folded';
import {
  keepConsidered,
  missingReaders,
  noteAnswered,
  openAbout,
  openFor,
  unansweredInThread,
  overruleOf,
  readersOfWatches,
  type Watch,
  type WatchReader,
} from '#store/watches';
import type { Incoming } from '../incoming/incoming';
import type { Desk } from '../desk';
import { leaveOutOfChasers } from './chasers';
import { settle, undelivered } from './endWatch';

/** Waits for one person are looked at from the newest on, and not for ever. */
const MOST_OF_ONE = 8;

/** What came in, read once for all that it is held against. */
interface Held extends Incoming {
  /** All addresses of who wrote it, lower case. */
  writers: readonly string[];
  /** Message-IDs it names. */
  named: readonly string[];
  quotes: (mine: string) => boolean;
}

const alike = (a: string, b: string) => folded(baseSubject(a)) === folded(baseSubject(b));

/** How it is tied to a watched message. */
function tieTo(tx: Tx, watch: Watch, watched: Message, { message, named, quotes }: Held): Tie {
  if (watched.direction === 'in') {
    if (watched.headerId !== null && named.includes(watched.headerId)) return 'names it';
  } else if (named.length > 0) {
    const copies = departuresOf(tx, watched.id).filter(
      ({ headerId }) => headerId !== null && named.includes(headerId),
    );
    const mine = copies.some(
      ({ reader }) => watch.copy === '' || (reader && addressKey(reader) === watch.copy),
    );
    if (mine) return 'names it';
    if (copies.length > 0) return 'names another copy';
  }
  if (message.threadId === watched.threadId) {
    if (named.length > 0) return 'names the thread';
    if (alike(message.subject, watched.subject)) return 'subject';
  }
  if (quotes(watched.text.slice(0, READING.looked))) return 'quotes it';
  return alike(message.subject, watched.subject) && baseSubject(message.subject) !== ''
    ? 'subject'
    : 'writer';
}

/** Of a watch on one reader's copy what others write counts only where it names that copy. */
const forCopy = (watch: Watch, reader: WatchReader | undefined, tie: Tie): Tie =>
  watch.copy === '' || reader !== undefined || tie === 'names it' || tie === 'names another copy'
    ? tie
    : 'not this copy';

/** The departure of this watch a report is about, and whom of it. */
function reported(tx: Tx, watch: Watch, { mail }: Incoming): ReportedRecipient[] {
  const about = mail.report && departureOfHeader(tx, mail.report.about);
  if (!about || about.messageId !== watch.messageId) return [];
  if (watch.copy !== '' && addressKey(about.reader ?? '') !== watch.copy) return [];
  return mail.report!.recipients;
}

function considerOne(tx: Tx, watch: Watch, readers: readonly WatchReader[], held: Held): void {
  const { desk, message, now, writers } = held;
  const watched = findMessage(tx, watch.messageId)!;
  // Past mail that is taken in now was here before anybody waited.
  if (message.id === watched.id || message.at < watch.since!) return;
  const told = reported(tx, watch, held);
  const failed = told.find(({ action }) => action === 'failed');
  // What answers its question, and what does not, is told there.
  if (watch.settledBy === 'decision' && !failed) return;
  const reader = readers.find(({ address }) => writers.includes(address));
  const written = addressKey(message.fromAddress);
  const { is, evidence } = message.classified!;
  const coming: Coming = {
    is,
    evidence,
    tie: forCopy(watch, reader, tieTo(tx, watch, watched, held)),
    reader: reader?.address,
    otherAddress: reader && reader.address !== written ? message.fromAddress : undefined,
    writer: message.fromName || message.fromAddress,
    overruled: overruleOf(tx, written),
    seen: told.some(({ action }) => isSeen(action)),
  };
  const inThread = message.threadId === watched.threadId;
  // Somebody it was passed on to may answer by a program that names nothing: with its subject, and its words below.
  const passedOn =
    held.named.length === 0 && coming.tie === 'quotes it' && alike(message.subject, watched.subject);
  // What only happens to be from the same writer is told while it waits for them; a stranger's is none of its business.
  if (!inThread && !passedOn && told.length === 0 && reader === undefined) return;
  const { counts, why } = judge({ settledBy: watch.settledBy, readers }, coming);
  keepConsidered(tx, {
    watchId: watch.id,
    messageId: message.id,
    counts,
    why,
    reader: reader?.address ?? null,
    overruled: false,
  });
  if (failed) {
    const name = readers.find(({ address }) => address === addressKey(failed.address))?.name;
    undelivered(desk, tx, watch, now, message.id, name || failed.address || 'somebody', failed.words);
    return;
  }
  if (counts) answered(desk, tx, watch, message.id, reader?.address, now);
}

/** Somebody has answered: that settles it, unless others are waited for. @param by a reader, lower case; undefined for anybody else */
export function answered(
  desk: Desk,
  tx: Tx,
  watch: Watch,
  messageId: string,
  by: string | undefined,
  now: number,
): void {
  if (by !== undefined) noteAnswered(tx, watch.id, by, messageId);
  if (watch.settledBy === 'me') return;
  const missing = missingReaders(tx, watch.id).length > 0;
  if (watch.settledBy !== 'everyone' || !missing) settle(desk, tx, watch, now, messageId);
  else if (by !== undefined) leaveOutOfChasers(desk, tx, watch.id, by);
}

/** Holds a message against the watches of its thread, and those that wait for its writer. */
export function considerForWatches(tx: Tx, incoming: Incoming): void {
  const { mail, message } = incoming;
  const writers = addressesBeside(tx, message.fromAddress);
  const about = mail.report && departureOfHeader(tx, mail.report.about);
  const candidates = new Map<string, Watch>();
  const add = (list: readonly Watch[]) => list.forEach((watch) => candidates.set(watch.id, watch));
  add(unansweredInThread(tx, message.threadId));
  if (about) add(unansweredInThread(tx, findMessage(tx, about.messageId)!.threadId));
  add(openFor(tx, writers, MOST_OF_ONE));
  const subject = baseSubject(message.subject);
  const named = ancestors(mail);
  if (named.length === 0 && subject !== '' && subject !== message.subject.trim())
    add(openAbout(tx, subject, MOST_OF_ONE));
  if (candidates.size === 0) return;
  const quotes = quotesIn(message.text.slice(0, READING.looked));
  const held: Held = { ...incoming, writers, named, quotes };
  const readers = group(readersOfWatches(tx, [...candidates.keys()]), ({ watchId }) => watchId);
  for (const watch of candidates.values()) considerOne(tx, watch, readers.get(watch.id) ?? [], held);
}
