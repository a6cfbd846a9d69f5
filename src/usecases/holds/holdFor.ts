/** How a message is held when it is sent: what the rules and the quiet hours see of it. */
import { rollup } from 'd3-array';
import { decideHold, type Hold, type HoldContext } from '#core/hold/decide';
import type { SentMessage } from '#core/hold/rule';
import { addressKey, type Mailbox } from '#core/message/address';
import { withAttachments } from '#store/attachments';
import { correspondentsAt } from '#store/correspondents';
import { writtenToBefore } from '#store/deliveries';
import { allGroups, type Group } from '#store/groups';
import type { Message } from '#store/messages';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';

/** What rules see of a message beside its recipients. */
export type SentContent = Omit<SentMessage, 'recipients'>;

/** The content of messages as rules see it, in their order. */
export function contentOf(db: Reading, messages: readonly Message[]): SentContent[] {
  const attached = withAttachments(
    db,
    messages.map(({ id }) => id),
  );
  return messages.map(({ id, subject, text, importance }) => ({
    subject,
    text,
    importance,
    attached: attached.has(id),
  }));
}

/** What is sent with nothing in it: of a message that is not kept yet. */
export const emptyContent: SentContent = { subject: '', text: '', importance: 'normal', attached: false };

/** @param now when it is sent, epoch ms */
export function asSent(
  db: Reading,
  readers: readonly Mailbox[],
  content: SentContent,
  now: number,
  groups: readonly Group[],
): SentMessage {
  const addresses = readers.map(({ address }) => addressKey(address));
  const known = correspondentsAt(db, addresses);
  const groupsOf = rollup(
    groups.flatMap(({ id, members }) => members.map((person) => ({ id, person }))),
    (rows) => rows.map(({ id }) => id),
    ({ person }) => person,
  );
  const before = writtenToBefore(db, addresses, now);
  const recipients = readers.map(({ address, name }) => {
    const key = addressKey(address);
    const person = known.get(key);
    return {
      address: key,
      name: person?.name || name,
      groups: (person && groupsOf.get(person.id)) ?? [],
      first: !before.has(key),
    };
  });
  const { subject, text, importance, attached } = content;
  return { recipients, subject, text, importance, attached };
}

/** @param now when it is sent, epoch ms */
export function holdContext(desk: Desk, db: Reading, now: number, groups: readonly Group[]): HoldContext {
  const { zone, me, holdSeconds, holdRules, quietHours } = desk.settings(db);
  return {
    now,
    zone,
    holdSeconds,
    rules: holdRules,
    quiet: quietHours,
    address: addressKey(me.address),
    groups: new Map(groups.map(({ id, name }) => [id, name])),
  };
}

/** How a message sent now is held. @param inSpiteOfQuiet sets quiet hours aside */
export function holdFor(
  desk: Desk,
  db: Reading,
  readers: readonly Mailbox[],
  content: SentContent,
  inSpiteOfQuiet = false,
): Hold {
  const now = desk.now(db);
  const groups = allGroups(db);
  const sent = asSent(db, readers, content, now, groups);
  return decideHold(sent, { ...holdContext(desk, db, now, groups), inSpiteOfQuiet });
}
