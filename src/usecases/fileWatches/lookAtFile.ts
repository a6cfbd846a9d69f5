/** Looking whether a file has changed, and having a departure made where it has: once for each change, whatever ends in between. */
import { MOST_A_DAY, EVERY_MINUTES } from '#core/plan/kinds/on-file-change/plan';
import { isOpen, isOver } from '#core/plan/kinds/on-file-change/window';
import { toLocal } from '#core/time/wallClock';
import { findFileWatch, noteSeen, swapFileWatch, type FileWatch } from '#store/fileWatches';
import { noteChange } from '#store/journal';
import { findMessage } from '#store/messages';
import type { Tx } from '#store/store';
import { planDepartures } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Stale } from '../errors';
import { tellToLook } from '../incoming/tellToLook';
import { deriveWhole } from '../messages/deriveMessage';
import { readContent } from './readContent';

const MINUTE_MS = 60_000;

/** What a look came to. `later`: it has changed, too soon after the last departure; `busy`: it is being written. */
export type Looked = 'same' | 'made' | 'later' | 'busy' | 'paused' | 'ended' | 'shut';

/** Someone else was faster, or has changed it meanwhile. */
function swapped(tx: Tx, seen: FileWatch, patch: Partial<FileWatch>): FileWatch {
  const next = swapFileWatch(tx, seen, patch);
  if (!next) throw new Stale('file watch');
  noteChange(tx, 'departure', seen.id);
  return next;
}

/** Another departure of it has to wait for its turn. @param now epoch ms */
export function isTooSoon({ plan, lastAt }: FileWatch, now: number): boolean {
  // A clock that was set back makes nobody wait for longer than that.
  const since = lastAt === null ? Infinity : now - lastAt;
  return since >= 0 && since < (plan.everyMinutes ?? EVERY_MINUTES) * MINUTE_MS;
}

/** The departure for one change, with what is known by now, in one transaction. */
function make(desk: Desk, tx: Tx, seen: FileWatch, known: string, now: number, zone: string): Looked {
  const { mostADay = MOST_A_DAY } = seen.plan;
  if (isTooSoon(seen, now)) return 'later';
  const day = toLocal(now, zone).slice(0, 10);
  const onDay = seen.day === day ? seen.onDay : 0;
  if (onDay >= mostADay) {
    const reason = `It has changed more than ${mostADay} times today: is something running wild?`;
    swapped(tx, seen, { state: 'paused', reason });
    tellToLook(tx, findMessage(tx, seen.messageId)!, now, reason);
    return 'paused';
  }
  const template = findMessage(tx, seen.messageId)!;
  const message = deriveWhole(tx, template, now, { draft: false, plan: null });
  planDepartures(desk, tx, message.id, { kind: 'now' }, seen.choices);
  swapped(tx, seen, { known, lastAt: now, count: seen.count + 1, day, onDay: onDay + 1 });
  noteChange(tx, 'message', message.id);
  return 'made';
}

/**
 * @param folders those allowed, as they really are
 * @throws (rejects) Stale where somebody else was faster; what cannot be read of the file is seen, and told
 */
export async function lookAtFile(desk: Desk, id: string, folders: readonly string[]): Promise<Looked> {
  const { db } = desk.store;
  const seen = findFileWatch(db, id);
  if (!seen || seen.state === 'ended') return 'ended';
  const now = desk.now();
  const zone = seen.plan.zone ?? desk.settings().zone;
  if (isOver(seen.plan, now, zone)) {
    desk.store.write((tx) => swapFileWatch(tx, seen, { state: 'ended' }) && noteChange(tx, 'departure', id));
    return 'ended';
  }
  if (seen.state === 'paused') return 'paused';
  // What was there when it began is known from then on, whenever it is watched.
  if (seen.known !== null && !isOpen(seen.plan, now, zone)) return 'shut';
  const content = await readContent(seen.plan, folders, now);
  return desk.store.write((tx) => {
    const told = JSON.stringify(content.seen.files) !== JSON.stringify(seen.seen?.files ?? null);
    if (told || content.seen.trouble !== (seen.seen?.trouble ?? null)) {
      noteSeen(tx, id, content.seen);
      noteChange(tx, 'departure', id);
    }
    const { known } = content;
    if (known === undefined) {
      // Where nothing is there yet, the first that comes is a change.
      if (seen.known === null && content.trouble === 'missing') swapped(tx, seen, { known: '' });
      return content.trouble === 'busy' ? 'busy' : 'same';
    }
    if (known === seen.known) return 'same';
    if (seen.known === null) {
      swapped(tx, seen, { known });
      return 'same';
    }
    return make(desk, tx, seen, known, desk.now(tx), zone);
  });
}
