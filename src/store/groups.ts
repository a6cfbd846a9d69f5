/** Named sets of correspondents. */
import { eq, inArray, sql } from 'drizzle-orm';
import { groupMembers, groups, recipients } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export interface Group {
  id: string;
  name: string;
  /** Ids of correspondents. */
  members: string[];
}

const byName = built((db) =>
  db
    .select()
    .from(groups)
    .orderBy(sql`folded(${groups.name})`)
    .prepare(),
);

export const allGroups = (db: Reading): Group[] => withMembers(db, byName(db).all());

function withMembers(db: Reading, some: { id: string; name: string }[]): Group[] {
  if (some.length === 0) return [];
  const ids = some.map(({ id }) => id);
  const rows = db.select().from(groupMembers).where(inArray(groupMembers.groupId, ids)).all();
  return some.map((group) => ({
    ...group,
    members: rows.filter(({ groupId }) => groupId === group.id).map((row) => row.correspondentId),
  }));
}

export function findGroup(db: Reading, id: string): Group | undefined {
  return withMembers(db, db.select().from(groups).where(eq(groups.id, id)).all())[0];
}

/** Makes the group, or changes it to this. */
export function putGroup(tx: Tx, { id, name, members }: Group): void {
  tx.insert(groups).values({ id, name }).onConflictDoUpdate({ target: groups.id, set: { name } }).run();
  tx.delete(groupMembers).where(eq(groupMembers.groupId, id)).run();
  for (const correspondentId of new Set(members))
    tx.insert(groupMembers).values({ groupId: id, correspondentId }).run();
}

export function deleteGroup(tx: Tx, id: string): void {
  tx.delete(groups).where(eq(groups.id, id)).run();
}

/** The groups somebody belongs to. */
export const groupsOf = (db: Reading, correspondentId: string): string[] =>
  db
    .select({ id: groupMembers.groupId })
    .from(groupMembers)
    .where(eq(groupMembers.correspondentId, correspondentId))
    .all()
    .map(({ id }) => id);

/** The messages that name a group among their recipients. */
export const messagesNaming = (db: Reading, groupId: string): string[] =>
  db
    .selectDistinct({ id: recipients.messageId })
    .from(recipients)
    .where(eq(recipients.groupId, groupId))
    .all()
    .map(({ id }) => id);
