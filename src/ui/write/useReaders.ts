'use client';
/** Who a message is to, and what is known of them. */
import { useMemo } from 'react';
import { addressKey, groupName, isAddress, isRecipient, parseMailbox } from '#core/message/address';
import { useCorrespondents, useSettings } from '../data/queries';
import type { DraftFields } from './draft/fields';
import type { NearZone } from './ZonePicker';

export const mailboxes = (list: readonly string[]) =>
  list.filter(isAddress).map((each) => parseMailbox(each));

export function useReaders({ to, cc, bcc }: DraftFields) {
  const people = useCorrespondents().data;
  const { zone: mine } = useSettings();

  /** Addresses, and groups by their names, of what can be read of the fields. */
  const recipients = useMemo(
    () =>
      [...to, ...cc, ...bcc]
        .filter(isRecipient)
        .map((each) => (groupName(each) === undefined ? parseMailbox(each).address : each)),
    [to, cc, bcc],
  );
  // Looked up for every reader at every key: by address, not by going through everybody.
  const byAddress = useMemo(
    () => new Map(people?.flatMap((person) => person.addresses.map((address) => [address, person]))),
    [people],
  );
  /** Whose clocks are near at hand: each reader's, and mine. */
  const near = useMemo(() => {
    const list: NearZone[] = [];
    for (const address of recipients) {
      const person = byAddress.get(addressKey(address));
      if (person?.zone && !list.some(({ zone }) => zone === person.zone)) {
        list.push({ zone: person.zone, whose: person.name, place: person.place ?? undefined });
      }
    }
    if (!list.some(({ zone }) => zone === mine)) list.push({ zone: mine, whose: 'you' });
    return list;
  }, [recipients, byAddress, mine]);

  const typedNames = useMemo(() => {
    const typed = mailboxes([...to, ...cc, ...bcc]);
    // Of an address named twice the first counts.
    return new Map(typed.reverse().map(({ address, name }) => [addressKey(address), name]));
  }, [to, cc, bcc]);
  /** The name that stands before an address in the fields; empty where there is none. */
  const typedName = (address: string) => typedNames.get(addressKey(address)) ?? '';
  const nameOf = (address: string) =>
    byAddress.get(addressKey(address))?.name || typedName(address) || address;

  return { recipients, near, typedName, nameOf };
}
