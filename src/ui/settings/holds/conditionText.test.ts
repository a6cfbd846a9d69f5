import { describe, expect, it } from 'vitest';
import type { GroupJson } from '#api/types';
import { readQuiet } from '#core/hold/quietText';
import type { Condition, ConditionKind } from '#core/hold/rule';
import { CONDITION_WORDS, conditionText, readCondition } from './conditionText';

const groups = [
  { id: 'l', name: 'Lenders', members: [] },
  { id: 'c', name: 'Night couriers', members: [] },
] as unknown as GroupJson[];

const CONDITIONS: Condition[] = [
  { kind: 'recipient', addresses: ['a@x.example', 'b@x.example'] },
  { kind: 'group', groups: ['c', 'l'] },
  { kind: 'domain', domains: ['x.example'] },
  { kind: 'outside' },
  { kind: 'words', where: 'subject', words: ['bond', 'insurance value'] },
  { kind: 'more-than', recipients: 10 },
  { kind: 'hours', days: [...readQuiet('Mo-Fr 18:00-22:00')] },
  { kind: 'importance', is: ['high'] },
  { kind: 'attachment' },
  { kind: 'first-message' },
];

describe('a condition in its field', () => {
  it.each(CONDITIONS)('$kind comes back as it was', (condition) => {
    const text = conditionText(condition, groups);
    const where = condition.kind === 'words' ? condition.where : undefined;
    expect(readCondition(condition.kind, text ?? '', groups, where)).toEqual(condition);
  });

  it('every kind has words, and is one of those tried here', () => {
    expect(CONDITIONS.map(({ kind }) => kind).sort()).toEqual(Object.keys(CONDITION_WORDS).sort());
  });

  it('is read whatever its commas, spaces and capitals', () => {
    expect(readCondition('group', ' lenders ;NIGHT COURIERS, ', groups)).toEqual({
      kind: 'group',
      groups: ['l', 'c'],
    });
    expect(readCondition('words', 'bond,, value\nfee', groups)).toEqual({
      kind: 'words',
      where: 'either',
      words: ['bond', 'value', 'fee'],
    });
  });

  it.each<[ConditionKind, string, string]>([
    ['recipient', ' , ', 'Which addresses?'],
    ['group', '', 'Which groups?'],
    ['group', 'Lenders, Borrowers', 'There is no group “Borrowers”.'],
    ['domain', '', 'Which domains?'],
    ['words', ';', 'Which words?'],
    ['more-than', '0', 'How many people?'],
    ['more-than', '2.5', 'How many people?'],
    ['hours', 'in the evening', '“in the evening” are no quiet hours'],
  ])('%s “%s” says what is missing', (kind, text, words) =>
    expect(() => readCondition(kind, text, groups)).toThrow(words),
  );

  it('a group that is gone is said to be', () =>
    expect(conditionText({ kind: 'group', groups: ['gone'] }, groups)).toBe('a group that is gone'));
});
