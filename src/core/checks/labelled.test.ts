import { expect, it } from 'vitest';
import { judge, labelledMails } from '#test/support/labelledMails';

it.each(['written by', 'kept aside'] as const)(
  'of the mistakes in labelled mails (%s) nine in ten are found, with a false alarm in 20 mails at most',
  async (half) => {
    const { found, expected, falseAlarms, mails, wrong } = await judge(labelledMails(half));
    expect(expected).toBeGreaterThan(40);
    expect(found / expected, wrong.join('\n')).toBeGreaterThanOrEqual(0.9);
    expect(falseAlarms / mails, wrong.join('\n')).toBeLessThanOrEqual(1 / 20);
  },
  60_000,
);
