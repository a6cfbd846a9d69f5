/** Linking files to a message that has not left, and what is chosen about each. */
import { usualLink, type LinkChoices } from '#core/files/link';
import { cleanPath, isWithin, PathError } from '#core/files/paths';
import { changeLink, findLink, insertLink, linksOf, type LinkedFile } from '#store/linkedFiles';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { openMessage } from '../messages/outgoingMessage';
import { touch } from '../messages/touch';
import { newId } from '../newId';
import { allowedFolders } from './allowedFolders';

export type { LinkedFile };

/** More would say nothing a folder does not. */
const MOST_LINKS = 50;

/** A path as it is kept. @throws Invalid, in words, for one outside of the allowed folders */
export function allowedPath(desk: Desk, db: Reading, path: string, field = 'path'): string {
  const folders = allowedFolders(desk, db);
  try {
    const clean = cleanPath(path);
    if (folders.some((folder) => isWithin(clean, folder))) return clean;
  } catch (error) {
    if (error instanceof PathError) throw new Invalid(error.message, field);
    throw error;
  }
  throw new Invalid(
    folders.length === 0
      ? 'No folder is there yet that files may be linked from. Settings, or OAK_FILES on the server, says which.'
      : `“${path}” is not in a folder that files may be linked from: ${folders.join(', ')}.`,
    field,
  );
}

/** @throws Invalid where it is to be moved and nobody said where */
function checked<Choices extends LinkChoices>(desk: Desk, db: Reading, choices: Choices): Choices {
  if (choices.after !== 'move') return { ...choices, moveTo: null };
  if (choices.moveTo === null) throw new Invalid('Say which folder it is moved to.', 'moveTo');
  return { ...choices, moveTo: allowedPath(desk, db, choices.moveTo, 'moveTo') };
}

/** @throws NotFound, Refused for a message that has left, Invalid */
export function addLink(
  desk: Desk,
  messageId: string,
  { path, ...chosen }: Partial<LinkChoices> & { path: string },
): LinkedFile {
  return desk.store.write((tx) => {
    const message = openMessage(tx, messageId);
    const clean = allowedPath(desk, tx, path);
    const there = linksOf(tx, message.id);
    const same = there.find(
      (each) => each.path === clean && each.which === (chosen.which ?? usualLink.which),
    );
    if (same) return same;
    if (there.length >= MOST_LINKS)
      throw new Invalid(`A message has ${MOST_LINKS} links at most. Link a folder instead.`, 'path');
    const id = newId();
    const choices = checked(desk, tx, { ...usualLink, ...chosen });
    const link = insertLink(tx, { ...choices, id, origin: id, messageId, path: clean });
    touch(desk, tx, messageId, desk.now(tx));
    return link;
  });
}

/** @throws NotFound */
function ownLink(db: Reading, id: string, removed = false): LinkedFile {
  const found = findLink(db, id);
  if (!found || (found.removedAt !== null) !== removed) throw new NotFound('There is no such link.');
  openMessage(db, found.messageId);
  return found;
}

/** @throws NotFound, Refused, Invalid */
export function editLink(
  desk: Desk,
  id: string,
  { path, ...chosen }: Partial<LinkChoices> & { path?: string },
): LinkedFile {
  return desk.store.write((tx) => {
    const seen = ownLink(tx, id);
    const choices = checked(desk, tx, { ...seen, ...chosen });
    const clean = path === undefined ? seen.path : allowedPath(desk, tx, path);
    const link = changeLink(tx, id, { ...choices, path: clean });
    touch(desk, tx, seen.messageId, desk.now(tx));
    return link;
  });
}

/** Takes it out of the message. @throws NotFound, Refused */
export function removeLink(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = ownLink(tx, id);
    changeLink(tx, id, { removedAt: now });
    touch(desk, tx, seen.messageId, now);
  });
}

/** Undoes that. @throws NotFound, Refused */
export function restoreLink(desk: Desk, id: string): LinkedFile {
  return desk.store.write((tx) => {
    const seen = ownLink(tx, id, true);
    const link = changeLink(tx, id, { removedAt: null });
    touch(desk, tx, seen.messageId, desk.now(tx));
    return link;
  });
}
