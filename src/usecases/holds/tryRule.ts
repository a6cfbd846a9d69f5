/** What a hold rule would have done with the messages sent last, before it is switched on. */
import { leavesOnceHeld } from '#core/plan/kinds/registry';
import { decideHold, holdOf, type Hold } from '#core/hold/decide';
import { whyHeld, type HoldRule } from '#core/hold/rule';
import { listDepartures } from '#store/departureList';
import { allGroups } from '#store/groups';
import { findMessages } from '#store/messages';
import type { Desk } from '../desk';
import { receiversOf } from '../messages/envelope';
import { asSent, contentOf, holdContext } from './holdFor';

const LAST = 50;

export interface Trial {
  departureId: string;
  subject: string;
  to: { name: string; address: string }[];
  /** When it was sent, epoch ms. */
  at: number;
  /** Why the rule fits, in words; null where it does not. */
  why: string | null;
  /** An earlier rule fits first, so this one would not have been asked. */
  earlier: string | null;
  hold: Hold;
}

/** @param rule with its place among the others, where it has one by its id; else it comes last */
export function tryRule(desk: Desk, rule: HoldRule): Trial[] {
  const { db } = desk.store;
  const departures = listDepartures(db, { states: ['sent'], newestFirst: true, limit: LAST });
  const ids = [...new Set(departures.map(({ messageId }) => messageId))];
  const found = findMessages(db, ids);
  const contents = contentOf(db, found);
  const messages = new Map(
    found.map((message, index) => [message.id, { message, content: contents[index]! }]),
  );
  const groups = allGroups(db);
  const receivers = receiversOf(db, ids);
  return departures.map((departure): Trial => {
    const { message, content } = messages.get(departure.messageId)!;
    const to = receivers.filter(({ messageId }) => messageId === message.id);
    // The moment it was sent; what was scheduled was not held, and is asked about as if sent when it left.
    const at = leavesOnceHeld(departure.plan) ? departure.createdAt : (departure.leftAt ?? departure.due);
    const context = holdContext(desk, db, at, groups);
    const sent = asSent(db, to, content, at, groups);
    const place = context.rules.findIndex(({ id }) => id === rule.id);
    const before = place < 0 ? context.rules : context.rules.slice(0, place);
    const earlier = decideHold(sent, { ...context, rules: before }).rule;
    const why = whyHeld(rule, sent, context) ?? null;
    const own = { ...holdOf(rule.action, context), rule: why === null ? null : { name: rule.name, why } };
    return {
      departureId: departure.id,
      subject: message.subject,
      to: to.map(({ name, address }) => ({ name, address })),
      at,
      why,
      earlier: earlier?.name ?? null,
      hold: own,
    };
  });
}
