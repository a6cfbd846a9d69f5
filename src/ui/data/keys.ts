'use client';
/** OpenPGP keys, and what they open, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { KeysJson, OpenedJson, ReaderKeysJson } from '#api/types';
import { ask, type ApiProblem } from './client';
import { useRead } from './useRead';

export const useKeys = () => useRead(['keys'], '/keys', ({ keys }: KeysJson) => keys);

/** Who can be written to encrypted, and with what it is signed. @param recipients addresses, and groups by their names */
export const useReaderKeys = (from: string, recipients: readonly string[]) =>
  useQuery({
    queryKey: ['keys', 'readers', from, recipients],
    queryFn: () => ask<ReaderKeysJson>('POST', '/keys/readers', { from, recipients }),
    placeholderData: (before) => before,
  });

/** What a message says that is signed, encrypted or sealed; an error of status 423 while its key is locked. */
export const useOpened = (id: string | undefined) =>
  useQuery<OpenedJson, ApiProblem>({
    queryKey: ['keys', 'opened', id],
    queryFn: () => ask<OpenedJson>('GET', `/messages/${id}/opened`),
    enabled: id !== undefined,
    retry: false,
    // It is here only as long as it is looked at.
    gcTime: 0,
    staleTime: 0,
  });
