/** What is typed about an account, and what is asked of the server with it. */
import type { AccountJson, AccountsJson, FoundServersJson } from '#api/types';
import type { ServerDraft } from './ServerFields';

export interface AccountDraft {
  address: string;
  name: string;
  password: string;
  smtp: ServerDraft;
  /** null: no mailbox is looked into. */
  imap: ServerDraft | null;
  perMinute: number | null;
  plainHost: string;
}

const NO_SERVER: ServerDraft = { host: '', port: null, security: 'tls', user: null };

export const emptyDraft = (): AccountDraft => ({
  address: '',
  name: '',
  password: '',
  smtp: NO_SERVER,
  imap: NO_SERVER,
  perMinute: null,
  plainHost: '',
});

/** The one that ships with the demo, as it would be typed. */
export const draftToTry = ({
  address,
  password,
  smtp,
  imap,
}: NonNullable<AccountsJson['toTry']>): AccountDraft => ({
  ...emptyDraft(),
  address,
  password,
  smtp: { ...smtp, security: 'none', user: null },
  imap: { ...imap, security: 'none', user: null },
});

/** Of one that is there; its password is nobody's to show. */
export const draftOf = ({ address, name, smtp, mailbox, perMinute }: AccountJson): AccountDraft => ({
  address,
  name,
  password: '',
  smtp: smtp ?? NO_SERVER,
  imap: mailbox && {
    host: mailbox.host,
    port: mailbox.port,
    security: mailbox.security,
    user: mailbox.user,
  },
  perMinute,
  plainHost: '',
});

/** With the servers its domain names; what was typed stays where it names none. */
export const withFound = (draft: AccountDraft, { smtp, imap }: FoundServersJson): AccountDraft => ({
  ...draft,
  smtp: smtp ? { ...draft.smtp, ...smtp } : draft.smtp,
  imap: draft.imap && imap ? { ...draft.imap, ...imap } : draft.imap,
});

const asked = ({ host, port, security, user }: ServerDraft) => ({
  host: host.trim(),
  security,
  ...(port !== null && { port }),
  ...(user !== null && { user: user.trim() }),
});

/** @param before as it is kept; what has not changed is not asked for again */
export function requestOf(draft: AccountDraft, before: AccountJson | null, untried: boolean): object {
  const { address, name, password, smtp, imap, perMinute, plainHost } = draft;
  const kept = before && draftOf(before);
  const changed = (now: unknown, then: unknown) => !kept || JSON.stringify(now) !== JSON.stringify(then);
  return {
    ...(!before && { address: address.trim() }),
    ...(changed(name, kept?.name) && { name: name.trim() }),
    ...((!before || password !== '') && { password }),
    ...(changed(smtp, kept?.smtp) && { smtp: asked(smtp) }),
    ...(changed(imap, kept?.imap) && { imap: imap && asked(imap) }),
    ...(changed(perMinute, kept?.perMinute) && { perMinute }),
    ...(plainHost.trim() !== '' && { plainHost: plainHost.trim() }),
    ...(untried && { untried }),
  };
}
