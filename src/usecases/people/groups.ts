/** Groups: named sets of correspondents, used as one recipient. */
import { folded } from '#core/text/folded';
import type { Mailbox } from '#core/message/address';
import { findCorrespondents } from '#store/correspondents';
import { allGroups, deleteGroup, findGroup, messagesNaming, putGroup, type Group } from '#store/groups';
import { noteChange } from '#store/journal';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound, Refused } from '../errors';
import { oneLine } from '../messages/draftInput';
import { replanReaders } from '../departures/planDepartures';

export type { Group } from '#store/groups';

export const listGroups = (desk: Desk): Group[] => allGroups(desk.store.db);

/** @throws Invalid where there is no such group */
export function membersAsMailboxes(db: Reading, groupId: string): Mailbox[] {
  const group = findGroup(db, groupId);
  if (!group) throw new Invalid('There is no such group.', 'group');
  return findCorrespondents(db, group.members).flatMap(({ name, addresses }) =>
    addresses[0] ? [{ name, address: addresses[0] }] : [],
  );
}

export interface GroupInput {
  name: string;
  members: readonly string[];
}

/**
 * Makes or changes a group. What is pending to it goes to its members as they are now.
 * @throws Invalid, NotFound
 */
export const saveGroup = (desk: Desk, input: GroupInput, id?: string): Group =>
  desk.store.write((tx) => saveGroupWithin(desk, tx, input, id));

/** {@link saveGroup} within a transaction. */
export function saveGroupWithin(desk: Desk, tx: Tx, input: GroupInput, id?: string): Group {
  const name = oneLine(input.name);
  if (!name) throw new Invalid('A group needs a name.', 'name');
  if (id !== undefined && !findGroup(tx, id)) throw new NotFound('There is no such group.');
  if (allGroups(tx).some((other) => other.id !== id && folded(other.name) === folded(name)))
    throw new Invalid(`There is a group called “${name}” already.`, 'name');
  if (findCorrespondents(tx, input.members).length !== new Set(input.members).size)
    throw new Invalid('One of its members is no correspondent.', 'members');
  const group = { id: id ?? newId(), name, members: [...new Set(input.members)] };
  putGroup(tx, group);
  for (const message of messagesNaming(tx, group.id)) replanReaders(desk, tx, message);
  noteChange(tx, 'correspondent', group.id);
  return group;
}

/** @throws NotFound; Refused where something pending goes to it */
export function removeGroup(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    if (!findGroup(tx, id)) throw new NotFound('There is no such group.');
    if (messagesNaming(tx, id).length > 0)
      throw new Refused('A message names this group among its recipients; take it off there first.');
    deleteGroup(tx, id);
    noteChange(tx, 'correspondent', id);
  });
}
