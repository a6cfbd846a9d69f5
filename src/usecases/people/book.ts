/** Correspondents and groups as a file is taken into them: for good, or only to see what would come of it. */
import type { Correspondent } from '#store/correspondents';
import { allGroups, type Group } from '#store/groups';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import {
  addWithin,
  changeWithin,
  checkedPerson,
  knownIn,
  type CorrespondentInput,
  type Known,
} from './correspondents';
import { saveGroupWithin, type GroupInput } from './groups';

/** What a file is taken into. Everything that changes it throws Invalid for what cannot be used. */
export interface Book extends Known {
  add(input: CorrespondentInput): void;
  change(id: string, input: CorrespondentInput): void;
  groups(): Group[];
  /** @param id of one that is there; undefined makes one */
  putGroup(group: GroupInput, id?: string): void;
}

/** Writes, by the use cases every other way in goes through. */
export const writingBook = (desk: Desk, tx: Tx): Book => ({
  ...knownIn(tx),
  add: (input) => void addWithin(tx, input),
  change: (id, input) => changeWithin(desk, tx, id, input),
  groups: () => allGroups(tx),
  putGroup: (group, id) => void saveGroupWithin(desk, tx, group, id),
});

const EMPTY: Omit<Correspondent, 'id' | 'name' | 'addresses'> = {
  zone: null,
  zoneGuess: null,
  place: null,
  country: null,
  region: null,
  week: null,
  organisation: null,
  language: null,
  columns: {},
  leave: [],
  dates: [],
};

/** Keeps in memory what would be written, so that one row sees what the rows before it would have done. */
export function scratchBook(db: Reading): Book {
  const stored = knownIn(db);
  const people = new Map<string, Correspondent>();
  const owners = new Map<string, string>();
  const groups = new Map(allGroups(db).map((group) => [group.id, group]));
  const known: Known = {
    person: (id) => people.get(id) ?? stored.person(id),
    at: (address) => {
      const owner = owners.get(address);
      return owner === undefined ? stored.at(address) : people.get(owner);
    },
  };
  /** A zone somebody's file names is a guess until it is confirmed. */
  const guessed = ({ zone, zoneGuess }: Correspondent, hint: string | undefined) =>
    hint !== undefined && !zone ? { zone: hint, others: [], why: '' } : zoneGuess;
  const put = (known: Correspondent, hint: string | undefined) => {
    const person = { ...known, zoneGuess: guessed(known, hint) };
    people.set(person.id, person);
    for (const address of person.addresses) owners.set(address, person.id);
  };
  return {
    ...known,
    add: (input) =>
      put(
        { ...EMPTY, name: '', addresses: [], ...checkedPerson(known, input, undefined), id: newId() },
        input.zoneHint,
      ),
    change: (id, input) => put({ ...known.person(id)!, ...checkedPerson(known, input, id) }, input.zoneHint),
    groups: () => [...groups.values()],
    putGroup: ({ name, members }, id = newId()) => void groups.set(id, { id, name, members: [...members] }),
  };
}
