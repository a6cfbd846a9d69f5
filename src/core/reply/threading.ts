/** Which thread a message belongs to (RFC 5322 §3.6.4). */

/** The parts of a message that place it in a thread. Ids are as in the headers, with angle brackets. */
export interface ThreadKeys {
  messageId?: string;
  inReplyTo?: string;
  references?: string[];
}

/** All message ids in a header value, in order, duplicates dropped; anything else in it is ignored. */
export function parseMessageIds(value: string | undefined): string[] {
  return [...new Set(value?.match(/<[^<>\s]+>/g) ?? [])];
}

/**
 * The ids of the messages this one answers, nearest last: References, then In-Reply-To where it is missing
 * from them.
 */
export function ancestors(keys: ThreadKeys): string[] {
  const ids = [...(keys.references ?? []), ...parseMessageIds(keys.inReplyTo)];
  return [...new Set(ids)].filter((id) => id !== keys.messageId);
}

/** Headers keep this many ids: the first of the thread and the nearest. Lines have their limits. */
const MAX_REFERENCES = 30;

/**
 * In-Reply-To and References of an answer (RFC 5322 §3.6.4): the parent's references, then its own id. Long
 * threads keep their first id and the nearest.
 */
export function answerHeaders(parent: ThreadKeys): { inReplyTo?: string; references: string[] } {
  if (!parent.messageId) return { references: [] };
  const all = [...ancestors(parent), parent.messageId];
  const references = all.length > MAX_REFERENCES ? [all[0]!, ...all.slice(1 - MAX_REFERENCES)] : all;
  return { inReplyTo: parent.messageId, references };
}

/** What marks an answer, and what a forward, in the languages whose mail programs write it. */
const ANSWERS = [
  ...[
    're',
    'aw',
    'antw',
    'sv',
    'vs',
    'res',
    'ref',
    'rif',
    'r',
    'odp',
    'odg',
    'ynt',
    'vá',
    'atb',
    'bls',
    'ats',
    'răsp',
    'rasp',
  ],
  ...['απ', 'σχετ', 'отв', 'ответ', '回复', '回覆', '答复', '答覆', '返信', '답장', '회신'],
];
const FORWARDS = [
  ...['fw', 'fwd', 'wg', 'enc', 'tr', 'rv', 'pd', 'ilt', 'vl', 'vb', 'doorst', 'továbbítás', 'πρθ'],
  ...['转发', '轉寄', '転送', '전달'],
];
const PREFIX = new RegExp(
  `^\\s*(?:(?:${[...ANSWERS, ...FORWARDS].join('|')})\\s*(?:\\[\\d+\\]\\s*)?[:：]\\s*)+`,
  'iu',
);

const PASSED_ON = new RegExp(`^\\s*(?:${FORWARDS.join('|')})\\s*(?:\\[\\d+\\]\\s*)?[:：]`, 'iu');

/** True where the subject begins by saying that something is passed on. */
export const isForwardSubject = (subject: string): boolean => PASSED_ON.test(subject);

/** The subject without “Re:” and its like; what a thread is called. */
export function baseSubject(subject: string): string {
  return subject.replace(PREFIX, '').trim();
}

/** True where the subject says that it is an answer, or passes something on. */
export const isAnswerSubject = (subject: string): boolean => PREFIX.test(subject);

/** The subject of an answer: one “Re: ” (RFC 5322 §3.6.5), never two. */
export function answerSubject(subject: string): string {
  return `Re: ${baseSubject(subject)}`;
}
