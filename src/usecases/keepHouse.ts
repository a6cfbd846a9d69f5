/** What is not needed any more is forgotten, some at a time, as long as the settings say that it is kept. */
import { dropEventsDeletedBefore } from '#store/events';
import { copiesLeftBetween, forgetDeleted, messagesDeletedBefore } from '#store/expired';
import { forgetFrozen } from '#store/frozen';
import { forgetHistory } from '#store/journal';
import { forgetQueued } from '#store/queuedMessages';
import { readMeta, writeMeta } from '#store/settings';
import { forgetSource, lastMessageRow, sourceOf, sourcesToForget } from '#store/sources';
import { saysTheSame } from '#mail/saysTheSame';
import type { Desk } from './desk';
import { forgetOldChanges } from './followChanges';
import { forgetBatches } from './batches/batches';
import { forgetOccasions } from './occasions/occasions';
import { forgetTexts } from './texts/keepText';

const DAY_MS = 86_400_000;
/** So long it is known which messages came from a browser’s queue: it may tell of them again. */
const QUEUED_DAYS = 400;
/** So much is forgotten in one go. */
const BATCH = 100;
/** A departure is given up on well within this. */
const LONGEST_TRYING_MS = 14 * DAY_MS;
/** Up to when the copies of what left are forgotten already, epoch ms. */
const FORGOTTEN = 'copies-forgotten-until';

const othersHaveATurn = () => new Promise((resolve) => setImmediate(resolve));

async function forgetCopies(desk: Desk, days: number): Promise<void> {
  const until = desk.now() - days * DAY_MS;
  // One that left to some only, and was tried again for the others, is done with later.
  let from = Number(readMeta(desk.store.db, FORGOTTEN) ?? 0) - LONGEST_TRYING_MS;
  for (;;) {
    const left = copiesLeftBetween(desk.store.db, from, until, BATCH);
    if (left.length === 0) break;
    from = left.at(-1)!.leftAt;
    desk.store.write((tx) =>
      forgetFrozen(
        tx,
        left.map(({ id }) => id),
      ),
    );
    await othersHaveATurn();
  }
  desk.store.write((tx) => writeMeta(tx, FORGOTTEN, String(until)));
}

async function forgetWhatWasDeleted(desk: Desk, days: number): Promise<void> {
  const until = desk.now() - days * DAY_MS;
  forgetTexts(desk, until);
  forgetBatches(desk, until);
  forgetOccasions(desk, until);
  desk.store.write((tx) => dropEventsDeletedBefore(tx, until));
  for (;;) {
    // Found and forgotten in one go: what is brought back meanwhile is not deleted any more.
    const count = desk.store.write((tx) => {
      const ids = messagesDeletedBefore(tx, until, BATCH);
      forgetDeleted(tx, ids);
      return ids.length;
    });
    if (count === 0) return;
    await othersHaveATurn();
  }
}

/** Rows of messages that are looked through in one go. */
const LOOKED_THROUGH = 2000;

async function forgetSources(desk: Desk, days: number): Promise<void> {
  const { db } = desk.store;
  const before = desk.now() - days * DAY_MS;
  const last = lastMessageRow(db);
  for (let from = 0; from < last; from += LOOKED_THROUGH) {
    const ids = sourcesToForget(db, before, from, from + LOOKED_THROUGH);
    for (const id of ids) {
      const source = sourceOf(db, id);
      // The same message may come once more, by another way.
      if (source) desk.store.write((tx) => forgetSource(tx, id, saysTheSame(source)));
      // Some are long.
      await othersHaveATurn();
    }
    await othersHaveATurn();
  }
}

async function forgetWhatHappened(desk: Desk, days: number): Promise<void> {
  const until = desk.now() - days * DAY_MS;
  while (desk.store.write((tx) => forgetHistory(tx, until, BATCH)) > 0) await othersHaveATurn();
}

/** Once in a while is enough. */
export async function keepHouse(desk: Desk): Promise<void> {
  forgetOldChanges(desk);
  desk.store.write((tx) => forgetQueued(tx, desk.now(tx) - QUEUED_DAYS * DAY_MS));
  const { keepCopiesDays, keepDeletedDays, keepJournalDays, keepSourcesDays } = desk.settings();
  if (keepCopiesDays !== null) await forgetCopies(desk, keepCopiesDays);
  if (keepSourcesDays !== null) await forgetSources(desk, keepSourcesDays);
  if (keepDeletedDays !== null) await forgetWhatWasDeleted(desk, keepDeletedDays);
  if (keepJournalDays !== null) await forgetWhatHappened(desk, keepJournalDays);
}
