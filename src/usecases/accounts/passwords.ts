/** What the passwords of an account are sealed for. */

export const smtpPasswordOf = (accountId: string) => `account:${accountId}:smtp`;
export const imapPasswordOf = (accountId: string) => `account:${accountId}:imap`;
