/**
 * Sealing ahead: what is pending and is to be signed or encrypted is sealed as soon as the keys for it are there, so that nobody
 * has to be there when it leaves. Date and Message-ID are those of the release all the same.
 */
import { PENDING_STATES } from '#core/departure/states';
import { departuresOf, findDeparture, type Departure } from '#store/departures';
import { extrasOf } from '#store/extras';
import { findMessage, isAsSeen, type Message } from '#store/messages';
import { isSealed, keepSealedBody, sealingDone, toBeSealed, type SealedBodyRow } from '#store/sealed';
import type { Reading, Tx } from '#store/store';
import { newMessageId } from '#mail/compose';
import { goOn } from '../departures/resume';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { followCommits } from '../followChanges';
import { prepareContent } from '../release/steps/prepare';
import { anyOpen, whenOpened } from './keyring';
import { bodyFor, isProtected, ownCertificate, sealingOf, whyNotAhead } from './sealBody';
import { hideWords, wordsToKeep } from './words';

const waitsForKey = ({ state, pausedFor }: Departure) => state === 'paused' && pausedFor === 'key';
const isToSeal = (departure: Departure) => PENDING_STATES.includes(departure.state) || waitsForKey(departure);
/** It still leaves, or may. */
const isUnderWay = ({ state }: Departure) => !['draft', 'ended', 'sent'].includes(state);

/** What is sealed of a message; `locked`: a key has to be opened first; undefined: nothing is to be sealed before it leaves. */
interface Seals {
  bodies: SealedBodyRow[];
  departures: Departure[];
  /** Nothing in it was filled in for a reader or a moment. */
  asWritten: boolean;
}

async function sealsOf(desk: Desk, message: Message): Promise<Seals | 'locked' | undefined> {
  const { db } = desk.store;
  if (!isProtected(message) || isSealed(db, message.id)) return undefined;
  if (whyNotAhead(db, message) !== undefined) return undefined;
  const departures = departuresOf(db, message.id).filter(isToSeal);
  const bodies: SealedBodyRow[] = [];
  let asWritten = true;
  for (const departure of departures) {
    const released = Math.max(departure.due, desk.now());
    const made = await prepareContent(
      desk,
      departure,
      message,
      extrasOf(desk.store.db, departure),
      newMessageId(message.fromAddress),
      released,
    );
    const sealing = sealingOf(db, departure, message);
    // What keeps it from leaving is told when it is to leave.
    if ('policy' in made || sealing.why || !(sealing.sign || sealing.encrypt)) return undefined;
    asWritten &&= made.filled === message;
    // A key that cannot be used is told of when it is to leave, too.
    const body = await bodyFor(desk, departure, made.content, sealing).catch(() => 'unusable' as const);
    if (body === 'unusable') return undefined;
    if (!body) return 'locked';
    bodies.push(body);
  }
  return { bodies, departures, asWritten };
}

/** Nothing it says has to be known here until it has left: all of it is sealed for whom it goes to, and for me. */
function mayHide(db: Reading, message: Message, { bodies, asWritten }: Seals): boolean {
  const isTemplate = [message.seriesId, message.fileWatchId, message.textId, message.batchId].some(
    (id) => id !== null,
  );
  const all = departuresOf(db, message.id).filter(isUnderWay);
  return (
    asWritten &&
    !isTemplate &&
    bodies.length > 0 &&
    bodies.every(({ encrypted }) => encrypted) &&
    all.every(({ id, seriesId }) => seriesId === null && bodies.some(({ departureId }) => departureId === id))
  );
}

/** What waited for a key goes on, held once more where its moment has passed. */
function letGoOn(desk: Desk, tx: Tx, departures: readonly Departure[], now: number): void {
  for (const { id } of departures) {
    const present = findDeparture(tx, id);
    if (!present || !waitsForKey(present)) continue;
    try {
      goOn(desk, tx, present, now, 'hold again');
    } catch (error) {
      // It says itself why it stays.
      if (!(error instanceof Refused)) throw error;
    }
  }
}

/**
 * Seals what is pending of one message, as far as the keys that are open allow.
 * @returns false where a key has to be opened first
 */
export async function sealMessage(desk: Desk, messageId: string): Promise<boolean> {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  const seals = message && (await sealsOf(desk, message));
  if (seals === 'locked') return false;
  if (!message || !seals) {
    desk.store.write((tx) => sealingDone(tx, messageId));
    return true;
  }
  const certificate = ownCertificate(db, message.fromAddress);
  const words =
    certificate && mayHide(db, message, seals) ? await wordsToKeep(db, message, certificate) : undefined;
  const work = (tx: Tx): void => {
    const isSame = ({ id, revision }: Departure) => findDeparture(tx, id)?.revision === revision;
    // Changed meanwhile: it is still due, and done once more.
    if (!isAsSeen(tx, message) || !seals.departures.every(isSame)) return;
    for (const body of seals.bodies) keepSealedBody(tx, body);
    const now = desk.now(tx);
    if (words && mayHide(tx, message, seals)) hideWords(tx, message, words, now);
    letGoOn(desk, tx, seals.departures, now);
    sealingDone(tx, messageId);
  };
  if (words) desk.store.writeOver(work);
  else desk.store.write(work);
  return true;
}

const running = new WeakMap<object, Promise<void>>();

/** Those that wait for a key: they are not tried again before one is opened. */
const locked = new WeakMap<object, Set<string>>();

/** What can be sealed by now. */
function due(desk: Desk): string[] {
  const all = toBeSealed(desk.store.db);
  const waiting = locked.get(desk.store);
  return all.length === 0 || !waiting || anyOpen(desk) ? all : all.filter((id) => !waiting.has(id));
}

async function sealAllDue(desk: Desk): Promise<void> {
  const waiting = new Set<string>();
  for (const id of due(desk)) if (!(await sealMessage(desk, id))) waiting.add(id);
  const before = anyOpen(desk) ? [] : (locked.get(desk.store) ?? []);
  locked.set(desk.store, new Set([...before, ...waiting]));
}

/** Seals whatever is due, one after another; more than one at a time would do everything twice. */
export function sealWaiting(desk: Desk): Promise<void> {
  const before = running.get(desk.store) ?? Promise.resolve();
  const next = before.catch(() => undefined).then(() => sealAllDue(desk));
  running.set(desk.store, next);
  return next;
}

/** As long as keys are open, whatever is planned by anybody is sealed at once. @param fail told what went wrong */
export function sealWhileOpen(desk: Desk, fail: (error: unknown) => void): void {
  whenOpened(desk, 'seal', () => {
    let busy = false;
    const seal = () => {
      if (busy || due(desk).length === 0) return;
      busy = true;
      void sealWaiting(desk)
        .catch(fail)
        .finally(() => {
          busy = false;
        });
    };
    seal();
    const commits = followCommits(desk, seal);
    return () => commits.stop();
  });
}
