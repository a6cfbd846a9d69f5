/** Addresses that are nearly ones I know, and lists that show people to one another. */
import { addressKey, formatMailbox, type Mailbox } from '../message/address';
import { folded } from '../text/folded';
import { everybody, type CheckedMessage, type MessageContext } from './checkedMessage';
import type { Finding } from './finding';

/** From so many on, people of several organisations seldom want to see one another's addresses. */
const MANY = 10;
const ORGANISATIONS = 3;
/** So many letters apart is a slip of the fingers. */
const SLIP = 2;

/** Letters to change, add or leave out, counted up to `limit` + 1 (Levenshtein's distance). */
export function distance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1;
  let before = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++)
      row[j] = Math.min(row[j - 1]! + 1, before[j]! + 1, before[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1));
    if (Math.min(...row) > limit) return limit + 1;
    before = row;
  }
  return before[b.length]!;
}

/** True where one address is most likely meant to be the other. */
function nearly(address: string, known: string): boolean {
  const [[local, domain], [own, at]] = [address.split('@'), known.split('@')] as [
    [string, string],
    [string, string],
  ];
  if (local === own) {
    // The same name elsewhere: only where the other place is written nearly the same, or at another ending.
    return distance(domain, at, SLIP) <= SLIP || domain.split('.')[0] === at.split('.')[0];
  }
  // Short names are nearly each other all the time.
  return domain === at && Math.min(local.length, own.length) > 4 && distance(local, own, 1) <= 1;
}

/** Addresses of a place, not of a person. */
const ROLE =
  /^(?:info|office|contact|hello|mail|post|admin|sales|support|registrar|loans|team|press|accounts?|billing|service)$/;

/** The same whole name, or the same part before the @ where that is a name of its own. */
function isSamePerson(each: Mailbox, known: Mailbox): boolean {
  const name = folded(each.name).trim();
  if (name.includes(' ') && name === folded(known.name).trim()) return true;
  const [local] = addressKey(each.address).split('@') as [string];
  const [own] = known.address.split('@') as [string];
  return local === own && local.length > 5 && /[._-]/.test(local) && !ROLE.test(local);
}

export function recipientFindings(message: CheckedMessage, { people }: MessageContext): Finding[] {
  const list = everybody(message);
  const known = people.flatMap(({ name, addresses }) => addresses.map((address) => ({ name, address })));
  const mine = new Set(known.map(({ address }) => address));
  const findings = list.flatMap((each): Finding[] => {
    const address = addressKey(each.address);
    if (mine.has(address)) return [];
    const near = known.find((other) => nearly(address, other.address));
    const meant = near ?? known.find((other) => isSamePerson(each, other));
    if (!meant) return [];
    return [
      {
        check: 'address',
        severity: 'ask',
        field: 'to',
        from: 0,
        to: 0,
        fixes: [],
        words: each.address,
        why: near ? `is nearly ${meant.address}` : `is no address of ${meant.name} that I know`,
        moves: [{ words: `Write to ${meant.address}`, add: formatMailbox(meant), remove: each.address }],
      },
    ];
  });
  const { visible, individual } = message;
  const organisations = new Set(visible.map(({ address }) => addressKey(address).split('@')[1]));
  if (!individual && visible.length >= MANY && organisations.size >= ORGANISATIONS)
    findings.push({
      check: 'visible',
      severity: 'note',
      field: 'to',
      from: 0,
      to: 0,
      fixes: [],
      words: `${visible.length} people`,
      why: 'see one another’s addresses',
      moves: [{ words: 'One copy each', copies: 'individual' }],
    });
  return findings;
}
