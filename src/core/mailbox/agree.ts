/** Who has the say where a message stands otherwise here than in its mailbox. */
import type { MailPlace } from './folders';

export interface Stands {
  place: MailPlace;
  seen: boolean;
}

/** What was changed here since both last agreed. */
export interface ChangedHere {
  place: boolean;
  seen: boolean;
}

/**
 * As it is to stand on both sides once the mailbox has told how it stands there. What was changed here and has not been
 * told there goes before what was changed there: it is done once it can be, and nothing is lost by it.
 */
export function settled(here: Stands, there: Stands, changed: ChangedHere): Stands {
  return {
    place: changed.place ? here.place : there.place,
    seen: changed.seen ? here.seen : there.seen,
  };
}

/**
 * The same where they meet for the first time: the message came by another way, or the mailbox counts anew. Both may
 * have been used: what has been seen on one side is seen, what has been dealt with on one side is.
 */
export function firstSettled(here: Stands, there: Stands): Stands {
  return { place: here.place === 'inbox' ? there.place : here.place, seen: here.seen || there.seen };
}
