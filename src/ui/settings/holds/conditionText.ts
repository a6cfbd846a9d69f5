/** Conditions of a hold rule as they are written in one field each. */
import { readQuiet, writeQuiet } from '#core/hold/quietText';
import { isAddress, parseMailbox } from '#core/message/address';
import { IMPORTANCES } from '#core/message/details';
import type { Condition, ConditionKind, HoldAction } from '#core/hold/rule';
import type { GroupJson } from '#api/types';

export const CONDITION_WORDS: Record<ConditionKind, string> = {
  recipient: 'goes to one of these addresses',
  group: 'goes to somebody of these groups',
  domain: 'goes to one of these domains',
  outside: 'goes outside my organisation',
  words: 'has one of these words in it',
  'more-than': 'goes to more people than',
  hours: 'is sent in these hours',
  'first-message': 'is the first message ever to somebody',
  importance: 'is of this importance',
  attachment: 'has something attached',
};

export const ACTION_WORDS: Record<HoldAction['kind'], string> = {
  hold: 'hold for',
  'quiet-end': 'hold until quiet hours end',
  review: 'hold until I have looked',
  release: 'release at once',
};

/** What stands in a field that is empty. */
export const EXAMPLES: Partial<Record<ConditionKind, string>> = {
  recipient: 'night@courier.example',
  group: 'Lenders',
  domain: 'lenders.example',
  words: 'bond, insurance value',
  'more-than': '10',
  hours: 'Mo-Fr 18:00-22:00',
  importance: 'high',
};

/** What stands in a field between commas, semicolons or ends of lines. */
export const namesIn = (text: string) =>
  text
    .split(/[,;\n]/)
    .map((each) => each.trim())
    .filter(Boolean);

/** The field of a condition; undefined for one that asks for nothing more. */
export function conditionText(condition: Condition, groups: readonly GroupJson[]): string | undefined {
  switch (condition.kind) {
    case 'recipient':
      return condition.addresses.join(', ');
    case 'group':
      return condition.groups
        .map((id) => groups.find((group) => group.id === id)?.name ?? 'a group that is gone')
        .join(', ');
    case 'domain':
      return condition.domains.join(', ');
    case 'words':
      return condition.words.join(', ');
    case 'more-than':
      return String(condition.recipients);
    case 'hours':
      return writeQuiet(condition.days);
    case 'importance':
      return condition.is.join(', ');
    default:
      return undefined;
  }
}

/**
 * A condition of a kind from its field.
 * @throws Error in words for the person
 */
export function readCondition(
  kind: ConditionKind,
  text: string,
  groups: readonly GroupJson[],
  where: Extract<Condition, { kind: 'words' }>['where'] = 'either',
): Condition {
  const several = namesIn(text);
  const some = (words: string) => {
    if (several.length === 0) throw new Error(words);
    return several;
  };
  switch (kind) {
    case 'recipient':
      return {
        kind,
        addresses: some('Which addresses?').map((each) => {
          if (!isAddress(each)) throw new Error(`“${each}” is no address.`);
          return parseMailbox(each).address;
        }),
      };
    case 'group':
      return {
        kind,
        groups: some('Which groups?').map((name) => {
          const group = groups.find((each) => each.name.toLowerCase() === name.toLowerCase());
          if (!group) throw new Error(`There is no group “${name}”.`);
          return group.id;
        }),
      };
    case 'domain':
      return {
        kind,
        domains: some('Which domains?').map((each) => {
          const domain = each.replace(/^@/, '');
          if (!isAddress(`somebody@${domain}`)) throw new Error(`“${each}” is no domain.`);
          return domain;
        }),
      };
    case 'words':
      return { kind, where, words: some('Which words?') };
    case 'more-than': {
      const recipients = Number(text);
      if (!Number.isInteger(recipients) || recipients < 1) throw new Error('How many people?');
      return { kind, recipients };
    }
    case 'hours':
      return { kind, days: [...readQuiet(text)] };
    case 'importance':
      return {
        kind,
        is: some('Which importance?').map((word) => {
          const found = IMPORTANCES.find((each) => each === word.toLowerCase());
          if (!found) throw new Error(`“${word}” is no importance: ${IMPORTANCES.join(', ')}.`);
          return found;
        }),
      };
    case 'attachment':
    case 'outside':
    case 'first-message':
      return { kind };
  }
}
