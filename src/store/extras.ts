/**
 * What most of what leaves has none of. Each is kept in a table of its own, and every release would ask all of them; they are
 * asked about together, in one look, and only what is there is read.
 */
import { built, clientOf } from './built';
import type { Departure } from './departures';
import type { Reading } from './store';

/** For each: a condition on `@message` or `@departure`. */
const CONDITIONS = {
  /** Something is attached, or was and has been taken out. */
  attached: 'SELECT 1 FROM attachments WHERE message_id = @message',
  /** Files are linked to it. */
  linked: 'SELECT 1 FROM linked_files WHERE message_id = @message AND removed_at IS NULL',
  /** It asks a question, or asks it again. */
  asks: `SELECT 1 FROM questions WHERE message_id = @message
    UNION ALL SELECT 1 FROM offer_messages WHERE message_id = @message
    UNION ALL SELECT 1 FROM watch_chasers WHERE message_id = @message`,
  /** It chases another message. */
  chases: 'SELECT 1 FROM watch_chasers WHERE message_id = @message',
  /** Something is waited for, was, or will be. */
  watched: 'SELECT 1 FROM watches WHERE message_id = @message',
  /** It tells calendars something. */
  calendar: 'SELECT 1 FROM message_calendars WHERE message_id = @message',
  /** What it says is sealed for its readers. */
  sealed: 'SELECT 1 FROM sealed_words WHERE message_id = @message',
  /** Files were read for this departure. */
  read: 'SELECT 1 FROM linked_reads WHERE departure_id = @departure',
  /** Its fields have been filled for this departure. */
  filled: "SELECT 1 FROM frozen WHERE departure_id = @departure AND filled <> 'null'",
  /** There are keys of mine. */
  keys: 'SELECT 1 FROM keys WHERE secret IS NOT NULL',
  /** There are accounts beside that of the environment. */
  accounts: 'SELECT 1 FROM accounts',
  /** A mail server is in trouble. */
  troubles: 'SELECT 1 FROM server_troubles',
} as const;

export type Extras = Readonly<Record<keyof typeof CONDITIONS, boolean>> & {
  /** Nothing that has a part in what its readers get, but that its links may lead through here where it is watched. */
  readonly plain: boolean;
};

const NAMES = Object.keys(CONDITIONS) as (keyof typeof CONDITIONS)[];

/** What is done about them stays here. */
const APART: readonly string[] = ['watched', 'accounts', 'troubles'];

/** The number of each that is there is a bit. */
const look = built((db) => {
  const bits = NAMES.map((name, bit) => `(EXISTS (${CONDITIONS[name]}) << ${bit})`);
  return clientOf(db)
    .prepare<[{ message: string; departure: string }], number>(`SELECT ${bits.join(' + ')}`)
    .pluck();
});

/** By what was found: most mail is alike. */
const known = new Map<number, Extras>();

export function extrasOf(db: Reading, { id, messageId }: Pick<Departure, 'id' | 'messageId'>): Extras {
  const found = look(db).get({ message: messageId, departure: id })!;
  let extras = known.get(found);
  if (!extras) {
    const there = NAMES.filter((_, bit) => (found & (1 << bit)) !== 0);
    const each = Object.fromEntries(NAMES.map((name) => [name, there.includes(name)])) as Omit<
      Extras,
      'plain'
    >;
    extras = { ...each, plain: there.every((name) => APART.includes(name)) };
    known.set(found, extras);
  }
  return extras;
}
