/** Calendar messages that go by mail (iMIP, RFC 6047), by what they do (iTIP, RFC 5546 §1.4). */
import type { ReadEntry } from '../formats/eventFile';
import type { Language } from '../text/language';
import { toInstant, toLocal } from '../time/wallClock';
import { takesWholeDays, type Attendance, type EventWhen } from './event';

/** REQUEST asks somebody to come, or tells of a change; REPLY answers; CANCEL calls off; COUNTER proposes another time, and DECLINECOUNTER refuses that. */
export const METHODS = ['REQUEST', 'REPLY', 'CANCEL', 'COUNTER', 'DECLINECOUNTER'] as const;
export type Method = (typeof METHODS)[number];

export const isMethod = (text: string | null | undefined): text is Method =>
  METHODS.some((method) => method === text);

export interface CalendarMessage {
  method: Method;
  /** All of one event: an event before what stands for its occurrences. */
  events: readonly ReadEntry[];
}

/** The clock that times without a zone are compared on, where nobody knows whose they are. */
export const UNPLACED = 'UTC';

/**
 * Which time of an event is meant, on the clock of the event as it is known: who says it may have it on another.
 * @param mine IANA zone of my clock
 */
export function occurrenceOn(
  { occurrence, when }: Pick<ReadEntry, 'occurrence' | 'when'>,
  known: Pick<EventWhen, 'start' | 'zone'>,
  mine: string,
): string {
  if (occurrence === '' || takesWholeDays(known) || takesWholeDays(when)) return occurrence;
  return toLocal(toInstant(occurrence, when.zone ?? UNPLACED).at, known.zone ?? mine);
}

/** So much of one is read, characters; and so many times that stand for themselves. */
export const LONGEST_INVITATION = 1_000_000;
export const MOST_ENTRIES = 50;

/** What may be answered to an invitation. */
export const ANSWERS = ['accepted', 'tentative', 'declined'] as const;
export type InvitationAnswer = (typeof ANSWERS)[number];

/** What those who are at an event of mine know of it: nothing, it is on its way, all, or not of what has changed since. */
export const TOLD = ['nobody', 'leaving', 'all', 'changed'] as const;
export type Told = (typeof TOLD)[number];

/** “comes”, to follow a name. */
export const ATTENDANCE_WORDS: Readonly<Record<Attendance, string>> = {
  'needs-action': 'has not answered',
  accepted: 'comes',
  declined: 'does not come',
  tentative: 'comes perhaps',
  delegated: 'sends somebody',
};

/** What stands in the subject of an answer, and in its text, before what it answers. */
export const ANSWER_WORDS: Readonly<
  Record<Language, Record<InvitationAnswer, [subject: string, text: string]>>
> = {
  en: {
    accepted: ['Accepted', 'I will come'],
    tentative: ['Perhaps', 'I will perhaps come'],
    declined: ['Declined', 'I cannot come'],
  },
  pt: {
    accepted: ['Aceite', 'Vou'],
    tentative: ['Talvez', 'Talvez vá'],
    declined: ['Recusado', 'Não posso ir'],
  },
  de: {
    accepted: ['Zugesagt', 'Ich komme'],
    tentative: ['Vielleicht', 'Ich komme vielleicht'],
    declined: ['Abgesagt', 'Ich kann nicht kommen'],
  },
  fr: {
    accepted: ['Accepté', 'Je viens'],
    tentative: ['Peut-être', 'Je viendrai peut-être'],
    declined: ['Refusé', 'Je ne peux pas venir'],
  },
  es: {
    accepted: ['Aceptado', 'Voy'],
    tentative: ['Quizá', 'Quizá vaya'],
    declined: ['Rechazado', 'No puedo ir'],
  },
};
