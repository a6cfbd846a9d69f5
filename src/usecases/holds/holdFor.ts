/** How a message is held when it is sent: what the rules and the quiet hours see of it. */
import { decideHold, type Hold, type HoldContext } from '../../core/hold/decide';
import type { SentMessage } from '../../core/hold/rule';
import { addressKey, type Mailbox } from '../../core/message/address';
import { correspondentsAt } from '../../store/correspondents';
import { writtenToBefore } from '../../store/departures';
import { allGroups } from '../../store/groups';
import type { Reading } from '../../store/store';
import type { Desk } from '../desk';

/** @param now when it is sent, epoch ms */
export function asSent(
  db: Reading,
  readers: readonly Mailbox[],
  content: { subject: string; text: string },
  now: number,
): SentMessage {
  const addresses = readers.map(({ address }) => addressKey(address));
  const known = correspondentsAt(db, addresses);
  const groups = allGroups(db);
  const before = writtenToBefore(db, addresses, now);
  const recipients = readers.map(({ address, name }) => {
    const key = addressKey(address);
    const person = known.get(key);
    return {
      address: key,
      name: person?.name || name,
      groups: groups.filter(({ members }) => person && members.includes(person.id)).map(({ id }) => id),
      first: !before.has(key),
    };
  });
  const { subject, text } = content;
  return { recipients, subject, text };
}

/** @param now when it is sent, epoch ms */
export function holdContext(desk: Desk, db: Reading, now: number): HoldContext {
  const { zone, me, holdSeconds, holdRules, quietHours } = desk.settings(db);
  return {
    ...{ now, zone, holdSeconds, rules: holdRules, quiet: quietHours },
    address: addressKey(me.address),
    groups: new Map(allGroups(db).map(({ id, name }) => [id, name])),
  };
}

/** How a message sent now is held. @param inSpiteOfQuiet sets quiet hours aside */
export function holdFor(
  desk: Desk,
  db: Reading,
  readers: readonly Mailbox[],
  content: { subject: string; text: string },
  inSpiteOfQuiet = false,
): Hold {
  const now = desk.now(db);
  return decideHold(asSent(db, readers, content, now), { ...holdContext(desk, db, now), inSpiteOfQuiet });
}
