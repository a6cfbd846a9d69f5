/** What leaves, signed and encrypted: by which keys, and whether that can be done now. */
import { createHash } from 'node:crypto';
import { addressKey } from '#core/message/address';
import { decideSealing, isFor, keyFor, whyUnusable, type Sealing } from '#core/openpgp/key';
import { composeMessage, newMessageId, type OutgoingMessage } from '#mail/compose';
import { HIDDEN_SUBJECT, protect, underHeader, type SealedBody } from '#mail/openpgp/protect';
import { bytesOf } from '#store/attachments';
import { deliveriesOf } from '#store/deliveries';
import type { Departure } from '#store/departures';
import { keysOf, ownKeys, type StoredKey } from '#store/keys';
import { linksOf } from '#store/linkedFiles';
import { calendarOf } from '#store/invitations';
import { recipientsOf, type Message } from '#store/messages';
import { sealedBodyOf, type SealedBodyRow } from '#store/sealed';
import type { Reading } from '#store/store';
import { watchToBegin } from '#store/watches';
import type { Desk } from '../desk';
import { questionIn } from '../questions/asking';
import { signingKey } from './keyring';

type Asked = Pick<Message, 'sign' | 'encrypt'>;

/** True where something is to be done with it. */
export const isProtected = ({ sign, encrypt }: Asked): boolean => sign || encrypt !== 'no';

/** The keys of readers, by their addresses, and who has none. */
export function readerKeys(
  db: Reading,
  addresses: readonly string[],
): { keys: Map<string, StoredKey>; without: string[] } {
  // Keys live by the machine’s clock.
  const now = Date.now();
  const known = keysOf(db, addresses);
  const keys = new Map<string, StoredKey>();
  for (const address of addresses) {
    const key = keyFor(known, address, now);
    if (key) keys.set(addressKey(address), key);
  }
  return { keys, without: addresses.filter((address) => !keys.has(addressKey(address))) };
}

/** What a departure is to be, as its readers’ keys are now. */
export const sealingOf = (db: Reading, departure: Departure, asked: Asked): Sealing & { why?: string } =>
  decideSealing(asked, readerKeys(db, addressesOf(db, departure)).without);

const addressesOf = (db: Reading, { id }: Departure) => deliveriesOf(db, [id]).map(({ address }) => address);

/** What of a message comes about only as it leaves, in words; undefined where it can be sealed before. */
export function whyNotAhead(db: Reading, { id }: Pick<Message, 'id'>): string | undefined {
  if (linksOf(db, id).length > 0) return 'A linked file is read only as it leaves';
  if (questionIn(db, id)) return 'What it asks is put in only as it leaves';
  if (calendarOf(db, id)) return 'What it says to calendars is put in only as it leaves';
  if (watchToBegin(db, id)?.settledBy === 'visit') return 'Its links are led through here only as it leaves';
  return undefined;
}

/** Told where a signature is wanted and the key is not open. */
const NEEDS_KEY = 'It is to be signed, and your key is locked. Type its passphrase, and it goes on.';

/** With the bytes of what is attached. */
const whole = (db: Reading, content: OutgoingMessage): OutgoingMessage => ({
  ...content,
  attachments: content.attachments?.map((each) =>
    'bytes' in each ? each : { ...each, bytes: bytesOf(db, each.keptAs) },
  ),
});

/** What is sealed of a departure is known by what it says, whom it names, and the keys it is for. @param said with all its bytes */
function digestOf(said: OutgoingMessage, sealing: Sealing, keys: readonly StoredKey[]): string {
  const { from, to, cc, replyTo, subject, text, html, attachments = [] } = said;
  const fingerprints = keys.map(({ fingerprint }) => fingerprint).sort();
  const hash = createHash('sha256');
  hash.update(
    JSON.stringify([sealing.sign, sealing.encrypt, fingerprints, from, to, cc, replyTo, subject, text, html]),
  );
  for (const each of attachments) {
    const { name, type, contentId } = each;
    hash.update(JSON.stringify([name, type, contentId]));
    if ('bytes' in each) hash.update(each.bytes);
  }
  return hash.digest('base64url');
}

/** My certificate that what I send is encrypted to as well, so that I can read it. */
export function ownCertificate(db: Reading, address: string): Buffer | undefined {
  const mine = ownKeys(db).filter(({ facts }) => facts.canEncrypt && !whyUnusable(facts, Date.now()));
  return (mine.find(({ facts }) => isFor(facts, address)) ?? mine[0])?.certificate;
}

/** Why it cannot be signed as this address now; undefined where it can. */
export function whyNotSigned(desk: Desk, address: string): { words: string; locked: boolean } | undefined {
  const key = signingKey(desk, address, Date.now());
  if (!key) return { words: `There is no key of yours to sign with as ${address}.`, locked: false };
  return key.open ? undefined : { words: NEEDS_KEY, locked: true };
}

/**
 * What a departure leaves with: as it has been sealed, where that still fits; else sealed now.
 * @returns undefined where it is to be signed and cannot be (see {@link whyNotSigned})
 * @throws (rejects) where a key cannot be used after all
 */
export async function bodyFor(
  desk: Desk,
  departure: Departure,
  content: OutgoingMessage,
  sealing: Sealing,
): Promise<SealedBodyRow | undefined> {
  const { db } = desk.store;
  const { sign, encrypt } = sealing;
  const said = whole(db, content);
  const keys = encrypt ? [...readerKeys(db, addressesOf(db, departure)).keys.values()] : [];
  const digest = digestOf(said, sealing, keys);
  const kept = sealedBodyOf(db, departure.id);
  if (kept?.digest === digest) return kept;
  const from = content.from.address;
  const signWith = sign ? signingKey(desk, from, Date.now())?.open : undefined;
  if (sign && !signWith) return undefined;
  const hideSubject = encrypt && desk.settings().sealSubjects;
  const own = ownCertificate(db, from);
  const composed = await composeMessage(said, newMessageId(from), 0, true);
  const body = await protect(composed.bytes, {
    signWith,
    encryptTo: encrypt ? [...keys.map(({ certificate }) => certificate), ...(own ? [own] : [])] : undefined,
    hideSubject,
    hideReaders: hasHidden(db, departure),
  });
  return { departureId: departure.id, ...body, encrypted: encrypt, hideSubject, digest };
}

/** Some of those it goes to together must not know of others. */
const hasHidden = (db: Reading, { messageId, reader }: Departure): boolean =>
  reader === null && recipientsOf(db, [messageId]).some(({ field }) => field === 'bcc');

/** The whole message, as it leaves. @param released epoch ms */
export async function sealedMessage(
  content: OutgoingMessage,
  body: SealedBody & Pick<SealedBodyRow, 'hideSubject'>,
  headerId: string,
  released: number,
): Promise<Buffer> {
  const subject = body.hideSubject ? HIDDEN_SUBJECT : content.subject;
  const outside = { ...content, subject, text: '', html: null, attachments: [], calendar: undefined };
  return underHeader((await composeMessage(outside, headerId, released)).bytes, body);
}

/** A header that is longer is a burden to everybody; bytes. */
const LONGEST_TOLD = 8 * 1024;

/** My key that goes along in the header of what I write as this address, base64; undefined where none does. */
export function keyToTell(desk: Desk, address: string): string | undefined {
  const own = signingKey(desk, address, Date.now())?.key;
  if (!own?.facts.canEncrypt || own.certificate.length > LONGEST_TOLD) return undefined;
  return desk.settings().tellMyKey ? own.certificate.toString('base64') : undefined;
}
