/** Keeping a list as it stands while someone is in it. */

/** What a row stands for: itself, and the message it is of, where it is of one. */
export interface Row {
  id: string;
  messageId?: string;
}

/** What was done with a message (deleted, all copies taken back) was done with its rows. @param isOwn by an id */
export const ownRow =
  (isOwn: (id: string) => boolean) =>
  ({ id, messageId }: Row): boolean =>
    isOwn(id) || (messageId !== undefined && isOwn(messageId));

/** What stays listed under the focus: as it stood, but without the rows that were done away with here. */
export function keepUnderFocus<T extends Row>(
  shown: readonly T[],
  fresh: readonly T[],
  isOwn: (id: string) => boolean,
): T[] {
  const there = new Set(fresh.map(({ id }) => id));
  const own = ownRow(isOwn);
  return keepOrder(shown, fresh).filter((row) => there.has(row.id) || !own(row));
}

/** The rows as they were listed, each as it is now; those gone stay as they were. */
export function keepOrder<T extends { id: string }>(shown: readonly T[], fresh: readonly T[]): T[] {
  const byId = new Map(fresh.map((row) => [row.id, row]));
  return shown.map((row) => byId.get(row.id) ?? row);
}

/** True where the list has only grown at its end: what is read on does not move. */
export const onlyGrew = <T extends { id: string }>(shown: readonly T[], fresh: readonly T[]): boolean =>
  shown.length <= fresh.length && shown.every((row, index) => row.id === fresh[index]!.id);

/** How many rows came, went, or stand elsewhere; 0 where nothing would move. */
export function countMoves<T extends { id: string }>(shown: readonly T[], fresh: readonly T[]): number {
  const same = shown.findIndex((row, index) => row.id !== fresh[index]?.id);
  // What is the same up to here need not be looked at one by one: lists are long, changes few.
  const from = same < 0 ? shown.length : same;
  const [old, now] = [shown.slice(from), fresh.slice(from)];
  const before = new Set(old.map((row) => row.id));
  const after = new Set(now.map((row) => row.id));
  const came = now.filter((row) => !before.has(row.id)).length;
  const went = old.filter((row) => !after.has(row.id)).length;
  const stayed = (rows: readonly T[]) => rows.filter((row) => before.has(row.id) && after.has(row.id));
  const [was, is] = [stayed(old), stayed(now)];
  const moved = was.filter((row, index) => row.id !== is[index]?.id).length;
  return came + went + moved;
}
