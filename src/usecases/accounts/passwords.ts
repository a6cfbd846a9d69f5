/** What the passwords of an account are sealed for. */

export const smtpPasswordOf = (accountId: string) => `account:${accountId}:smtp`;
