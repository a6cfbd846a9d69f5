/** How long is worth waiting for somebody: by their habit, their working days, and what is usual. */
import type { Mailbox } from '#core/message/address';
import { dueDate } from '#core/text/dueDates';
import { localAt, workOn } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import type { Person } from '#core/people/person';
import { momentThere, momentWords } from '#core/time/words';
import { deadlineAt, deadlineWords } from '#core/watch/deadline';
import { habitWords } from '#core/watch/habit';
import type { UsualWatch } from '#core/watch/usual';
import type { Deadline } from '#core/watch/watch';
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { receivers } from '../messages/envelope';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { askedReaders, type AskedRecipient } from '../moments/previewPlan';
import { habitsAt } from './habits';
import { usualFor } from './usualWatch';

/** A deadline worth proposing. */
export interface WatchSuggestion {
  deadline: Deadline;
  /** Epoch ms, were it released now. */
  at: number;
  /** “26 hours”, “2 working days of Ana”. */
  words: string;
  /** Why, and what it comes to: “nine in ten of 12 answers came within 26 h: Thu 11:00”. */
  why: string;
}

export interface WatchSuggestions {
  suggestions: WatchSuggestion[];
  /** What is waited for where nothing else is said; null: nothing. */
  usual: (UsualWatch & { words: string; because: string }) | null;
}

/** Of somebody whose hours are not known. */
const END_OF_WORK = 17 * 60;

/** The end of the day that the text names, where the reader is. */
function byItsText(text: string, start: number, who: Person): { deadline: Deadline; why: string }[] {
  const due = dueDate(text, toLocal(start, who.zone).slice(0, 10));
  if (!due) return [];
  const end = workOn(due.date, who.working).at(-1)?.to ?? END_OF_WORK;
  const local = localAt(due.date, end).slice(0, 16);
  return [{ deadline: { local, zone: who.zone }, why: `the text says “${due.words}”` }];
}

interface Asked {
  /** Those it goes to; the first is who is to answer. */
  to: readonly Mailbox[];
  /** When it is released, epoch ms. */
  start: number;
  /** What it says, where it is mine. */
  text?: string;
}

function suggestDeadlines(desk: Desk, { to, start, text = '' }: Asked): WatchSuggestions {
  const me = meAsPerson(desk);
  const { hourCycle } = desk.settings();
  const [reader] = placedReaders(readersAt(desk, desk.store.db, to.slice(0, 1)));
  const habit = to[0] && habitsAt(desk, [to[0].address]).get(to[0].address);
  const deadlines: { deadline: Deadline; why?: string }[] = [
    ...byItsText(text, start, reader ?? me),
    ...(habit ? [{ deadline: { hours: habit.hours }, why: habitWords(habit) }] : []),
    { deadline: { workingDays: 1, of: reader ? 'reader' : 'me' } },
    { deadline: { workingDays: 3, of: reader ? 'reader' : 'me' } },
    { deadline: { days: 7 } },
  ];
  const suggestions = deadlines.flatMap(({ deadline, why }) => {
    const at = deadlineAt(deadline, { start, me, reader });
    if (at === undefined) return [];
    const mine = momentWords(at, start, me.zone, hourCycle);
    const there = reader && momentThere(at, start, reader.zone, me.zone, hourCycle);
    const here = !reader || there === mine ? mine : `${mine}, ${there} in ${reader.place}`;
    return [
      {
        deadline,
        at,
        words: deadlineWords(deadline, reader?.name) || 'that day',
        why: why ? `${why}: ${here}` : here,
      },
    ];
  });
  const found = usualFor(desk, desk.store.db, () => to);
  const usual = found && {
    ...found.watch,
    words: deadlineWords(found.watch.deadline, reader?.name),
    because: found.because,
  };
  return { suggestions, usual: usual ?? null };
}

/** Of one that is being written, as if it were released now. @throws Invalid */
export const suggestForRecipients = (desk: Desk, recipients: readonly AskedRecipient[]): WatchSuggestions =>
  suggestDeadlines(desk, {
    to: askedReaders(desk, recipients).map(({ address, name = '' }) => ({ address, name })),
    start: desk.now(),
  });

/** Of a message that is here. @throws NotFound */
export function suggestForMessage(desk: Desk, messageId: string): WatchSuggestions {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const start = desk.now();
  if (message.direction === 'in') {
    const to = [{ address: message.fromAddress, name: message.fromName }];
    // What is usual is for what I send.
    return { ...suggestDeadlines(desk, { to, start }), usual: null };
  }
  return suggestDeadlines(desk, { to: receivers(db, messageId), start, text: message.text });
}
