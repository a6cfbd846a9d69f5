/** What to do about a mail server's refusal, from its enhanced status code (RFC 3463) or its words. */

const BY_CODE: [RegExp, string][] = [
  [/\b5\.1\.[0136]\b/, 'Check the address.'],
  [/\b5\.1\.2\b/, 'There is no such domain: check what stands after the @.'],
  [/\b5\.1\.[78]\b/, 'Your own address was refused: check it in Settings.'],
  [/\b5\.2\.1\b/, 'The mailbox is closed: reach them another way.'],
  [/\b[45]\.2\.2\b/, 'The mailbox is full: write again later, or reach them another way.'],
  [/\b5\.(2\.3|3\.4)\b/, 'The message is too big for it: send less.'],
  [/\b5\.7\.\d+\b/, 'The server does not let you send this: ask whoever runs it.'],
  [
    /\b(user|mailbox|recipient|address)\b.*\b(unknown|not found|does not exist|unavailable)/i,
    'Check the address.',
  ],
];

/** @param answer the server's own words, code included @returns a sentence */
export function adviceFor(answer: string): string {
  if (answer.startsWith('Gave up')) return 'Check the address, or reach them another way.';
  const known = BY_CODE.find(([pattern]) => pattern.test(answer));
  return known ? known[1] : 'Check the address, then write again.';
}
