/** The steps before the claim: what leaves comes about, or it is said why it must not. */
import { goesAlong, MAX_ATTACHED } from '#core/message/attachment';
import { withLine } from '#core/files/link';
import { escaped } from '#core/text/escaped';
import type { Composed, OutgoingMessage } from '#mail/compose';
import { attachmentsOf } from '#store/attachments';
import type { Departure } from '#store/departures';
import type { Extras } from '#store/extras';
import type { Message } from '#store/messages';
import type { QuestionRow } from '#store/questions';
import type { VisitLink } from '#store/visitLinks';
import type { Desk } from '../../desk';
import { keepBytes, type KeptRead } from '../../links/keepReads';
import { calendarFor } from '../../invitations/invite';
import { readLinks, type LinksRead } from '../../links/readLinks';
import { fillMessage } from '../../fields/fillMessage';
import { withItsQuestion } from './ask';
import { check } from './check';
import { resolve } from './resolve';
import { seal, sealedBefore } from './seal';
import type { Stopped } from './stopped';
import { throughHere } from './visits';

/** What leaves, before it is composed and sealed. */
export interface Content {
  content: OutgoingMessage;
  /** Where its links lead through here. */
  links: readonly VisitLink[];
  /** What was read from linked files, now; undefined where it never had any. */
  reads: readonly KeptRead[] | undefined;
  /** The message as its readers have it. */
  filled: Message;
  /** What it asks, as it was read; undefined where it asks nothing. */
  question: QuestionRow | undefined;
}

export interface Prepared extends Omit<Content, 'content'> {
  sealed: Composed;
}

const NOTHING_LINKED: LinksRead = { files: [], lines: [] };

/** With a line for each linked file that does not go along. */
const withLines = (message: Message, lines: readonly string[]): Message =>
  lines.reduce(
    (before, line) => ({
      ...before,
      text: withLine(before.text, line),
      html: before.html && line.trim() ? `${before.html}<p>${escaped(line.trim())}</p>` : before.html,
    }),
    message,
  );

/** The first steps. @param headerId the Message-ID it leaves under; @param released epoch ms */
export async function prepareContent(
  desk: Desk,
  seen: Departure,
  message: Message,
  extras: Extras,
  headerId: string,
  released: number,
): Promise<Content | Stopped> {
  const { db } = desk.store;
  // Days are counted from when it lands, also where it is late.
  const whole = fillMessage(desk, db, message, { ...seen, due: released });
  const all = extras.attached ? attachmentsOf(db, message.id) : [];
  const own = all.filter((each) => each.linkId === null);
  const size = own.filter((each) => goesAlong(each, whole.html)).reduce((sum, each) => sum + each.size, 0);
  const linked = extras.linked ? await readLinks(desk, message.id, MAX_ATTACHED - size) : NOTHING_LINKED;
  if ('policy' in linked) return linked;
  const filled = linked.lines.length > 0 ? withLines(whole, linked.lines) : whole;
  const stop = check(desk, filled, own);
  if (stop) return { policy: 'ask', words: stop };
  const { files } = linked;
  const reads = files.length > 0 ? await desk.group.run((tx) => keepBytes(tx, message.id, files)) : [];
  const attached = [...own, ...reads.map(({ attachment }) => attachment)];
  const content = await resolve(desk, filled, seen, attached, extras);
  const through = extras.watched ? throughHere(desk, seen, content) : { content, links: [] };
  // Its own addresses lead through nothing else.
  const asked = extras.asks
    ? withItsQuestion(desk, seen, through.content, headerId, released)
    : { content: through.content, question: undefined };
  if (typeof asked === 'string') return { policy: 'ask', words: asked };
  const calendar = extras.calendar ? calendarFor(db, message.id, released) : undefined;
  if (typeof calendar === 'string') return { policy: 'ask', words: calendar };
  const everLinked = reads.length > 0 || all.length > own.length;
  return {
    content: { ...asked.content, calendar },
    links: through.links,
    reads: everLinked ? reads : undefined,
    filled,
    question: asked.question,
  };
}

/** All of them. @param headerId the Message-ID it leaves under; @param released epoch ms */
export async function prepare(
  desk: Desk,
  seen: Departure,
  message: Message,
  extras: Extras,
  headerId: string,
  released: number,
): Promise<Prepared | Stopped> {
  if (extras.sealed) {
    const content = await resolve(desk, message, seen, [], extras);
    const sealed = await sealedBefore(desk, seen, content, headerId, released);
    if ('policy' in sealed) return sealed;
    return { sealed, links: [], reads: undefined, filled: message, question: undefined };
  }
  const made = await prepareContent(desk, seen, message, extras, headerId, released);
  if ('policy' in made) return made;
  const { content, ...beside } = made;
  const sealed = await seal(desk, seen, message, content, headerId, released);
  return 'policy' in sealed ? sealed : { ...beside, sealed };
}
