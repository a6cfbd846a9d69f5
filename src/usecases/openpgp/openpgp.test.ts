/** Messages that are signed and encrypted: sealed ahead, kept so, opened again; and what comes. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { generateKey, readPrivateKey } from 'openpgp';
import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { gnuPg } from '#test/support/gnupg';
import { armored, makeKey, openKey } from '#mail/openpgp/keys';
import { lockOf, openProtected, sessionKeysOf } from '#mail/openpgp/open';
import { parseMessage } from '#mail/parse';
import { findDeparture } from '#store/departures';
import { allKeys } from '#store/keys';
import { isSealed, sealedBodyOf, toBeSealed } from '#store/sealed';
import { changeSettings } from '../changeSettings';
import { moveClock } from '../clock/sandbox';
import { approveDeparture, moveDeparture } from '../departures/changeDeparture';
import { closeEditing, openForEditing } from '../departures/editLease';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Invalid, Locked, Refused } from '../errors';
import { receiveMail } from '../incoming/receiveMail';
import { announceAttachment, receivePiece } from '../messages/attachments';
import { createDraft } from '../messages/createDraft';
import { deleteMessage } from '../messages/deleteMessage';
import type { DraftInput } from '../messages/draftInput';
import { editMessage } from '../messages/editMessage';
import { readMessage } from '../messages/readMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { addCorrespondent } from '../people/correspondents';
import { saveGroup } from '../people/groups';
import { exportCorrespondents, importCorrespondents } from '../people/exchange';
import { claimDeparture } from '../release/claimDeparture';
import { checkSigning } from './checkSealing';
import { lockKeys, unlockKeys, whenOpened } from './keyring';
import { listKeys, makeOwnKey, readerKeysOf, removeKey, takeKeys, useKey } from './keys';
import { readOpened } from './opened';
import { sealWaiting } from './sealWaiting';
import { openWords } from './words';

const WORDS = 'several easy words';
const ME = { name: 'Nora Field', address: 'nora@fieldhouse.example' };
const MAYA = 'maya@himal.example';
const SECRET = 'The price is twelve';

const wednesday = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;
const LEAVES = Date.parse('2026-11-25T02:45:00Z');

// Made once: what is tried is what is done with them.
const theirs = await makeKey({ name: 'Maya Gurung', address: MAYA }, WORDS);
const theirOpen = await openKey(theirs.secret, WORDS);

async function deskWithKeys(): Promise<{ desk: Desk; dir: string }> {
  const { desk, dir } = tempDesk();
  changeSettings(desk, { me: ME });
  await makeOwnKey(desk, null, WORDS);
  await takeKeys(desk, Buffer.from(await armored(theirs.certificate)), 'file');
  return { desk, dir };
}

const letter = (more: DraftInput = {}): DraftInput => ({
  to: [`Maya <${MAYA}>`],
  subject: 'Prices',
  text: SECRET,
  sign: true,
  encrypt: 'yes',
  ...more,
});

function goTo(desk: Desk, at: number): void {
  moveClock(desk, { rate: 0 });
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
}

async function scheduled(desk: Desk, more: DraftInput = {}, plan = wednesday) {
  const { id } = createDraft(desk, letter(more));
  const departures = scheduleMessage(desk, id, plan);
  await sealWaiting(desk);
  return { id, departures, departure: departures[0]! };
}

const leaves = async (desk: Desk, id: string, at = LEAVES) => {
  goTo(desk, at);
  return (await claimDeparture(desk, id))?.bytes;
};

const openedBy = async (bytes: Buffer, key = theirOpen) =>
  openProtected(bytes, [], await sessionKeysOf(await lockOf(bytes), [key]));

const departureOf = (desk: Desk, id: string) => findDeparture(desk.store.db, id)!;

const mineOf = (desk: Desk): Buffer => allKeys(desk.store.db).find(({ mine }) => mine)!.certificate;

/** Whether something stands anywhere in the data folder. */
const lies = (dir: string, words: string) =>
  readdirSync(dir)
    .filter((name) => name.startsWith('oak.db'))
    .some((name) => readFileSync(join(dir, name)).includes(words));

describe('sealed ahead', () => {
  it('leaves while the key is locked, with the Date and Message-ID of its release', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk);
    lockKeys(desk);
    const bytes = (await leaves(desk, departure.id))!;
    const outside = await parseMessage(bytes);
    expect(outside).toMatchObject({ date: LEAVES, subject: '[...]' });
    expect(outside.messageId).toBe(departureOf(desk, departure.id).headerId);
    expect(bytes.toString()).not.toContain(SECRET);
    const { payload, signatures } = await openedBy(bytes);
    expect(await parseMessage(payload)).toMatchObject({ subject: 'Prices', text: SECRET });
    expect(signatures).toHaveLength(1);
    expect(payload.toString()).not.toMatch(/^(?:date|message-id):/im);
  });

  it('moved meanwhile, it leaves at its new moment as it was sealed', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk);
    lockKeys(desk);
    moveDeparture(desk, departure.id, { ...wednesday, local: '2026-11-26T08:30' });
    expect(await leaves(desk, departure.id)).toBeUndefined();
    const bytes = (await leaves(desk, departure.id, LEAVES + 86_400_000))!;
    expect((await parseMessage(bytes)).date).toBe(LEAVES + 86_400_000);
    expect((await parseMessage((await openedBy(bytes)).payload)).text).toBe(SECRET);
  });

  it('signed only: GnuPG finds it good; changed afterwards, it is signed anew', async () => {
    const { desk } = await deskWithKeys();
    const { id, departure } = await scheduled(desk, { encrypt: 'no' });
    lockKeys(desk);
    editMessage(desk, id, { text: 'Changed' });
    await sealWaiting(desk);
    // What was signed says something else.
    expect(await leaves(desk, departure.id)).toBeUndefined();
    expect(departureOf(desk, departure.id)).toMatchObject({ state: 'paused', pausedFor: 'key' });
    await unlockKeys(desk, WORDS);
    await sealWaiting(desk);
    const { state, due } = departureOf(desk, departure.id);
    expect(state).toBe('held');
    const bytes = (await leaves(desk, departure.id, due))!;
    const gpg = gnuPg();
    gpg.take(await armored(mineOf(desk)));
    const { payload } = await openProtected(bytes, []);
    expect(payload.toString()).toContain(Buffer.from('Changed').toString('base64'));
    const signature = /-----BEGIN PGP SIGNATURE-----[^]*-----END PGP SIGNATURE-----/.exec(
      bytes.toString(),
    )![0];
    expect(gpg.status(['--verify', gpg.file('s', signature), gpg.file('m', payload)])).toContain('GOODSIG');
  });

  it('what needs a key that is away waits and says so, and goes on with the passphrase', async () => {
    const { desk } = await deskWithKeys();
    lockKeys(desk);
    const { id, departure } = await scheduled(desk);
    expect(() => checkSigning(desk, id)).toThrow(Locked);
    expect(sealedBodyOf(desk.store.db, departure.id)).toBeUndefined();
    expect(await leaves(desk, departure.id)).toBeUndefined();
    expect(departureOf(desk, departure.id)).toMatchObject({
      state: 'paused',
      pausedFor: 'key',
      reason: expect.stringMatching(/passphrase/) as string,
    });
    await expect(unlockKeys(desk, 'not this one')).rejects.toThrow(Invalid);
    await unlockKeys(desk, WORDS);
    await sealWaiting(desk);
    expect(departureOf(desk, departure.id).state).toBe('held');
    expect(toBeSealed(desk.store.db)).toEqual([]);
    const { due } = departureOf(desk, departure.id);
    expect(due).toBeGreaterThanOrEqual(LEAVES);
    expect(await leaves(desk, departure.id, due)).toBeDefined();
  });

  it('encrypted without a signature needs no passphrase', async () => {
    const { desk } = await deskWithKeys();
    lockKeys(desk);
    const { id, departure } = await scheduled(desk, { sign: false });
    expect(isSealed(desk.store.db, id)).toBe(true);
    const { signatures, payload } = await openedBy((await leaves(desk, departure.id))!);
    expect(signatures).toEqual([]);
    expect((await parseMessage(payload)).text).toBe(SECRET);
  });

  it('individual copies are for their reader alone; nobody is told of hidden readers', async () => {
    const { desk } = await deskWithKeys();
    const ram = await makeKey({ name: 'Ram', address: 'ram@himal.example' }, WORDS);
    await takeKeys(desk, Buffer.from(ram.certificate), 'file');
    const { id } = createDraft(desk, letter({ to: [MAYA, 'ram@himal.example'] }));
    const copies = scheduleMessage(desk, id, wednesday, undefined, { copies: 'individual' });
    await sealWaiting(desk);
    const toRam = copies.find(({ reader }) => reader === 'ram@himal.example')!;
    const bytes = (await leaves(desk, toRam.id))!;
    await expect(openedBy(bytes)).rejects.toThrow();
    expect((await openedBy(bytes, await openKey(ram.secret, WORDS))).encrypted).toBe(true);
    const hidden = await scheduled(desk, { bcc: ['ram@himal.example'] });
    const lock = await lockOf((await leaves(desk, hidden.departure.id))!);
    for (const key of [theirs, ram]) {
      const ids = Buffer.from(key.facts.fingerprint, 'hex');
      expect(Buffer.from(lock).includes(ids.subarray(-8))).toBe(false);
    }
  });

  it('if everyone has a key it is encrypted, else not; always: it is said who has none', async () => {
    const { desk } = await deskWithKeys();
    const ifAll = await scheduled(desk, { encrypt: 'if-all' });
    expect((await openedBy((await leaves(desk, ifAll.departure.id))!)).encrypted).toBe(true);
    goTo(desk, LEAVES - 3_600_000);
    const some = await scheduled(desk, { encrypt: 'if-all', sign: false, to: [MAYA, 'x@x.example'] });
    expect(readMessage(desk, some.id).text).toBe(SECRET);
    expect((await parseMessage((await leaves(desk, some.departure.id))!)).text).toBe(SECRET);
    goTo(desk, LEAVES - 3_600_000);
    await expect(scheduled(desk, { to: [MAYA, 'x@x.example'] })).rejects.toThrow(/no key for x@x.example/);
  });

  it('fields are filled before it is signed, for the moment it is to leave', async () => {
    const { desk } = await deskWithKeys();
    addCorrespondent(desk, { name: 'Maya Gurung', addresses: [MAYA], zone: 'Asia/Kathmandu' });
    const { id, departure } = await scheduled(desk, { text: 'Dear {{first name}}' });
    // What it says to this reader stands in what is sealed only; what it is made from stays as it was written.
    expect(isSealed(desk.store.db, id)).toBe(false);
    lockKeys(desk);
    const bytes = (await leaves(desk, departure.id))!;
    expect((await parseMessage((await openedBy(bytes)).payload)).text).toBe('Dear Maya');
  });

  it('its subject is told where that is wished', async () => {
    const { desk } = await deskWithKeys();
    changeSettings(desk, { sealSubjects: false });
    const { departure } = await scheduled(desk);
    changeSettings(desk, { sealSubjects: true });
    expect((await parseMessage((await leaves(desk, departure.id))!)).subject).toBe('Prices');
  });
});

describe('kept encrypted', () => {
  it('nothing of what it says is in any file here, until it is opened', async () => {
    const { desk, dir } = await deskWithKeys();
    const { id } = createDraft(desk, letter({ html: `<p>${SECRET}</p>` }));
    const file = Buffer.from('the enclosed words'.repeat(5000));
    const { id: part } = announceAttachment(desk, id, {
      name: 'a.txt',
      type: 'text/plain',
      size: file.length,
    });
    receivePiece(desk, part, 0, file);
    expect(lies(dir, SECRET)).toBe(true);
    const [departure] = scheduleMessage(desk, id, wednesday);
    await sealWaiting(desk);
    expect(lies(dir, SECRET)).toBe(false);
    expect(lies(dir, 'the enclosed words')).toBe(false);
    expect(readMessage(desk, id)).toMatchObject({
      subject: 'Prices',
      text: '',
      html: null,
      attachments: [],
      protection: 'encrypted',
    });
    lockKeys(desk);
    await expect(readOpened(desk, id)).rejects.toThrow(Locked);
    expect(() => editMessage(desk, id, { text: 'x' })).toThrow(Locked);
    expect(() => announceAttachment(desk, id, { name: 'b', type: 'text/plain', size: 1 })).toThrow(Locked);
    await expect(openWords(desk, id)).rejects.toThrow(Locked);
    await unlockKeys(desk, WORDS);
    expect(await readOpened(desk, id)).toMatchObject({ text: SECRET, attachments: [{ name: 'a.txt' }] });
    const { payload } = await openedBy((await leaves(desk, departure!.id))!);
    expect((await parseMessage(payload)).attachments).toMatchObject([{ name: 'a.txt', size: file.length }]);
  });

  it('taken back it is a draft that stays sealed until it is opened; then it is as it was', async () => {
    const { desk } = await deskWithKeys();
    const { id, departure } = await scheduled(desk, { html: `<p>${SECRET}</p>` });
    lockKeys(desk);
    takeBack(desk, departure.id);
    expect(() => scheduleMessage(desk, id, wednesday)).toThrow(Locked);
    await unlockKeys(desk, WORDS);
    await openWords(desk, id);
    expect(readMessage(desk, id)).toMatchObject({ text: SECRET, html: `<p>${SECRET}</p>` });
    editMessage(desk, id, { text: 'Better', html: null });
    const [again] = scheduleMessage(desk, id, wednesday);
    await sealWaiting(desk);
    lockKeys(desk);
    const bytes = (await leaves(desk, again!.id))!;
    expect((await parseMessage((await openedBy(bytes)).payload)).text).toBe('Better');
  });

  it('opened to be changed and closed unchanged it goes on; it is sealed again', async () => {
    const { desk } = await deskWithKeys();
    const { id, departure } = await scheduled(desk);
    const token = openForEditing(desk, departure.id);
    await openWords(desk, id);
    expect(closeEditing(desk, departure.id, token, 'leave').state).toBe('scheduled');
    await sealWaiting(desk);
    expect(isSealed(desk.store.db, id)).toBe(true);
    lockKeys(desk);
    expect(await leaves(desk, departure.id)).toBeDefined();
  });

  it('opened and left, with the key locked again: as it was sealed it leaves, and only as long as it says the same', async () => {
    const { desk } = await deskWithKeys();
    const ram = await makeKey({ name: 'Ram', address: 'ram@himal.example' }, WORDS);
    await takeKeys(desk, Buffer.from(ram.certificate), 'file');
    const [same, other, more] = [await scheduled(desk), await scheduled(desk), await scheduled(desk)];
    for (const { id } of [same, other, more]) await openWords(desk, id);
    lockKeys(desk);
    editMessage(desk, other.id, { text: 'Something else' });
    // Who reads it unseen stands nowhere in it, and yet it is for them.
    editMessage(desk, more.id, { bcc: ['ram@himal.example'] });
    expect(await leaves(desk, same.departure.id)).toBeDefined();
    for (const { departure } of [other, more]) {
      expect(await leaves(desk, departure.id)).toBeUndefined();
      expect(departureOf(desk, departure.id).pausedFor).toBe('key');
    }
  });

  it('one of several copies taken back is opened by itself; the others leave as they were sealed', async () => {
    const { desk } = await deskWithKeys();
    const ram = await makeKey({ name: 'Ram', address: 'ram@himal.example' }, WORDS);
    await takeKeys(desk, Buffer.from(ram.certificate), 'file');
    const { id } = createDraft(desk, letter({ to: [MAYA, 'ram@himal.example'] }));
    const copies = scheduleMessage(desk, id, wednesday, undefined, { copies: 'individual' });
    await sealWaiting(desk);
    const [toMaya, toRam] = [MAYA, 'ram@himal.example'].map((to) =>
      copies.find(({ reader }) => reader === to)!,
    );
    const back = takeBack(desk, toRam!.id);
    expect(back.messageId).not.toBe(id);
    expect((await openWords(desk, back.messageId)).text).toBe(SECRET);
    expect(isSealed(desk.store.db, id)).toBe(true);
    lockKeys(desk);
    expect((await parseMessage((await openedBy((await leaves(desk, toMaya!.id))!)).payload)).text).toBe(
      SECRET,
    );
  });

  it('without a key of mine nobody here could read it: it stays readable', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { me: ME });
    await takeKeys(desk, Buffer.from(theirs.certificate), 'file');
    const { id, departure } = await scheduled(desk, { sign: false });
    expect(isSealed(desk.store.db, id)).toBe(false);
    expect((await openedBy((await leaves(desk, departure.id))!)).encrypted).toBe(true);
  });

  it('to a group that has other members by then: it waits until it has been opened, and is sealed for them', async () => {
    const { desk } = await deskWithKeys();
    const ram = await makeKey({ name: 'Ram', address: 'ram@himal.example' }, WORDS);
    await takeKeys(desk, Buffer.from(ram.certificate), 'file');
    const [maya, other] = [MAYA, 'ram@himal.example'].map(
      (address) => addCorrespondent(desk, { name: '', addresses: [address] }).id,
    );
    const group = saveGroup(desk, { name: 'Himal', members: [maya!] });
    const { id, departure } = await scheduled(desk, { to: ['Himal:;'] });
    saveGroup(desk, { name: 'Himal', members: [maya!, other!] }, group.id);
    expect(await leaves(desk, departure.id)).toBeUndefined();
    expect(departureOf(desk, departure.id)).toMatchObject({
      pausedFor: 'review',
      reason: expect.stringMatching(/for other readers/) as string,
    });
    await openWords(desk, id);
    goTo(desk, LEAVES - 3_600_000);
    approveDeparture(desk, departure.id);
    await sealWaiting(desk);
    const bytes = (await leaves(desk, departure.id))!;
    expect((await openedBy(bytes, await openKey(ram.secret, WORDS))).encrypted).toBe(true);
  });

  it('deleted while it is sealed, nothing of it leaves', async () => {
    const { desk } = await deskWithKeys();
    const { id, departure } = await scheduled(desk);
    lockKeys(desk);
    deleteMessage(desk, id);
    expect(await leaves(desk, departure.id)).toBeUndefined();
  });
});

describe('keys', () => {
  it('another key for somebody waits until it is said to be the one', async () => {
    const { desk } = await deskWithKeys();
    const other = await makeKey({ name: 'Maya Gurung', address: MAYA }, WORDS);
    await takeKeys(desk, Buffer.from(other.certificate), 'mail');
    const used = () =>
      listKeys(desk, [MAYA])
        .filter((key) => key.used)
        .map(({ fingerprint }) => fingerprint);
    expect(used()).toEqual([theirs.facts.fingerprint]);
    useKey(desk, other.facts.fingerprint, true);
    expect(used()).toEqual([other.facts.fingerprint]);
    // It comes once more: nothing is asked again.
    await takeKeys(desk, Buffer.from(theirs.certificate), 'card');
    expect(used()).toEqual([other.facts.fingerprint]);
    removeKey(desk, other.facts.fingerprint);
    expect(used()).toEqual([]);
  });

  it('come and go with the cards of correspondents', async () => {
    const { desk } = await deskWithKeys();
    addCorrespondent(desk, { name: 'Maya Gurung', addresses: [MAYA] });
    const cards = exportCorrespondents(desk, 'vcard');
    expect(cards.replace(/\r\n /g, '')).toContain('KEY:data:application/pgp-keys;base64,');
    const { desk: other } = tempDesk();
    expect(await importCorrespondents(other, 'vcard', cards, false)).toMatchObject({ added: 1 });
    expect(listKeys(other)).toEqual([]);
    await importCorrespondents(other, 'vcard', cards, true);
    expect(listKeys(other)).toMatchObject([
      { fingerprint: theirs.facts.fingerprint, source: 'card', used: true },
    ]);
    // As earlier versions have it (RFC 2426 §3.7.2).
    const { desk: third } = tempDesk();
    const base64 = Buffer.from(theirs.certificate).toString('base64');
    const old = `BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Maya\r\nEMAIL:${MAYA}\r\nKEY;TYPE=PGP;ENCODING=b:${base64}\r\nEND:VCARD\r\n`;
    await importCorrespondents(
      third,
      'vcard',
      old + old.replace(base64, 'bm8ga2V5').replace('Maya', 'No'),
      true,
    );
    expect(listKeys(third)).toMatchObject([{ used: true }]);
  });

  it('of a card, or a header, are for whom that is, whomever else they name', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { me: ME });
    const greedy = (
      await generateKey({
        userIDs: [
          { name: 'Mal', email: 'mal@x.example' },
          { name: 'Boss', email: 'boss@fieldhouse.example' },
        ],
        format: 'object',
      })
    ).publicKey;
    const base64 = Buffer.from(greedy.write()).toString('base64');
    const card = `BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Mal\r\nEMAIL:mal@x.example\r\nKEY:data:application/pgp-keys;base64,${base64}\r\nEND:VCARD\r\n`;
    const people = (of: Desk) => listKeys(of).map((key) => key.people.map(({ address }) => address));
    await importCorrespondents(desk, 'vcard', card, true);
    expect(people(desk)).toEqual([['mal@x.example']]);
    // Once more, by another way, it is for no others.
    await importCorrespondents(desk, 'vcard', card, true);
    expect(people(desk)).toEqual([['mal@x.example']]);
    await expect(scheduled(desk, { to: ['boss@fieldhouse.example'], sign: false })).rejects.toThrow(
      /no key for boss/,
    );
    const { desk: other } = tempDesk();
    const mail = `From: mal@x.example\r\nAutocrypt: addr=mal@x.example; keydata=${base64}\r\nSubject: x\r\n\r\nHi\r\n`;
    await receiveMail(other, Buffer.from(mail));
    expect(people(other)).toEqual([['mal@x.example']]);
  });

  it('that turn out not to be usable: what is to leave waits for a look, and says why', async () => {
    const { desk } = await deskWithKeys();
    const { privateKey } = await generateKey({
      userIDs: [{ email: 'old@x.example' }],
      date: new Date('2020-01-01'),
      keyExpirationTime: 60,
      format: 'binary',
    });
    await takeKeys(
      desk,
      Buffer.from((await readPrivateKey({ binaryKey: privateKey })).toPublic().write()),
      'file',
    );
    // As if it had ended since it was looked at.
    const end = `json_set(facts, '$.expiresAt', NULL, '$.canEncrypt', json('true'))`;
    desk.store.write((tx) => tx.run(`UPDATE keys SET facts = ${end} WHERE facts LIKE '%old@x.example%'`));
    const { departure } = await scheduled(desk, { to: ['old@x.example'] });
    expect(await leaves(desk, departure.id)).toBeUndefined();
    expect(departureOf(desk, departure.id)).toMatchObject({
      state: 'paused',
      pausedFor: 'review',
      reason: expect.stringMatching(/^It cannot be encrypted: /) as string,
    });
  });

  it('of the members of a group are asked for as well', async () => {
    const { desk } = await deskWithKeys();
    const ids = [MAYA, 'x@x.example'].map(
      (address) => addCorrespondent(desk, { name: '', addresses: [address] }).id,
    );
    saveGroup(desk, { name: 'Both', members: ids });
    const { readers } = readerKeysOf(desk, ME.address, ['Both:;', MAYA]);
    expect(Object.fromEntries(readers.map(({ address, key }) => [address, key !== null]))).toEqual({
      [MAYA]: true,
      'x@x.example': false,
    });
    expect(readers).toHaveLength(2);
  });

  it('of which one is open: what is begun then begins at once, and ends when they are locked', async () => {
    const { desk } = await deskWithKeys();
    const told: string[] = [];
    const begin = () => {
      told.push('begun');
      return () => told.push('ended');
    };
    whenOpened(desk, 'test', begin);
    whenOpened(desk, 'test', begin);
    expect(told).toEqual(['begun']);
    lockKeys(desk);
    expect(told).toEqual(['begun', 'ended']);
    await unlockKeys(desk, WORDS);
    removeKey(desk, listKeys(desk).find(({ mine }) => mine)!.fingerprint);
    expect(told).toEqual(['begun', 'ended', 'begun', 'ended']);
  });

  it('several in a file, one of them secret: all of them with its passphrase, or none', async () => {
    const { desk } = tempDesk();
    const both = `${await armored(theirs.certificate)}\n${await armored((await makeKey(ME, WORDS)).secret)}`;
    await expect(takeKeys(desk, Buffer.from(both), 'file')).rejects.toThrow(/passphrase/);
    expect(listKeys(desk)).toEqual([]);
    expect(await takeKeys(desk, Buffer.from(both), 'file', WORDS)).toHaveLength(2);
  });

  it('mine, brought along: locked with its passphrase, or with a new one where it had none', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { me: ME });
    const gpg = gnuPg();
    const fingerprint = gpg.makeKey(`Nora Field <${ME.address}>`);
    const open = gpg.run(['--export-secret-keys', fingerprint]);
    await expect(takeKeys(desk, open, 'file')).rejects.toThrow(/passphrase/);
    await expect(takeKeys(desk, open, 'file', 'short')).rejects.toThrow(/at least 8/);
    expect(await takeKeys(desk, open, 'file', WORDS)).toMatchObject([
      { mine: true, open: true, fingerprint },
    ]);
    lockKeys(desk);
    await expect(unlockKeys(desk, 'another one')).rejects.toThrow(Invalid);
    await unlockKeys(desk, WORDS);
    const { departure } = await scheduled(desk, { encrypt: 'no' });
    const bytes = (await leaves(desk, departure.id))!;
    const { payload } = await openProtected(bytes, []);
    const signature = /-----BEGIN PGP SIGNATURE[^]*SIGNATURE-----/.exec(bytes.toString())![0];
    expect(gpg.status(['--verify', gpg.file('s', signature), gpg.file('m', payload)])).toContain('GOODSIG');
  });

  it('mine goes along in the header, and is known to whoever reads that', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk, { sign: false, encrypt: 'no' });
    const bytes = (await leaves(desk, departure.id))!;
    const { desk: hers } = tempDesk();
    await receiveMail(hers, bytes);
    expect(listKeys(hers)).toMatchObject([{ people: [ME], source: 'header', used: false }]);
    // A hint is no key that is used.
    changeSettings(hers, { me: { name: 'Maya', address: MAYA } });
    await expect(scheduled(hers, { to: [ME.address], sign: false })).rejects.toThrow(/no key for/);
    changeSettings(desk, { tellMyKey: false });
    goTo(desk, LEAVES - 3_600_000);
    const silent = await scheduled(desk, { sign: false, encrypt: 'no' });
    expect((await leaves(desk, silent.departure.id))!.toString()).not.toMatch(/^autocrypt:/im);
  });
});

describe('what comes', () => {
  it('encrypted to me: it is read with the passphrase only, and who has signed it is told', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk);
    const bytes = (await leaves(desk, departure.id))!;
    const { desk: hers, dir } = tempDesk();
    changeSettings(hers, { me: { name: 'Maya', address: MAYA } });
    await takeKeys(hers, Buffer.from(theirs.secret), 'file', WORDS);
    const come = await receiveMail(hers, bytes);
    expect(readMessage(hers, come.id)).toMatchObject({ protection: 'encrypted', text: '' });
    const unsure = await readOpened(hers, come.id);
    expect(unsure).toMatchObject({
      text: SECRET,
      subject: 'Prices',
      verdicts: [{ level: 'doubt' }],
      otherSender: null,
    });
    // The hint in its header becomes the key that is used.
    useKey(hers, unsure.verdicts[0]!.fingerprint!, true);
    lockKeys(hers);
    await expect(readOpened(hers, come.id)).rejects.toThrow(Locked);
    await unlockKeys(hers, WORDS);
    expect((await readOpened(hers, come.id)).verdicts).toMatchObject([
      { level: 'good', words: 'Signed by Nora Field, with the key you use for them.' },
    ]);
    expect(lies(dir, SECRET)).toBe(false);
  });

  it('somebody else’s signature, and one that does not fit, are told', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk, { encrypt: 'no' });
    const bytes = (await leaves(desk, departure.id))!.toString();
    const { desk: hers } = tempDesk();
    await takeKeys(hers, mineOf(desk), 'file');
    const levels = async (text: string) => {
      const { id } = await receiveMail(hers, Buffer.from(text));
      return (await readOpened(hers, id)).verdicts.map(({ level }) => level);
    };
    expect(await levels(bytes)).toEqual(['good']);
    const byElse = bytes
      .replace(/^From: .*\r\n/, 'From: boss@fieldhouse.example\r\n')
      .replace(/<[\w-]+@/, '<other@');
    const else_ = await receiveMail(hers, Buffer.from(byElse));
    expect(await readOpened(hers, else_.id)).toMatchObject({
      verdicts: [{ level: 'bad' }],
      otherSender: ME.address,
    });
    const base64 = Buffer.from(SECRET).toString('base64');
    expect(
      await levels(
        bytes
          .replace(base64, Buffer.from('The price is ninety').toString('base64'))
          .replace(/<[\w-]+@/, '<third@'),
      ),
    ).toEqual(['bad']);
  });

  it('for somebody else: it says so; what is neither has nothing to open', async () => {
    const { desk } = await deskWithKeys();
    const { departure } = await scheduled(desk);
    const bytes = (await leaves(desk, departure.id))!;
    const { desk: elses } = tempDesk();
    changeSettings(elses, { me: { name: 'E', address: 'e@x.example' } });
    await makeOwnKey(elses, null, WORDS);
    const come = await receiveMail(elses, bytes);
    await expect(readOpened(elses, come.id)).rejects.toThrow(Refused);
    await expect(readOpened(elses, come.id)).rejects.toThrow(/other keys/);
  });
});
