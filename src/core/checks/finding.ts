/** What a check found in a message. */

export const CHECK_IDS = [
  'placeholder',
  'subject',
  'body',
  'salutation',
  'copied',
  'address',
  'visible',
  'weekday',
  'past-date',
  'capitals',
  'unfinished',
  'aging',
  'zoneless',
  'attachment',
  'large',
  'reply-all',
  'link',
  'foreign-link',
  'spelling',
] as const;

export type CheckId = (typeof CHECK_IDS)[number];

/** `stop`: it cannot leave like this. `ask`: most likely a mistake. `note`: perhaps one. */
export type Severity = 'stop' | 'ask' | 'note';

export interface Finding {
  check: CheckId;
  severity: Severity;
  field: 'text' | 'subject' | 'to' | 'attachments';
  /** Where in the field it stands; `to` is exclusive. Both 0 where it is about the whole field. */
  from: number;
  to: number;
  /** The words that triggered it, as written. */
  words: string;
  /** What is wrong with them, to follow the words: “lands at 08:30”. */
  why: string;
  /** What could stand in their place, the best first. */
  fixes: string[];
  /** Other ways out. */
  moves?: Move[];
}

/** A way out that changes something else than the words. */
export interface Move {
  /** On the button. */
  words: string;
  /** A mailbox to add to the recipients, and one to take out of them. */
  add?: string;
  remove?: string;
  copies?: 'individual';
  /** The only one it then goes to. */
  only?: string;
  /** A file is to be chosen. */
  attach?: true;
  /** A word that is spelled right. */
  learn?: string;
}

/** Where and when a message lands, as checks see it. */
export interface Landed {
  /** IANA zone. */
  zone: string;
  place: string;
  /** `2026-11-25T08:30:00` there. */
  local: string;
}

export interface CheckContext {
  /** Epoch ms, when it is written. */
  now: number;
  /** Mine. */
  zone: string;
  place: string;
  /** Of every reader whose clock is known. */
  landings: readonly Landed[];
}

/** A finding in the words of the text. */
export const inText = (
  check: CheckId,
  severity: Severity,
  from: number,
  words: string,
  why: string,
  fixes: string[] = [],
): Finding => ({ check, severity, field: 'text', from, to: from + words.length, words, why, fixes });

/** The text with one finding's words replaced. */
export const withFix = (text: string, { from, to }: Finding, fix: string) =>
  text.slice(0, from) + fix + text.slice(to);
