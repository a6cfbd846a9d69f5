/** How a message begins: empty, as an answer, or passing something on. */
import type { MessageJson, SeriesJson, SettingsJson, TextJson } from '#api/types';
import { addressKey, formatMailbox, type Mailbox } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { withPlainSignature, withSignature } from '#core/message/signature';
import { plainAlternative, richFromPlain, signatureNode, type RichNode } from '#core/message/richText';
import { answerAll, answerAs, answerTo, forwardSubject } from '#core/reply/answering';
import { answerSubject } from '#core/reply/threading';
import { plusDays } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { docOf, htmlOf } from './body/extensions';
import { emptyFields, type DraftFields } from './draft/fields';

const EMPTY: RichNode = { type: 'paragraph' };

/** A document as the fields hold it: rich where I write rich. */
function bodyOf(doc: RichNode, { writeAs }: SettingsJson): Pick<DraftFields, 'text' | 'html'> {
  const { text } = plainAlternative(doc);
  return writeAs === 'rich' ? { text, html: htmlOf(doc) } : { text: `\n\n${text}`, html: null };
}

const signed = (settings: SettingsJson, identity: string | null): RichNode[] => {
  const words = identityOf(settings, identity).signature.trim();
  return words ? [signatureNode(words)] : [];
};

export function newFields(settings: SettingsJson): DraftFields {
  const keptIn = settings.sentFolders[0]!;
  const { usualSign: sign, usualEncrypt: encrypt } = settings;
  const begun = { ...emptyFields, keptIn, sign, encrypt };
  const own = signed(settings, null);
  if (settings.writeAs === 'plain' && own.length === 0) return begun;
  return { ...begun, ...bodyOf({ type: 'doc', content: [EMPTY, ...own] }, settings) };
}

/** Pictures of a message that is answered do not come along; what is passed on comes whole. */
function withoutPictures(node: RichNode): RichNode {
  const content = node.content?.filter(({ type }) => type !== 'image').map(withoutPictures);
  return content ? { ...node, content } : node;
}

function quoted(message: MessageJson, words: string, pictures: boolean): RichNode[] {
  const original = message.html ? docOf(message.html) : richFromPlain(message.text);
  const kept = pictures ? original : withoutPictures(original);
  return [
    { type: 'paragraph', content: [{ type: 'text', text: words }] },
    { type: 'blockquote', content: kept.content?.length ? kept.content : [EMPTY] },
  ];
}

function wroteWords(message: MessageJson, { zone, hourCycle }: SettingsJson, more = ''): string {
  const written = toLocal(Date.parse(message.at), zone);
  const who = message.from.name || message.from.address;
  return `${who} wrote on ${dayWords(written)} at ${timeWords(written, hourCycle)}${more}:`;
}

const mine = ({ me, identities }: SettingsJson) => [me, ...identities].map(({ address }) => address);

/** What came encrypted, or left so, is not answered or passed on for everybody on the way to read. */
const asClosed = ({ protection }: MessageJson): Partial<DraftFields> =>
  protection === 'encrypted' ? { encrypt: 'yes' } : {};

/**
 * @param only of those it went to, who is asked again; without it who is answered usually
 * @param opening what it begins with
 */
export function answerFields(
  message: MessageJson,
  settings: SettingsJson,
  all: boolean,
  only?: readonly string[],
  opening?: string,
): DraftFields {
  const identity = answerAs(message, settings.identities);
  const again = [...message.to, ...message.cc, ...message.bcc].filter(({ address }) =>
    only?.includes(addressKey(address)),
  );
  const usual = all ? answerAll(message, mine(settings)) : { to: answerTo(message), cc: [] };
  const { to, cc } = again.length > 0 ? { to: again, cc: [] } : usual;
  const content = [
    ...(opening ? [{ type: 'paragraph', content: [{ type: 'text', text: opening }] }] : []),
    EMPTY,
    ...signed(settings, identity),
    ...quoted(message, wroteWords(message, settings), false),
  ];
  return {
    ...newFields(settings),
    ...asClosed(message),
    identity,
    to: to.map(formatMailbox),
    cc: cc.map(formatMailbox),
    subject: answerSubject(message.subject),
    ...bodyOf({ type: 'doc', content }, settings),
  };
}

export function forwardFields(message: MessageJson, settings: SettingsJson): DraftFields {
  const identity = answerAs(message, settings.identities);
  const to = message.to.map(({ name, address }) => name || address).join(', ');
  const words = wroteWords(message, settings, ` to ${to}, about “${message.subject}”`);
  const content = [EMPTY, ...signed(settings, identity), ...quoted(message, words, true)];
  return {
    ...newFields(settings),
    ...asClosed(message),
    identity,
    subject: forwardSubject(message.subject),
    ...bodyOf({ type: 'doc', content }, settings),
  };
}

/** The message that ends the subscription to the list an earlier one came by (RFC 2369 §3.2). */
export function unsubscribeFields(message: MessageJson, settings: SettingsJson): DraftFields {
  const { to, subject, text } = message.list!.mail!;
  // Programs read it: nothing of mine stands in it, and it is from whom they know.
  const identity = answerAs(message, settings.identities);
  const plain = { sign: false, encrypt: 'no' as const };
  return { ...newFields(settings), ...plain, identity, to: [to], subject, text, html: null };
}

/** To those of an earlier message, or to some of them, about the same thing. */
export function correctionFields(
  message: MessageJson,
  settings: SettingsJson,
  only: string[] | undefined,
): DraftFields {
  const wanted = (list: Mailbox[]) =>
    list.filter(({ address }) => !only || only.includes(address)).map(formatMailbox);
  const [to, cc, bcc] = [wanted(message.to), wanted(message.cc), wanted(message.bcc)];
  const { identity, importance, sensitivity, text, html, sign, encrypt } = message;
  return {
    ...answerFields(message, settings, false),
    identity,
    sign,
    encrypt,
    importance,
    sensitivity,
    // Those named may all have stood in Cc: somebody has to stand in To.
    ...(to.length > 0 ? { to, cc, bcc } : { to: [...cc, ...bcc], cc: [], bcc: [] }),
    ...(only && { subject: message.subject, text, html }),
  };
}

/** The same message again, to the same people, and again after that: for the first time a week after it left. */
export function repeatFields(
  message: MessageJson,
  settings: SettingsJson,
  again: SeriesJson | undefined,
): DraftFields {
  const { identity, importance, sensitivity, text, html, subject, fields, departures } = message;
  const { sign, encrypt } = message;
  const left = departures.findLast(({ leftAt }) => leftAt !== null);
  const local = toLocal(Date.parse(left?.leftAt ?? message.at), settings.zone);
  const start = plusDays(local.slice(0, 10), 7) + local.slice(10, 16);
  const list = (all: Mailbox[]) => all.map(formatMailbox);
  return {
    ...newFields(settings),
    to: list(message.to),
    cc: list(message.cc),
    bcc: list(message.bcc),
    identity,
    sign,
    encrypt,
    importance,
    sensitivity,
    subject,
    text,
    html,
    fields,
    // Another one like a series there is, else every week.
    plan: again?.plan ?? { kind: 'series', start, zone: settings.zone, rrule: 'FREQ=WEEKLY' },
  };
}

/** With the words of a kept text. */
export function textFields(kept: TextJson, settings: SettingsJson): DraftFields {
  const doc = kept.html === null ? richFromPlain(kept.text) : docOf(kept.html);
  const content = [...(doc.content ?? [EMPTY]), ...signed(settings, null)];
  const begun = { ...newFields(settings), subject: kept.subject };
  if (kept.html !== null) {
    const whole: RichNode = { type: 'doc', content };
    return { ...begun, text: plainAlternative(whole).text, html: htmlOf(whole) };
  }
  return { ...begun, ...bodyOf({ type: 'doc', content }, settings) };
}

/** The fields as written by another identity, with its signature in the place of the other. */
export function signedAs(
  { text, html }: DraftFields,
  settings: SettingsJson,
  identity: string | null,
): Partial<DraftFields> {
  const { signature } = identityOf(settings, identity);
  if (html === null) return { identity, text: withPlainSignature(text, signature) };
  const doc = withSignature(docOf(html), signature);
  return { identity, text: plainAlternative(doc).text, html: htmlOf(doc) };
}
