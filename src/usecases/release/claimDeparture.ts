/**
 * The claim: from here on this departure is being released, with these bytes. They come about in steps, a file each:
 * fields and linked files are filled in, check, resolve, ask (`steps/ask.ts`), compose (`mail/compose.ts`), seal (`steps/prepare.ts`), freeze; what is
 * frozen is handed over (`mail/smtpPool.ts`).
 */
import { PENDING_STATES } from '#core/departure/states';
import { newMessageId } from '#mail/compose';
import { wholeInTurns } from '#mail/enclosures';
import type { Envelope } from '#mail/smtpPool';
import { purgeRemoved, purgeUnread } from '#store/attachments';
import { findDeparture, type Departure } from '#store/departures';
import { extrasOf, type Extras } from '#store/extras';
import { frozenOf, type Frozen } from '#store/frozen';
import { deliveriesOf, waitAgain } from '#store/deliveries';
import { findMessage, type Message } from '#store/messages';
import { insertVisitLinks } from '#store/visitLinks';
import type { Tx } from '#store/store';
import { ENVIRONMENT } from '../accounts/usualAccount';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { mayBeAnswered, mayLeave } from '../watches/unreadAnswer';
import { Refused, Stale } from '../errors';
import { whyNotBy } from '../events/boundPlan';
import { questionIn } from '../questions/asking';
import { noteTrial } from './serverTrouble';
import { noteReads } from '../links/keepReads';
import { leaveUnsent } from './leaveUnsent';
import { isFresh, isPlain, type Made } from './makeAhead';
import { freeze } from './steps/freeze';
import { prepare, type Prepared } from './steps/prepare';

/** A departure ready to be handed to the mail server. */
export interface Claim {
  departure: Departure;
  /** What it sends, as it is kept. */
  message: Message;
  /** To those it still has to go to. */
  envelope: Envelope;
  bytes: Buffer;
}

/** A due departure that must not leave like this stands still and says why; whoever changed it first has the say. */
async function pauseStopped(
  desk: Desk,
  seen: Departure,
  now: number,
  reason: string,
  pausedFor: 'review' | 'key' = 'review',
): Promise<void> {
  if (!PENDING_STATES.includes(seen.state) || seen.due > now) return;
  try {
    await desk.group.run((tx) => applyEvent(tx, seen, 'pause', now, { pausedFor, reason }));
  } catch (error) {
    if (!(error instanceof Stale || error instanceof Refused)) throw error;
  }
}

/** What a claim begins with. */
function look(desk: Desk, id: string): { seen: Departure; extras: Extras } | undefined {
  const { db } = desk.store;
  const seen = findDeparture(db, id);
  return seen && { seen, extras: extrasOf(db, seen) };
}

/** What is to leave, with what it was made from. */
interface Ready extends Pick<Made, 'seen' | 'message' | 'headerId'> {
  /** Its moment, epoch ms. */
  released: number;
  /** It was made ahead of its moment, of the message alone. */
  ahead?: boolean;
  /** As it was frozen for an attempt before. */
  before?: Frozen;
  /** As it was made now, or ahead of its moment. */
  prepared?: Prepared;
}

/** @returns undefined where nothing is to be claimed; what a check stops is paused */
async function makeReady(desk: Desk, id: string): Promise<Ready | undefined> {
  const { db } = desk.store;
  let first = look(desk, id);
  // What has come in by its moment may be the answer a chaser asks for. Nothing else waits here: several begin in one reading.
  if (first?.extras.chases) first = (await mayLeave(desk, first.seen.messageId)) ? look(desk, id) : undefined;
  if (!first) return undefined;
  const { seen, extras } = first;
  const message = findMessage(db, seen.messageId);
  if (!message) return undefined;
  const released = desk.now();
  const stop = whyNotBy(desk, db, seen.plan, released);
  if (stop) {
    await pauseStopped(desk, seen, released, stop);
    return undefined;
  }
  const ready = { seen, message, released };
  const before = seen.headerId === null ? undefined : frozenOf(db, id);
  if (before && seen.headerId !== null) return { ...ready, headerId: seen.headerId, before };
  const headerId = newMessageId(message.fromAddress);
  const prepared = await prepare(desk, seen, message, extras, headerId, released);
  if (!('policy' in prepared)) return { ...ready, headerId, prepared };
  const { policy, words, pausedFor } = prepared;
  if (policy === 'skip') leaveUnsent(desk, seen, released, words);
  else await pauseStopped(desk, seen, released, words, pausedFor);
  return undefined;
}

/** What it asks is kept with it, what was read or taken out is settled, and these are its bytes. */
function freezePrepared(
  tx: Tx,
  departure: Departure,
  { message, released }: Ready,
  { sealed, links, reads, filled, question }: Prepared,
  extras: Extras,
): void {
  const asks = extras.asks ? questionIn(tx, message.id) : undefined;
  if (asks?.id !== question?.id || asks?.revision !== question?.revision) throw new Stale('question');
  freeze(tx, departure, message, sealed, filled);
  // What was taken out is gone for good.
  if (extras.attached) purgeRemoved(tx, message.id);
  insertVisitLinks(tx, links);
  if (reads) {
    noteReads(tx, departure, reads, released);
    purgeUnread(tx, message.id);
  }
}

/** @returns undefined where somebody has changed it since it was looked at */
async function claimReady(desk: Desk, ready: Ready, account: string): Promise<Claim | undefined> {
  const { seen, message, headerId, released, ahead, before, prepared } = ready;
  const { id } = seen;
  if (!PENDING_STATES.includes(seen.state) || seen.due > released) return undefined;
  const claim = (tx: Tx): Omit<Claim, 'bytes'> => {
    // Compare-and-swap on what was seen: whoever changed it first has the say.
    const departure = applyEvent(tx, seen, 'claim', released, {
      stage: 'claimed',
      headerId,
      attempts: seen.attempts + 1,
      firstAttemptAt: seen.firstAttemptAt ?? released,
    });
    const extras = extrasOf(tx, seen);
    if (extras.chases && mayBeAnswered(tx, message.id, released))
      throw new Refused('What came in may be the answer to it.');
    if (extras.troubles) noteTrial(tx, account, released);
    if (ahead && !isPlain(desk, extras)) throw new Stale('message');
    if (prepared) freezePrepared(tx, departure, ready, prepared, extras);
    const all = deliveriesOf(tx, [id]);
    // All of them are in this attempt: what it comes to is told of each anew.
    if (all.some(({ status }) => status === 'deferred')) waitAgain(tx, id, ['deferred']);
    const addresses = all
      .filter(({ status }) => status === 'waiting' || status === 'deferred')
      .map(({ address }) => address);
    const envelope = {
      from: message.fromAddress,
      addresses,
      ...(message.deliveryReceipt && { receiptId: id }),
    };
    return { departure, message, envelope };
  };
  try {
    const claimed = await desk.group.run(claim);
    const sealed = prepared?.sealed;
    const bytes =
      sealed?.cuts.length === 0 ? sealed.bytes : await wholeInTurns(before ?? frozenOf(desk.store.db, id)!);
    return { ...claimed, bytes };
  } catch (error) {
    if (error instanceof Stale || error instanceof Refused) return undefined;
    throw error;
  }
}

/**
 * Claims one due departure: compare-and-swap on both revisions, Message-ID and bytes frozen in the same
 * transaction. A further attempt takes the bytes frozen before.
 * @param account whose server it is handed to
 * @param made ahead of its moment: it is made anew where that is too long ago, or anything of it has changed
 * @returns undefined where it is no longer due, someone changed it meanwhile, it is a chaser and mail waits to be read, or a
 * check stops it: then it is paused
 */
export async function claimDeparture(
  desk: Desk,
  id: string,
  account = ENVIRONMENT,
  made?: Made,
): Promise<Claim | undefined> {
  const released = desk.now();
  if (made && isFresh(desk, made, released)) {
    const claim = await claimReady(desk, { ...made, released, ahead: true }, account);
    if (claim) return claim;
  }
  const ready = await makeReady(desk, id);
  return ready && claimReady(desk, ready, account);
}
