/** Whoever wrote a message, as somebody whose day is known. */
import { fixedZone } from '#core/found/fixedZone';
import type { Person } from '#core/people/person';
import type { Message } from '#store/messages';
import type { Desk } from '../desk';
import { meAsPerson, placedReaders, readersAt, workingIn } from '../people/readers';
import { clockName } from './againstCalendar';

export interface Writer extends Person {
  /** How their clock is known, where their place is not; a sentence. */
  assumed: string | null;
}

/** Where the writer is: as a correspondent, else by the offset the message was written with, else where I am. */
export function writerOf(desk: Desk, message: Message): Writer {
  const { db } = desk.store;
  const name = message.fromName || message.fromAddress;
  const [known] = placedReaders(
    readersAt(desk, db, [{ name: message.fromName, address: message.fromAddress }]),
  );
  if (known) return { ...known, name: known.name ?? name, assumed: null };
  const offset = message.writtenOffset;
  const zone = offset === null ? undefined : fixedZone(offset);
  const first = name.split(' ')[0]!;
  if (zone === undefined) {
    const me = meAsPerson(desk);
    return { ...me, name, assumed: `Where ${first} is, is not known: read on your clock.` };
  }
  const assumed = `Where ${first} is, is not known: read on the clock the message was written by.`;
  return { name, zone, place: clockName(zone), working: workingIn(db, zone, desk.now()), assumed };
}
