import type { AccountJson } from '#api/types';
import type { AccountView } from '#usecases/accounts/accounts';
import { isoOrNull } from '../present';

export const presentAccount = ({ mailbox, ...rest }: AccountView): AccountJson => ({
  ...rest,
  mailbox: mailbox && { ...mailbox, since: isoOrNull(mailbox.since) },
});
