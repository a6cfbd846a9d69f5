import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readStepFor, stepFor } from './reconcile';

const agreed = { etag: 'e1', print: 'p1' };

it.each([
  [undefined, null, null, 'none', 'none'],
  [undefined, 'e1', null, 'pull', 'pull'],
  [undefined, null, 'p1', 'push', 'none'],
  [undefined, 'e1', 'p1', 'compare', 'compare'],
  [agreed, 'e1', 'p1', 'none', 'none'],
  [agreed, 'e2', 'p1', 'pull', 'pull'],
  [agreed, 'e1', 'p2', 'push', 'none'],
  [agreed, 'e2', 'p2', 'compare', 'compare'],
  [agreed, null, 'p1', 'drop-here', 'drop-here'],
  [agreed, null, 'p2', 'push', 'forget'],
  [agreed, 'e1', null, 'drop-there', 'none'],
  [agreed, 'e2', null, 'pull', 'pull'],
  [agreed, null, null, 'forget', 'forget'],
] as const)('%j, there %s, here %s: %s, and of what is only read %s', (base, there, here, both, read) => {
  expect(stepFor(base, there, here)).toBe(both);
  expect(readStepFor(base, there, here)).toBe(read);
});

it('whatever has changed on either side, both are the same after it, and nothing that was changed is lost', () => {
  const side = fc.option(fc.constantFrom('1', '2', '3'), { nil: null });
  fc.assert(
    fc.property(fc.boolean(), side, side, (known, there, here) => {
      const step = stepFor(known ? { etag: '1', print: '1' } : undefined, there, here);
      const after =
        step === 'pull' || (step === 'compare' && there! >= here!)
          ? [there, there]
          : step === 'push' || step === 'compare'
            ? [here, here]
            : step === 'none' || step === 'forget'
              ? [there, here]
              : [null, null];
      expect(after[0]).toBe(after[1]);
      const changed = [there, here].filter((each) => each !== null && (!known || each !== '1'));
      if (changed.length > 0) expect(changed).toContain(after[0]);
    }),
  );
});
