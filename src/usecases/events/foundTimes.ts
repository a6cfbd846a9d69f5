/** The times a message speaks of, on both clocks, with what I have then. */
import { instantOf } from '#core/calendar/occurrences';
import { languageOf } from '#core/checks/language';
import { acceptingWords, whenIn } from '#core/found/accepting';
import { findTimes, type FoundTime } from '#core/found/find';
import type { MailClass } from '#core/reply/classify';
import { baseSubject } from '#core/reply/threading';
import { toLocal } from '#core/time/wallClock';
import { invitationOf } from '#store/invitations';
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { meAsPerson } from '../people/readers';
import { placeInCalendar, type Placed } from './againstCalendar';
import { writerOf } from './writerOf';

export interface FoundView extends Pick<FoundTime, 'words' | 'start' | 'zone' | 'unclear'>, Placed {
  /** In the form of an event: an hour after its start where nothing is said of it. */
  end: string;
  saysEnd: boolean;
  /** What an answer says that takes it up. */
  yes: string;
}

export interface FoundTimes {
  /** Whose clock it is read on. */
  name: string;
  place: string;
  zone: string;
  /** How that is known, where it is not their place; a sentence. */
  assumed: string | null;
  /** An event of it is called so. */
  summary: string;
  times: FoundView[];
}

const HOUR = 3_600_000;

/** Times in these are of no use to anybody: when somebody is back, when a server tried. */
const OF_NOTHING: readonly MailClass[] = ['away', 'bounce', 'delay', 'receipt'];

/** @returns empty for what I wrote, and where nothing is found */
export function foundTimes(desk: Desk, messageId: string): FoundTimes {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const me = meAsPerson(desk);
  const writer = writerOf(desk, message);
  const writtenAt = Math.min(message.writtenAt ?? message.at, message.at);
  const found =
    message.direction === 'in' && !OF_NOTHING.includes(message.classified?.is ?? 'other')
      ? findTimes(message.text, { at: writtenAt, writer: writer.zone, reader: me.zone })
      : [];
  const language = languageOf(message.text) ?? 'en';
  // What it asks to as an invitation stands there already, with its answers.
  const asked = new Set(
    invitationOf(db, messageId)?.entries.map(({ when }) => instantOf(when.start, when.zone ?? me.zone)),
  );
  const others = found.filter(({ start, zone }) => !asked.has(instantOf(start, zone)));
  const times = others.map((each): FoundView => {
    const wholeDay = each.start.length === 10;
    // A day is the same day on every clock: what I have then is what I have on that day of mine.
    const on = wholeDay ? me.zone : each.zone;
    const at = instantOf(each.start, on);
    const until = each.end === null ? at + HOUR : instantOf(each.end, on);
    const end = each.end ?? toLocal(until, on).slice(0, 16);
    const zone = wholeDay ? me.zone : each.zone === me.zone ? writer.zone : each.zone;
    return {
      words: each.words,
      start: each.start,
      end,
      zone: each.zone,
      unclear: each.unclear,
      saysEnd: each.end !== null,
      ...placeInCalendar(desk, { at, until, wholeDay, saysEnd: each.end !== null, zone }, writer),
      yes: acceptingWords(
        whenIn(at, wholeDay ? me.zone : writer.zone, me.zone, wholeDay, language),
        language,
      ),
    };
  });
  return {
    name: writer.name!,
    place: writer.place,
    zone: writer.zone,
    assumed: writer.assumed,
    summary: baseSubject(message.subject) || writer.name!,
    times,
  };
}
