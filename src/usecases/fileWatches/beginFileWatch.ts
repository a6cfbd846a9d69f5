/** A draft becomes what leaves each time a file changes. */
import type { OnFileChangePlan } from '#core/plan/kinds/on-file-change/plan';
import { isOver } from '#core/plan/kinds/on-file-change/window';
import type { Choices, Plan } from '#core/plan/plan';
import { departuresOf } from '#store/departures';
import { fileWatchOf, insertFileWatch, setWatched, swapFileWatch, type FileWatch } from '#store/fileWatches';
import { noteChange } from '#store/journal';
import { findMessage, swapMessage } from '#store/messages';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { keptPlan } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Invalid, Stale } from '../errors';
import { inWords } from '../inWords';
import { allowedPath } from '../links/linkFiles';
import { newId } from '../newId';

/** As it is kept. @throws Invalid for a path that is not allowed, or a time that is past */
export function keptFilePlan(desk: Desk, tx: Tx, plan: Plan): OnFileChangePlan {
  const kept = keptPlan(desk, tx, plan) as OnFileChangePlan;
  const path = allowedPath(desk, tx, kept.path, 'plan.path');
  const zone = kept.zone ?? desk.settings(tx).zone;
  if (inWords(() => isOver(kept, desk.now(tx), zone)))
    throw new Invalid('It would be watched until a moment that is past.', 'plan.until');
  return { ...kept, path, zone };
}

/** Of what is watched already another plan; what is known of another file is nothing. */
function chooseAnew(tx: Tx, seen: FileWatch, plan: OnFileChangePlan, choices: Choices): FileWatch {
  const known = plan.path === seen.plan.path ? seen.known : null;
  const next = swapFileWatch(tx, seen, { plan, choices, known, state: 'watching', reason: null });
  if (!next) throw new Stale('file watch');
  noteChange(tx, 'departure', seen.id);
  return next;
}

/**
 * What is there now is known, and no change: that is looked at first. Of what is watched already it is another plan.
 * @throws Invalid, Stale
 */
export function beginFileWatch(
  desk: Desk,
  tx: Tx,
  messageId: string,
  plan: Plan,
  choices: Choices,
): FileWatch {
  const now = desk.now(tx);
  const kept = keptFilePlan(desk, tx, plan);
  // What is opened again begins with it.
  swapMessage(tx, findMessage(tx, messageId)!, { plan: kept, choices });
  const before = fileWatchOf(tx, messageId);
  if (before) return chooseAnew(tx, before, kept, choices);
  for (const each of departuresOf(tx, messageId))
    if (each.state !== 'ended') applyEvent(tx, each, 'drop', now);
  const id = newId();
  const watch = insertFileWatch(tx, {
    id,
    messageId,
    plan: kept,
    choices,
    state: 'watching',
    createdAt: now,
  });
  setWatched(tx, messageId, id);
  noteChange(tx, 'departure', id);
  noteChange(tx, 'message', messageId);
  return watch;
}
