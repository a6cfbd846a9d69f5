'use client';
/** Accounts, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { AccountsJson, MailboxFoldersJson } from '#api/types';
import { ask } from './client';
import { useRead } from './useRead';

export const ACCOUNTS = '/accounts';

export const useAccounts = () => useRead(['accounts'], ACCOUNTS, ({ accounts }: AccountsJson) => accounts);

/** The account that ships with the demo; null where there is none. */
export const useAccountToTry = () =>
  useRead(['accounts', 'to-try'], ACCOUNTS, ({ toTry }: AccountsJson) => toTry);

/** Asked for in the mailbox itself, so only when it is wanted. */
export const useMailboxFolders = (id: string, enabled: boolean) =>
  useQuery({
    queryKey: ['mailbox-folders', id],
    queryFn: () => ask<MailboxFoldersJson>('GET', `/accounts/${id}/folders`),
    enabled,
    retry: false,
    staleTime: 0,
  });
