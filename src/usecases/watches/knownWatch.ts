import type { Reading } from '#store/store';
import { findWatch, type Watch } from '#store/watches';
import { NotFound, Stale } from '../errors';

/** @throws NotFound; Stale where it is not as it was seen */
export function knownWatch(db: Reading, id: string, revision?: number): Watch {
  const watch = findWatch(db, id);
  if (!watch) throw new NotFound('There is no such watch.');
  if (revision !== undefined && revision !== watch.revision) throw new Stale('watch');
  return watch;
}
