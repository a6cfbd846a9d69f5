/** The person says whether a message counts as an answer, against what the rules said; remembered for its writer. */
import { addressKey } from '#core/message/address';
import { noteDue } from '#store/clock';
import { findMessage } from '#store/messages';
import { findConsidered, keepConsidered, noteAnswered, setOverrule, type Watch } from '#store/watches';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { answered } from './consider';
import { changed, runOutOne } from './endWatch';
import { knownWatch } from './knownWatch';

/**
 * @param counts null takes back what was said: the rules judge what this writer sends from now on
 * @throws NotFound where the message was not considered
 */
export function overrule(desk: Desk, watchId: string, messageId: string, counts: boolean | null): Watch {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = knownWatch(tx, watchId);
    const was = findConsidered(tx, watchId, messageId);
    if (!was) throw new NotFound('This message was not considered.');
    const { fromAddress } = findMessage(tx, messageId)!;
    setOverrule(tx, addressKey(fromAddress), counts ?? undefined);
    if (counts === null || counts === was.counts) {
      keepConsidered(tx, { ...was, overruled: counts !== null });
      return changed(tx, seen, {});
    }
    const why = counts ? 'You have said that it counts.' : 'You have said that it does not count.';
    keepConsidered(tx, { ...was, counts, why, overruled: true });
    if (counts) {
      if (seen.state === 'waiting' || seen.state === 'ran-out')
        answered(desk, tx, seen, messageId, was.reader ?? undefined, now);
      return knownWatch(tx, watchId);
    }
    if (was.reader !== null) noteAnswered(tx, watchId, was.reader, null);
    if (seen.endedBy !== messageId) return changed(tx, seen, {});
    // It is waited for again; where that is over meanwhile, it comes back at once.
    const next = changed(tx, seen, { state: 'waiting', endedAt: null, endedBy: null });
    if (next.at !== null) noteDue(tx, next.at);
    runOutOne(desk, tx, watchId, now);
    return knownWatch(tx, watchId);
  });
}
