/** A wait that is usual for somebody, for a group or for everyone begins with what is sent to them. */
import { addressKey } from '#core/message/address';
import { deadlineWords } from '#core/watch/deadline';
import type { FoundUsual, UsualFor, UsualWatch } from '#core/watch/usual';
import { correspondentsAt, findCorrespondents } from '#store/correspondents';
import { allGroups, findGroup } from '#store/groups';
import { noteChange, record } from '#store/journal';
import type { Message } from '#store/messages';
import type { Reading, Tx } from '#store/store';
import { allUsual, putUsual, type UsualRow } from '#store/usualWatches';
import { insertWatch, watchesOf } from '#store/watches';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { receivers } from '../messages/envelope';
import { mineIn } from '../people/isMine';
import { newId } from '../newId';
import { checkChasers } from './checkChasers';
import { checkSettledBy } from './checkSettledBy';

/** One as it is shown. */
export interface UsualView extends UsualRow {
  /** Whose it is: of everyone empty. */
  name: string;
  /** What is waited, to follow “for”. */
  words: string;
}

function nameOf(db: Reading, whom: UsualFor): string {
  if (whom.for === 'everyone') return '';
  if (whom.for === 'group') return findGroup(db, whom.id)?.name ?? '';
  const [person] = findCorrespondents(db, [whom.id]);
  return person?.name || person?.addresses[0] || '';
}

/** Groups and correspondents by name, then everyone's. */
export function listUsual(desk: Desk): UsualView[] {
  const { db } = desk.store;
  return allUsual(db)
    .map((row) => {
      const name = nameOf(db, row.whom);
      const reader = row.whom.for === 'correspondent' ? name : 'the reader';
      return { ...row, name, words: deadlineWords(row.watch.deadline, reader) };
    })
    .sort((a, b) => Number(a.name === '') - Number(b.name === '') || a.name.localeCompare(b.name));
}

/** @param watch null: none is usual for them @throws NotFound, Invalid */
export function setUsual(desk: Desk, whom: UsualFor, watch: UsualWatch | null): void {
  desk.store.write((tx) => {
    if (whom.for !== 'everyone') {
      const there = whom.for === 'group' ? findGroup(tx, whom.id) : findCorrespondents(tx, [whom.id])[0];
      if (!there) throw new NotFound(`There is no such ${whom.for}.`);
    }
    if (watch) {
      checkChasers(watch.settledBy, watch.chasers);
      checkSettledBy(desk, tx, watch.settledBy);
    }
    putUsual(tx, newId(), whom, watch);
    noteChange(tx, 'correspondent', whom.for === 'everyone' ? 'everyone' : whom.id);
  });
}

/**
 * What is usual for those a message goes to: the first correspondent who has one, then their groups, then everyone's.
 * @param to asked for only where anything is usual
 */
export function usualFor(
  desk: Desk,
  db: Reading,
  to: () => readonly { address: string }[],
): FoundUsual | undefined {
  const all = allUsual(db);
  if (all.length === 0) return undefined;
  // I do not answer myself.
  const mine = mineIn(desk, db);
  const readers = to().filter(({ address }) => !mine(address));
  if (readers.length === 0) return undefined;
  const of = (whom: UsualFor['for'], id?: string) =>
    all.find((row) => row.whom.for === whom && (row.whom.for === 'everyone' || row.whom.id === id))?.watch;
  const people = correspondentsAt(
    db,
    readers.map(({ address }) => address),
  );
  const known = readers.flatMap(({ address }) => people.get(addressKey(address)) ?? []);
  for (const { id } of known) {
    const watch = of('correspondent', id);
    if (watch) return { watch, because: `as usual for ${nameOf(db, { for: 'correspondent', id })}` };
  }
  const groups = allGroups(db).filter(({ id }) => of('group', id) !== undefined);
  const [group] = known.flatMap((person) => groups.find(({ members }) => members.includes(person.id)) ?? []);
  if (group) return { watch: of('group', group.id)!, because: `as usual for ${group.name}` };
  const watch = of('everyone');
  return watch && { watch, because: 'as usual' };
}

/** What is planned is watched as is usual, where nothing was said about it and it has had no watch. */
export function watchAsUsual(desk: Desk, tx: Tx, message: Message): void {
  if (!message.usualWatch || watchesOf(tx, [message.id]).length > 0) return;
  const found = usualFor(desk, tx, () => receivers(tx, message.id));
  if (!found) return;
  const now = desk.now(tx);
  const id = newId();
  insertWatch(tx, { ...found.watch, id, messageId: message.id, state: 'waiting', createdAt: now });
  record(tx, { at: now, messageId: message.id, what: 'watched', why: found.because });
  noteChange(tx, 'return', id);
}
