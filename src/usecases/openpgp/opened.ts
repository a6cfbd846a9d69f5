/**
 * Messages that are signed or encrypted, opened to be looked at. What lay in them is in memory only, as long as the keys are open
 * that opened it. Strangers’ bytes are read apart from my keys: here only the key of the one message is opened.
 */
import { LRUCache } from 'lru-cache';
import { addressKey } from '#core/message/address';
import { verdictOf, type Verdict } from '#core/openpgp/verdict';
import { wordsBody } from '#mail/htmlBody';
import { NotForMe, sessionKeysOf } from '#mail/openpgp/open';
import type { ReadOpened } from '#mail/openpgp/readOpened';
import { longMs } from '#reading/pool';
import { allKeys, keysOf, type StoredKey } from '#store/keys';
import { findMessage, type Message } from '#store/messages';
import { sourceOf } from '#store/sources';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Locked, NotFound, Refused } from '../errors';
import type { ShownHtml } from '../messages/readMessage';
import { readApart, unlessStrange } from '../readApart';
import { openKeys, whenOpened } from './keyring';
import { readWords } from './words';

/** What a message says, once it is open. */
export interface Opened {
  encrypted: boolean;
  /** As it stands within; null where nothing is said there. */
  subject: string | null;
  text: string;
  html: string | null;
  attachments: { name: string; type: string; size: number; contentId: string | null; bytes: Buffer }[];
  /** What its signatures come to; none where it is not signed. */
  verdicts: Verdict[];
  /** More stands around it, which is neither signed nor encrypted. */
  partly: boolean;
  /** Who has written it, as it says within, where that is somebody else than outside. */
  otherSender: string | null;
}

const LOCKED = 'It is encrypted. Type the passphrase of your key to read it.';

/** Their signatures are checked with: the sender’s, mine, and what else is used. */
const checkedWith = (db: Reading, from: string): StoredKey[] => {
  const theirs = keysOf(db, [from]);
  const known = new Set(theirs.map(({ fingerprint }) => fingerprint));
  return [
    ...theirs,
    ...allKeys(db).filter(({ fingerprint, used, mine }) => (used || mine) && !known.has(fingerprint)),
  ];
};

/** More of them are not kept. */
const MOST = 20;
const MOST_BYTES = 64 * 1024 * 1024;

const shared = globalThis as { oakOpened?: WeakMap<object, LRUCache<string, Opened>> };
const caches = (shared.oakOpened ??= new WeakMap());

function cacheOf(desk: Desk): LRUCache<string, Opened> {
  let cache = caches.get(desk.store);
  if (!cache) {
    const made = new LRUCache<string, Opened>({
      max: MOST,
      maxSize: MOST_BYTES,
      sizeCalculation: ({ text, html, attachments }) =>
        1 + text.length + (html?.length ?? 0) + attachments.reduce((sum, { bytes }) => sum + bytes.length, 0),
    });
    whenOpened(desk, 'show', () => () => made.clear());
    caches.set(desk.store, (cache = made));
  }
  return cache;
}

/** @throws (rejects) Locked; Refused where it is for other keys */
async function sessionKeys(desk: Desk, source: Buffer) {
  const mine = openKeys(desk);
  const lock = await readApart('lock', [source], { ms: longMs(source.length) });
  if (mine.length === 0) throw new Locked(LOCKED);
  try {
    return await sessionKeysOf(lock, mine);
  } catch (error) {
    if (error instanceof NotForMe) throw new Refused(error.message, { cause: error });
    throw error;
  }
}

async function openCome(desk: Desk, message: Message, known: StoredKey[]): Promise<Opened> {
  const { db } = desk.store;
  const source = sourceOf(db, message.id);
  if (message.protection === null || !source) throw new NotFound('Nothing of it is signed or encrypted.');
  const isEncrypted = message.protection === 'encrypted';
  const keys = isEncrypted ? await sessionKeys(desk, source) : [];
  const certificates = known.map(({ certificate }) => certificate);
  const read = await readApart('opened', [source, certificates, keys], { ms: longMs(source.length) });
  return presented(read, message, known);
}

function presented(
  { mail, files, encrypted, signatures, partly }: ReadOpened,
  message: Message,
  known: StoredKey[],
): Opened {
  const from = mail.from.address;
  const differs = from !== '' && addressKey(from) !== addressKey(message.fromAddress);
  return {
    encrypted,
    partly,
    subject: mail.subject || null,
    text: mail.text,
    html: mail.html,
    attachments: mail.attachments.map(({ name, type, size, contentId }, index) => ({
      name,
      type,
      size,
      contentId,
      bytes: Buffer.from(files[index]!),
    })),
    verdicts: signatures.map((check) =>
      verdictOf(
        check,
        message.fromAddress,
        known.find(({ fingerprint }) => fingerprint === check.fingerprint),
        Date.now(),
      ),
    ),
    otherSender: differs ? from : null,
  };
}

async function openMine(desk: Desk, message: Message): Promise<Opened> {
  const words = await readWords(desk, message.id);
  if (!words) throw new NotFound('It says what it says.');
  return {
    encrypted: true,
    partly: false,
    subject: null,
    text: words.text,
    html: words.html,
    attachments: words.attachments.map((each) => ({ ...each, size: each.bytes.length })),
    verdicts: [],
    otherSender: null,
  };
}

/**
 * What a message says that is signed, encrypted or sealed.
 * @throws (rejects) NotFound where nothing of it is; Locked; Refused where it cannot be opened at all
 */
export async function readOpened(desk: Desk, id: string): Promise<Opened> {
  const message = findMessage(desk.store.db, id);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const cache = cacheOf(desk);
  const isMine = message.direction === 'out';
  // What of mine was opened may have been changed.
  if (isMine) return openMine(desk, message);
  const keep = message.protection === 'encrypted' && openKeys(desk).length > 0;
  const known = checkedWith(desk.store.db, message.fromAddress);
  // A signature is checked anew where other keys are known, or used, by now.
  const key = [id, ...known.map(({ fingerprint, used }) => `${fingerprint} ${used}`)].join('\n');
  const before = keep ? cache.get(key) : undefined;
  if (before) return before;
  const opened = await openCome(desk, message, known);
  if (keep) cache.set(key, opened);
  return opened;
}

/**
 * Its HTML, for a frame of its own.
 * @param pictures those from elsewhere are fetched
 * @throws (rejects) as {@link readOpened}
 */
export async function readOpenedHtml(desk: Desk, id: string, pictures: boolean): Promise<ShownHtml> {
  const { html, text, attachments } = await readOpened(desk, id);
  if (html === null) throw new NotFound('There is no HTML in it.');
  const own = attachments.flatMap(({ contentId, type, bytes }) =>
    contentId ? [{ contentId, type, bytes }] : [],
  );
  const shown = readApart('html', [html, own, pictures], { ms: longMs(html.length) });
  return { html: await unlessStrange(shown, wordsBody(text)), pictures };
}

/** @throws (rejects) as {@link readOpened} */
export async function readOpenedFile(
  desk: Desk,
  id: string,
  number: number,
): Promise<Opened['attachments'][number]> {
  const file = (await readOpened(desk, id)).attachments[number];
  if (!file) throw new NotFound('There is no such file in it.');
  return file;
}
