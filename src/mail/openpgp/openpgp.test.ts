/** OpenPGP both ways with GnuPG, and what others do to messages on their way. */
import { describe, expect, it } from 'vitest';
import { gnuPg, type GnuPg } from '#test/support/gnupg';
import { composeMessage, type OutgoingMessage } from '../compose';
import { parseMessage } from '../parse';
import { armored, makeKey, merged, openKey, lockKey, readKeyFile, WrongPassphrase } from './keys';
import { lockOf, NotForMe, openProtected, sessionKeysOf } from './open';
import { protectionOf } from './protection';
import { protect, underHeader, type Protection } from './protect';
import { childrenOf, decodedBody, readPart } from './rawParts';

const WORDS = 'correct horse battery';
const ME = { name: 'Nora Field', address: 'nora@fieldhouse.example' };
const THEM = 'Maya Gurung <maya@himal.example>';

const mine = await makeKey(ME, WORDS);
const open = await openKey(mine.secret, WORDS);

const letter: OutgoingMessage = {
  from: ME,
  to: [{ name: 'Maya Gurung', address: 'maya@himal.example' }],
  cc: [],
  replyTo: [],
  subject: 'The new prices – für März',
  text: 'Dear Maya,\nFrom now on: 12 € each.\n- dash\ntrailing \n\nनमस्ते',
  html: '<p>Dear Maya, <b>12 €</b> each.</p>',
  references: [],
  attachments: [
    { name: 'prices.csv', type: 'text/csv', contentId: null, bytes: Buffer.from('a;b\r\n1;2\r\n') },
  ],
};
const RELEASE = Date.UTC(2026, 11, 1, 2, 45);

async function sealed(protection: Partial<Protection>, message = letter): Promise<Buffer> {
  const draft = await composeMessage(message, '<draft@fieldhouse.example>', 0, true);
  const body = await protect(draft.bytes, {
    signWith: undefined,
    encryptTo: undefined,
    hideSubject: true,
    hideReaders: false,
    ...protection,
  });
  const subject = protection.encryptTo && protection.hideSubject !== false ? '[...]' : message.subject;
  const outer = await composeMessage(
    { ...message, subject, text: '', html: null, attachments: [] },
    '<release@fieldhouse.example>',
    RELEASE,
  );
  return underHeader(outer.bytes, body);
}

/** As GnuPG is handed them by a mail program. */
const partsOf = (message: Buffer) => childrenOf(readPart(message));

const opened = async (message: Buffer, certificates: Uint8Array[]) => {
  const keys = await sessionKeysOf(await lockOf(message), [open]);
  return openProtected(message, certificates, keys);
};

const wrapped = (type: string, parts: string[], boundary = 'b0') =>
  `From: Maya Gurung <maya@himal.example>\r\nTo: nora@fieldhouse.example\r\nSubject: Outside\r\n` +
  `Content-Type: ${type}; boundary="${boundary}"\r\n\r\n` +
  parts.map((part) => `--${boundary}\r\n${part}\r\n`).join('') +
  `--${boundary}--\r\n`;

const INNER = `Content-Type: text/plain; charset=utf-8; protected-headers="v1"\r\nSubject: Inside\r\n\r\nYes, gladly.\r\nMaya\r\n`;

const encryptedByThem = (gpg: GnuPg, payload: string, args = ['--sign']) =>
  wrapped('multipart/encrypted; protocol="application/pgp-encrypted"', [
    'Content-Type: application/pgp-encrypted\r\n\r\nVersion: 1\r\n',
    `Content-Type: application/octet-stream\r\n\r\n${gpg
      .run(['--armor', '--encrypt', ...args, '-r', ME.address], payload)
      .toString()
      .replace(/\n/g, '\r\n')}`,
  ]);

async function them(kind?: string): Promise<{ gpg: GnuPg; fingerprint: string; certificate: Uint8Array }> {
  const gpg = gnuPg();
  const fingerprint = gpg.makeKey(THEM, kind);
  gpg.take(await armored(mine.certificate));
  const [read] = await readKeyFile(Buffer.from(gpg.publicKey(fingerprint)));
  return { gpg, fingerprint, certificate: read!.certificate };
}

describe('keys', () => {
  it.each(['future-default', 'rsa3072'])('of GnuPG (%s) are read as they are', async (kind) => {
    const { gpg, fingerprint } = await them(kind);
    const [read] = await readKeyFile(gpg.run(['--export', fingerprint]));
    expect(read!.facts).toMatchObject({
      fingerprint,
      people: [{ name: 'Maya Gurung', address: 'maya@himal.example' }],
      algorithm: kind === 'rsa3072' ? 'RSA 3072' : 'Curve 25519',
      expiresAt: null,
      revoked: false,
      canSign: true,
    });
    expect(read!.secret).toBeUndefined();
  });

  it('end when the part that encrypts does', async () => {
    const gpg = gnuPg();
    gpg.run(['--passphrase', '', '--quick-gen-key', THEM, 'ed25519', 'sign', 'never']);
    const fingerprint = /^fpr:+([0-9A-F]+):/m.exec(gpg.run(['--with-colons', '--list-keys']).toString())![1]!;
    gpg.run(['--passphrase', '', '--quick-add-key', fingerprint, 'cv25519', 'encr', '1d']);
    const [read] = await readKeyFile(gpg.run(['--export', fingerprint]));
    expect(read!.facts.expiresAt! - Date.now()).toBeLessThan(2 * 86_400_000);
  });

  it('of mine are read by GnuPG, with what is secret, and open with their passphrase only', async () => {
    const gpg = gnuPg();
    gpg.run(['--pinentry-mode', 'loopback', '--passphrase', WORDS, '--import'], await armored(mine.secret));
    const listed = gpg.run(['--with-colons', '--list-secret-keys']).toString();
    expect(listed).toContain(mine.facts.fingerprint);
    await expect(openKey(mine.secret, 'another')).rejects.toThrow(WrongPassphrase);
    const anew = await lockKey(open, 'a new passphrase');
    await expect(openKey(anew, WORDS)).rejects.toThrow(WrongPassphrase);
    expect((await openKey(anew, 'a new passphrase')).isDecrypted()).toBe(true);
  });

  it('several in one file, with other things between; what is none says so', async () => {
    const gpg = gnuPg();
    gpg.makeKey(THEM);
    gpg.makeKey('Other One <other@x.example>');
    const both = `Hello!\n${gpg.publicKey('maya@himal.example')}\nand\n${gpg.publicKey('other@x.example')}\nBye`;
    expect((await readKeyFile(Buffer.from(both))).map(({ facts }) => facts.people[0]!.address)).toEqual([
      'maya@himal.example',
      'other@x.example',
    ]);
    for (const none of ['', 'no key', '-----BEGIN PGP PUBLIC KEY BLOCK-----\n', both.slice(0, 300)])
      await expect(readKeyFile(Buffer.from(none)), none.slice(0, 20)).rejects.toThrow(/key/);
  });

  it('taken back by its owner: that is learnt from a newer copy of it, and of no other key', async () => {
    const { gpg, fingerprint, certificate } = await them();
    gpg.revoke(fingerprint);
    const [newer] = await readKeyFile(gpg.run(['--export', fingerprint]));
    expect(newer!.facts.revoked).toBe(true);
    expect((await merged(certificate, newer!.certificate)).facts.revoked).toBe(true);
    // Taken back stays taken back, whatever older copy comes.
    expect((await merged(newer!.certificate, certificate)).facts.revoked).toBe(true);
    await expect(merged(certificate, mine.certificate)).rejects.toThrow();
  });
});

describe('what leaves', () => {
  it('signed: GnuPG finds it good, and one byte changed bad', async () => {
    const { gpg } = await them();
    const message = await sealed({ signWith: open });
    const [content, signature] = partsOf(message);
    const sig = gpg.file('sig', decodedBody(signature!));
    expect(gpg.status(['--verify', sig, gpg.file('good', content!.raw)])).toContain('GOODSIG');
    const changed = Buffer.from(content!.raw.toString('latin1').replace('Nora', 'Nara'), 'latin1');
    expect(() => gpg.status(['--verify', sig, gpg.file('bad', changed)])).toThrow();
  });

  it('signed: Date and Message-ID stand outside, and are those of the release; who reads it sees all of it', async () => {
    const message = await sealed({ signWith: open });
    const read = await parseMessage(message);
    expect(read).toMatchObject({
      messageId: '<release@fieldhouse.example>',
      date: RELEASE,
      subject: letter.subject,
      attachments: [{ name: 'prices.csv' }, { name: 'signature.asc' }],
    });
    expect(read.text).toContain('नमस्ते');
    expect(partsOf(message)[0]!.raw.toString()).not.toMatch(/^(date|message-id):/im);
  });

  it.each(['future-default', 'rsa3072'])('encrypted to a key of GnuPG (%s) and to me', async (kind) => {
    const { gpg, certificate } = await them(kind);
    const message = await sealed({ signWith: open, encryptTo: [certificate, mine.certificate] });
    expect(message.toString()).not.toContain('prices');
    expect(message.toString()).toMatch(/^Subject: \[\.\.\.\]\r$/m);
    const armor = decodedBody(partsOf(message)[1]!);
    const plain = gpg.run(['--decrypt'], armor);
    expect(gpg.status(['--decrypt'], armor)).toMatch(/GOODSIG[^]*DECRYPTION_OKAY/);
    expect((await parseMessage(plain)).subject).toBe(letter.subject);
    expect(plain.toString()).toContain('HP-Outer: Subject: [...]\r\n');
    const back = await opened(message, [mine.certificate]);
    expect(back).toMatchObject({ encrypted: true, partly: false, signatures: [{ verdict: 'good' }] });
    const read = await parseMessage(back.payload);
    expect(read).toMatchObject({ subject: letter.subject, attachments: [{ name: 'prices.csv' }] });
    expect(read.html).toContain('<b>12 €</b>');
  });

  it('to hidden readers: who they are cannot be told by it', async () => {
    const { gpg, certificate } = await them();
    const message = await sealed({ encryptTo: [certificate, mine.certificate], hideReaders: true });
    const armor = decodedBody(partsOf(message)[1]!);
    const said = gpg.status(['--decrypt'], armor);
    expect(said).toContain('DECRYPTION_OKAY');
    expect(said).toMatch(/ENC_TO 0{16}/);
  });

  it('with a long file, and lines that others would mend', async () => {
    const { gpg, certificate } = await them();
    const bytes = Buffer.from('From the start\nspaces  \n.\n'.repeat(50_000));
    const attachments = [{ name: 'log.txt', type: 'text/plain', contentId: null, bytes }];
    const text = 'From the start\nspaces  \n.\n';
    const message = await sealed({ signWith: open }, { ...letter, text, attachments });
    expect(message.toString('latin1')).not.toMatch(/[^\r]\n/);
    const [content, signature] = partsOf(message);
    expect(content!.raw.toString('latin1')).not.toMatch(/[ \t]\r\n|^From /m);
    expect(
      gpg.status(['--verify', gpg.file('s', decodedBody(signature!)), gpg.file('c', content!.raw)]),
    ).toContain('GOODSIG');
    expect((await openProtected(message, [mine.certificate, certificate])).signatures).toMatchObject([
      { verdict: 'good', fingerprint: mine.facts.fingerprint },
    ]);
  });
});

describe('what comes', () => {
  it.each([
    ['signed within', ['--sign']],
    ['not signed', []],
    ['compressed', ['--sign', '-z', '9']],
  ])('encrypted by GnuPG, %s', async (_, args) => {
    const { gpg, certificate, fingerprint } = await them();
    const message = Buffer.from(encryptedByThem(gpg, INNER, args));
    expect(protectionOf(message)).toBe('encrypted');
    const { payload, signatures, encrypted } = await opened(message, [certificate]);
    expect(encrypted).toBe(true);
    expect(payload.toString()).toBe(INNER);
    expect(signatures).toMatchObject(args.length > 0 ? [{ verdict: 'good', fingerprint }] : []);
  });

  it('signed by GnuPG; changed on its way; by a key that is not known', async () => {
    const { gpg, certificate, fingerprint } = await them();
    const signature = gpg.run(
      ['--armor', '--detach-sign', '--digest-algo', 'SHA512'],
      INNER.replace(/\r\n$/, ''),
    );
    const message = wrapped('multipart/signed; micalg=pgp-sha512; protocol="application/pgp-signature"', [
      INNER.replace(/\r\n$/, ''),
      `Content-Type: application/pgp-signature\r\n\r\n${signature.toString()}`,
    ]);
    expect(protectionOf(Buffer.from(message))).toBe('signed');
    const check = async (text: string, certificates: Uint8Array[]) =>
      (await openProtected(Buffer.from(text), certificates)).signatures;
    expect(await check(message, [certificate])).toMatchObject([{ verdict: 'good', fingerprint }]);
    expect(await check(message.replace('gladly', 'surely'), [certificate])).toMatchObject([
      { verdict: 'bad' },
    ]);
    expect(await check(message, [mine.certificate])).toMatchObject([
      { verdict: 'unknown', fingerprint: null },
    ]);
    expect(
      await check(message.replace(/-----BEGIN[^]*END PGP SIGNATURE-----/, 'nothing'), [certificate]),
    ).toMatchObject([{ verdict: 'bad' }]);
    // A list has put a line of its own below.
    const [, body] = message.split(/\r\n\r\n([^]*)/);
    const byList = wrapped(
      'multipart/mixed',
      [
        `Content-Type: multipart/signed; boundary="b0"; protocol="application/pgp-signature"\r\n\r\n${body}`,
        'Content-Type: text/plain\r\n\r\nLeave this list: …',
      ],
      'list',
    );
    expect(await openProtected(Buffer.from(byList), [certificate])).toMatchObject({
      partly: true,
      signatures: [{ verdict: 'good' }],
    });
  });

  it('signed and then encrypted (RFC 3156 §6.1)', async () => {
    const { gpg, certificate } = await them();
    const content = INNER.replace(/\r\n$/, '');
    const signature = gpg.run(['--armor', '--detach-sign'], content).toString();
    const inner = wrapped(
      'multipart/signed; protocol="application/pgp-signature"',
      [content, `Content-Type: application/pgp-signature\r\n\r\n${signature}`],
      'inner',
    );
    const { signatures, payload, encrypted } = await opened(Buffer.from(encryptedByThem(gpg, inner, [])), [
      certificate,
    ]);
    expect({ encrypted, signatures }).toMatchObject({ encrypted: true, signatures: [{ verdict: 'good' }] });
    expect(payload.toString()).toBe(content);
  });

  it('armor in the text: encrypted, and signed with what stands around it', async () => {
    const { gpg, certificate } = await them();
    const asMail = (text: string) =>
      Buffer.from(
        `From: maya@himal.example\r\nSubject: x\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}`,
      );
    const secret = gpg.run(['--armor', '--encrypt', '--sign', '-r', ME.address], 'Grüße').toString();
    const back = await opened(asMail(`Hi,\n${secret}\nbye`), [certificate]);
    expect(back).toMatchObject({ encrypted: true, partly: true, signatures: [{ verdict: 'good' }] });
    expect((await parseMessage(back.payload)).text).toBe('Grüße');
    const clear = gpg.run(['--clear-sign'], 'Yes.\n- no\n').toString();
    const signed = await openProtected(asMail(`Not mine\n${clear}`), [certificate]);
    expect(signed).toMatchObject({ partly: true, signatures: [{ verdict: 'good' }] });
    expect((await parseMessage(signed.payload)).text).not.toContain('Not mine');
    expect(protectionOf(asMail('no armor here'))).toBeNull();
  });

  it('for somebody else, with a password, cut off: it says which', async () => {
    const { gpg } = await them();
    gpg.makeKey('Else <else@x.example>');
    const forElse = encryptedByThem(gpg, INNER, []).replace(
      /-----BEGIN[^]*END PGP MESSAGE-----/,
      gpg.run(['--armor', '--encrypt', '-r', 'else@x.example'], INNER).toString(),
    );
    const lock = await lockOf(Buffer.from(forElse));
    await expect(sessionKeysOf(lock, [open])).rejects.toThrow(NotForMe);
    const byWord = forElse.replace(
      /-----BEGIN[^]*END PGP MESSAGE-----/,
      gpg
        .run(['--armor', '--symmetric', '--pinentry-mode', 'loopback', '--passphrase', 'x'], INNER)
        .toString(),
    );
    await expect(sessionKeysOf(await lockOf(Buffer.from(byWord)), [open])).rejects.toThrow(/password/);
    const whole = encryptedByThem(gpg, INNER);
    const keys = await sessionKeysOf(await lockOf(Buffer.from(whole)), [open]);
    const cut = whole.replace(/-----END PGP MESSAGE-----/, '');
    await expect(openProtected(Buffer.from(cut), [], keys)).rejects.toThrow();
    // What has been changed is not shown as if it were what they wrote.
    const armor = /-----BEGIN[^]*END PGP MESSAGE-----/.exec(whole)![0].split('\r\n');
    const line = Math.floor(armor.length / 2);
    armor[line] = [...armor[line]!].reverse().join('');
    await expect(
      openProtected(
        Buffer.from(whole.replace(/-----BEGIN[^]*END PGP MESSAGE-----/, armor.join('\r\n'))),
        [],
        keys,
      ),
    ).rejects.toThrow();
  });
});

describe('parts to the letter', () => {
  const part = (type: string, text: string) =>
    childrenOf(readPart(Buffer.from(`Content-Type: ${type}\r\n\r\n${text}`)));

  it('a boundary that begins a longer one is none; an unfinished last part is left out', () => {
    const found = part(
      'multipart/mixed; boundary=a',
      'x\r\n--a\r\n\r\none\r\n--ab\r\nstill\r\n--a  \r\n\r\ntwo\r\n--a--\r\nrest',
    );
    expect(found.map(({ body }) => body.toString())).toEqual(['one\r\n--ab\r\nstill', 'two']);
    expect(part('multipart/mixed; boundary=a', '--a\r\n\r\none\r\n--a\r\n\r\ncut')).toHaveLength(1);
    expect(part('multipart/mixed; boundary=a', '--a\n\none\n--a--\n')[0]!.body.toString()).toBe('one');
    expect(part('multipart/mixed', '--a\r\n\r\none\r\n--a--')).toEqual([]);
    expect(part('text/plain; boundary=a', '--a\r\n\r\none\r\n--a--')).toEqual([]);
  });
});
