/** In which order the messages of a thread are read: as they were written, not as they came. */

export interface Written {
  /** When it came or left, epoch ms. */
  at: number;
  /** What its own Date header says, epoch ms; null where there is none. */
  writtenAt: number | null;
}

export interface Ordered<Message> {
  message: Message;
  /** It came after one that was written later: who reads in this order has not had it then. */
  late: boolean;
}

const MINUTE_MS = 60_000;
/** A writer's clock that is further ahead is not believed, nor a date so far back. */
const AHEAD_MS = 60 * MINUTE_MS;
const BACK_MS = 30 * 24 * 60 * MINUTE_MS;
/** What took no longer on its way is not worth a word. */
const ON_TIME_MS = 10 * MINUTE_MS;

/** When it was written, as far as that is believed, epoch ms. */
export function writtenWhen({ at, writtenAt }: Written): number {
  if (writtenAt === null || writtenAt > at + AHEAD_MS || at - writtenAt > BACK_MS) return at;
  return Math.min(writtenAt, at);
}

/** The oldest first. Messages written in the same moment stay in the order they are given in. */
export function threadOrder<Message extends Written>(messages: readonly Message[]): Ordered<Message>[] {
  const sorted = messages
    .map((message) => ({ message, written: writtenWhen(message) }))
    .sort((a, b) => a.written - b.written);
  // Going backwards: the earliest that came of what was written later.
  let earliest = Infinity;
  return sorted
    .reverse()
    .map(({ message, written }) => {
      const late = earliest < message.at && message.at - written > ON_TIME_MS;
      earliest = Math.min(earliest, message.at);
      return { message, late };
    })
    .reverse();
}
