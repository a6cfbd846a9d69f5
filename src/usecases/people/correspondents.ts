/** The people one writes with. */
import { canonicalZone } from '../../core/time/zones';
import { allCorrespondents, insertCorrespondent, type Correspondent } from '../../store/correspondents';
import { noteChange } from '../../store/journal';
import { newId, type Desk } from '../desk';

export type { Correspondent } from '../../store/correspondents';

/** Everyone, by name. */
export function listCorrespondents(desk: Desk): Correspondent[] {
  return allCorrespondents(desk.store.db);
}

/**
 * Adds a correspondent.
 * @throws UnknownZoneError
 */
export function addCorrespondent(desk: Desk, person: Omit<Correspondent, 'id'>): Correspondent {
  const full = { ...person, id: newId(), zone: person.zone ? canonicalZone(person.zone) : null };
  return desk.store.write((tx) => {
    insertCorrespondent(tx, full);
    noteChange(tx, 'correspondent', full.id);
    return full;
  });
}
