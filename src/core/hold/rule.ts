/** Hold rules: which sends wait, for how long, and why. Pure: who is in a group and who was written to is given. */
import type { Importance } from '../message/details';
import type { DaySpan } from '../time/dayParts';
import { toLocal } from '../time/wallClock';
import { dayOf } from '../time/words';
import { Temporal } from 'temporal-polyfill';

/** What a rule can ask of a message. Of recipients, one that fits is enough. */
export type Condition =
  | { kind: 'recipient'; addresses: string[] }
  | { kind: 'group'; groups: string[] }
  | { kind: 'domain'; domains: string[] }
  /** Somebody whose domain is not mine. */
  | { kind: 'outside' }
  | { kind: 'words'; where: 'subject' | 'text' | 'either'; words: string[] }
  | { kind: 'more-than'; recipients: number }
  /** On my clock; spans of each weekday, Monday first, which may end on the next day. */
  | { kind: 'hours'; days: (DaySpan | null)[] }
  /** Somebody no message of mine has ever left for. */
  | { kind: 'first-message' }
  | { kind: 'importance'; is: Importance[] }
  /** Something is attached. */
  | { kind: 'attachment' };

export type ConditionKind = Condition['kind'];

export type HoldAction =
  | { kind: 'hold'; minutes: number }
  | { kind: 'quiet-end' }
  /** Waits until I have looked. */
  | { kind: 'review' }
  | { kind: 'release' };

export interface HoldRule {
  id: string;
  name: string;
  on: boolean;
  /** All of them have to be met; a rule without any meets everything. */
  when: Condition[];
  /** One that is met is enough. */
  except: Condition[];
  action: HoldAction;
}

export interface SentRecipient {
  /** Lower case. */
  address: string;
  name: string;
  /** Ids of the groups they belong to. */
  groups: readonly string[];
  /** No message of mine has left for them before. */
  first: boolean;
}

/** What rules see of a message. */
export interface SentMessage {
  recipients: readonly SentRecipient[];
  subject: string;
  text: string;
  importance: Importance;
  /** Something is attached. */
  attached: boolean;
}

export interface RuleContext {
  /** When it is sent, epoch ms. */
  now: number;
  /** Mine. */
  zone: string;
  /** Mine, lower case. */
  address: string;
  /** Names of groups by id. */
  groups: ReadonlyMap<string, string>;
}

export const domainOf = (address: string): string =>
  address.slice(address.lastIndexOf('@') + 1).toLowerCase();
const nameOf = ({ name, address }: SentRecipient) => name || address;

/** Whole words, letters of any script, case aside. */
function findWord(text: string, word: string): boolean {
  const wanted = word
    .trim()
    .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
    .replace(/\s+/g, '\\s+');
  return wanted !== '' && new RegExp(`(?<![\\p{L}\\p{N}])${wanted}(?![\\p{L}\\p{N}])`, 'iu').test(text);
}

function inHours({ days }: Extract<Condition, { kind: 'hours' }>, { now, zone }: RuleContext): boolean {
  const local = toLocal(now, zone);
  const weekday = Temporal.PlainDate.from(dayOf(local)).dayOfWeek - 1;
  const minute = Number(local.slice(11, 13)) * 60 + Number(local.slice(14, 16));
  const today = days[weekday];
  const before = days[(weekday + 6) % 7];
  if (today && minute >= today.from && (minute < today.to || today.to <= today.from)) return true;
  return Boolean(before && before.to <= before.from && minute < before.to);
}

/** What in the message meets a condition, in words that follow “since it is”; undefined where nothing does. */
export function meets(condition: Condition, message: SentMessage, context: RuleContext): string | undefined {
  const { recipients, subject, text } = message;
  const to = (found: SentRecipient | undefined, more = '') => found && `to ${nameOf(found)}${more}`;
  switch (condition.kind) {
    case 'recipient': {
      const wanted = condition.addresses.map((each) => each.toLowerCase());
      return to(recipients.find(({ address }) => wanted.includes(address)));
    }
    case 'group': {
      for (const group of condition.groups) {
        const found = recipients.find(({ groups }) => groups.includes(group));
        if (found) return to(found, ` of “${context.groups.get(group) ?? 'a group'}”`);
      }
      return undefined;
    }
    case 'domain': {
      const within = (domain: string, wanted: string) => domain === wanted || domain.endsWith(`.${wanted}`);
      const wanted = condition.domains.map((each) => each.trim().replace(/^@/, '').toLowerCase());
      const found = recipients.find(({ address }) => wanted.some((each) => within(domainOf(address), each)));
      return to(found, found && ` at ${domainOf(found.address)}`);
    }
    case 'outside': {
      const mine = domainOf(context.address);
      return to(
        recipients.find(({ address }) => domainOf(address) !== mine),
        ', outside my organisation',
      );
    }
    case 'words': {
      const places = { subject: [subject], text: [text], either: [subject, text] }[condition.where];
      const found = condition.words.find((word) => places.some((each) => findWord(each, word)));
      return found && `with “${found}” in it`;
    }
    case 'more-than':
      return recipients.length > condition.recipients ? `to ${recipients.length} people` : undefined;
    case 'hours':
      return inHours(condition, context)
        ? `sent at ${toLocal(context.now, context.zone).slice(11, 16)}`
        : undefined;
    case 'first-message':
      return to(
        recipients.find(({ first }) => first),
        ' for the first time',
      );
    case 'importance':
      return condition.is.includes(message.importance) ? `of ${message.importance} importance` : undefined;
    case 'attachment':
      return message.attached ? 'with something attached' : undefined;
  }
}

/** Why a rule holds a message, in words that follow “since it is”; undefined where it does not. */
export function whyHeld(rule: HoldRule, message: SentMessage, context: RuleContext): string | undefined {
  const met = rule.when.map((condition) => meets(condition, message, context));
  if (met.includes(undefined)) return undefined;
  if (rule.except.some((condition) => meets(condition, message, context) !== undefined)) return undefined;
  return met.length ? met.join(', ') : 'any message';
}
