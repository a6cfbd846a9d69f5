/** What is waited for after any message to somebody, to a group, or to anybody. */
import { and, eq, isNull } from 'drizzle-orm';
import type { UsualFor, UsualWatch } from '#core/watch/usual';
import { usualWatches } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export interface UsualRow {
  whom: UsualFor;
  watch: UsualWatch;
}

const columnsOf = (whom: UsualFor) => ({
  correspondentId: whom.for === 'correspondent' ? whom.id : null,
  groupId: whom.for === 'group' ? whom.id : null,
});

const rows = built((db) => db.select().from(usualWatches).prepare());

/** There are few: one of everyone, and of whom it is otherwise. */
export const allUsual = (db: Reading): UsualRow[] =>
  rows(db)
    .all()
    .map(({ correspondentId, groupId, watch }) => ({
      whom:
        correspondentId !== null
          ? { for: 'correspondent', id: correspondentId }
          : groupId !== null
            ? { for: 'group', id: groupId }
            : { for: 'everyone' },
      watch,
    }));

/** @param watch null: none is usual for them */
export function putUsual(tx: Tx, id: string, whom: UsualFor, watch: UsualWatch | null): void {
  const { correspondentId, groupId } = usualWatches;
  const theirs = {
    correspondent: (whose: string) => eq(correspondentId, whose),
    group: (whose: string) => eq(groupId, whose),
  };
  const present =
    whom.for === 'everyone' ? and(isNull(correspondentId), isNull(groupId)) : theirs[whom.for](whom.id);
  tx.delete(usualWatches).where(present).run();
  if (watch)
    tx.insert(usualWatches)
      .values({ id, ...columnsOf(whom), watch })
      .run();
}
