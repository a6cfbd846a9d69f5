import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import {
  judgeReplies,
  labelledReplies,
  precision,
  recall,
  type LabelledReply,
} from '#test/support/labelledReplies';

const named = ({ names }: LabelledReply) => names === 'irt' || names === 'ref';

it.each(['own', 'aside', 'fresh'] as const)(
  'tells the labelled mails apart: %s',
  async (which) => {
    const all = labelledReplies(which);
    expect(all.length).toBeGreaterThan(100);
    for (const headers of [true, false]) {
      const some = all.filter((each) => named(each) === headers);
      const judged = await judgeReplies(tempDesk().desk, some);
      // Where it names what it answers nothing is left to guess.
      const least = headers ? 1 : 0.98;
      expect(precision(judged), JSON.stringify(judged.wrong)).toBeGreaterThanOrEqual(least);
      expect(recall(judged), JSON.stringify(judged.missed)).toBeGreaterThanOrEqual(least);
    }
  },
  120_000,
);
