'use client';
/** When correspondents work, by address. Public holidays stay with the server, which knows the calendars. */
import { useCallback, useMemo } from 'react';
import { addressKey } from '#core/message/address';
import { defaultWeek, type Working } from '#core/time/dayParts';
import { useCorrespondents } from '../data/queries';

export function useWorkingAt(): (address: string) => Working | undefined {
  const people = useCorrespondents().data;
  const byAddress = useMemo(
    () =>
      new Map(
        (people ?? []).flatMap(({ addresses, week, leave }) =>
          addresses.map((address): [string, Working] => [address, { week: week ?? defaultWeek, leave }]),
        ),
      ),
    [people],
  );
  return useCallback((address: string) => byAddress.get(addressKey(address)), [byAddress]);
}
