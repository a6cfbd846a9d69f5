/** Drafts in a mailbox, against a real server: put there, changed at either end, and gone. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { ImapFlow } from 'imapflow';
import { describe, expect, it } from 'vitest';
import { draftCopiesIn } from '#store/draftCopies';
import { draftMessages } from '#store/messages';
import { addAccount, changeAccount } from '#usecases/accounts/accounts';
import type { Desk } from '#usecases/desk';
import { attachedTo, attachWhole } from '#usecases/messages/attachments';
import { createDraft } from '#usecases/messages/createDraft';
import { deleteMessage } from '#usecases/messages/deleteMessage';
import { editMessage } from '#usecases/messages/editMessage';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { saveGroup } from '#usecases/people/groups';
import { addCorrespondent } from '#usecases/people/correspondents';
import { countRows, tempDesk } from '../support/desk';
import { otherProgram, PASSWORD, startDovecot } from '../support/dovecot';
import { act, addMailbox, gone, lying, mail, readerProcess, server, startReader } from '../support/mailbox';
import { freePort } from '../support/product';
import { until } from '../support/until';

const FOLDER = 'Drafts';

async function set() {
  const dovecot = await startDovecot();
  const other = await otherProgram(dovecot.port);
  await other.mailboxCreate(FOLDER);
  const { desk, dir } = tempDesk('real');
  const { id: account } = await addMailbox(desk, dovecot.port, { drafts: FOLDER });
  const reader = await startReader(desk);
  return { other, desk, dir, account, reader, dovecot };
}

/** Subject and bytes of all that lies there. */
async function allThere(other: ImapFlow): Promise<(readonly [string, string])[]> {
  const lock = await other.getMailboxLock(FOLDER);
  try {
    await other.noop();
    if (!other.mailbox || other.mailbox.exists === 0) return [];
    const found = await other.fetchAll('1:*', { envelope: true, source: true, flags: true });
    // What is replaced just then is told of by its number alone.
    const whole = found.filter(({ source }) => source !== undefined);
    expect(whole.every(({ flags }) => flags!.has('\\Seen'))).toBe(true);
    return whole.map(({ envelope, source }) => [envelope!.subject ?? '', source!.toString()] as const);
  } finally {
    lock.release();
  }
}

/** The bytes of each draft that lies there, by subject. */
const draftsThere = async (other: ImapFlow) => new Map(await allThere(other));

const subjectsHere = (desk: Desk) => draftMessages(desk.store.db, 100).map(({ subject }) => subject);
const liesThere = (other: ImapFlow, subjects: string[]) =>
  until(`${subjects.join(', ')} there`, async () => {
    const there = [...(await draftsThere(other)).keys()].sort();
    return JSON.stringify(there) === JSON.stringify([...subjects].sort());
  });

/** Another program saves a draft anew: it puts the next there, and deletes the one before. */
async function saveThere(other: ImapFlow, subject: string, change: (source: string) => string) {
  const source = (await draftsThere(other)).get(subject)!;
  await other.append(FOLDER, Buffer.from(change(source)), ['\\Seen', '\\Draft']);
  const lock = await other.getMailboxLock(FOLDER);
  try {
    const uids = (await other.search({ subject }, { uid: true })) as number[];
    await other.messageDelete(String(uids[0]), { uid: true });
  } finally {
    lock.release();
  }
}

describe('a draft', () => {
  it('lies there as it is, hidden readers and files with it; changed, anew, and once; leaving, no more', async () => {
    const { desk, other } = await set();
    const ana = addCorrespondent(desk, { name: 'Ana', addresses: ['ana@harbour.example'] });
    const crew = saveGroup(desk, { name: 'Crew', members: [ana.id] });
    const { id } = createDraft(desk, {
      to: ['Bela <bela@harbour.example>', { group: crew.id }],
      bcc: ['hidden@harbour.example'],
      subject: 'Crates',
      text: 'So far.',
    });
    desk.store.write((tx) =>
      attachWhole(tx, id, {
        name: 'list.txt',
        type: 'text/plain',
        contentId: null,
        bytes: Buffer.from('one\ntwo\n'),
      }),
    );
    createDraft(desk, {});
    await liesThere(other, ['Crates']);
    const source = (await draftsThere(other)).get('Crates')!;
    expect(source).toMatch(/^Bcc: hidden@harbour\.example\r$/m);
    expect(source).toMatch(/^To: Bela <bela@harbour\.example>, Ana <ana@harbour\.example>\r$/m);
    expect(source).toContain('list.txt');
    for (const subject of ['Crates, again', 'Crates, at last']) editMessage(desk, id, { subject });
    await liesThere(other, ['Crates, at last']);
    scheduleMessage(desk, id, { kind: 'at', local: '2030-01-07T09:00', zone: 'Europe/Lisbon' });
    await liesThere(other, []);
  });

  it('changed there by another program is changed here, with what only a draft here has', async () => {
    const { desk, other, account } = await set();
    const { id } = createDraft(desk, {
      to: ['bela@harbour.example'],
      subject: 'Crates',
      text: 'So far.',
      importance: 'high',
    });
    await liesThere(other, ['Crates']);
    await saveThere(other, 'Crates', (source) =>
      source
        .replace('So far.', 'From the train.')
        .replace('bela@', 'cora@')
        .replace('Crates', 'Crates, three'),
    );
    await until('the change', () => readMessage(desk, id).text === 'From the train.');
    expect(readMessage(desk, id)).toMatchObject({ subject: 'Crates, three', importance: 'high' });
    expect(readMessage(desk, id).to.map(({ address }) => address)).toEqual(['cora@harbour.example']);
    await liesThere(other, ['Crates, three']);
    await until('one copy to be known', () => draftCopiesIn(desk.store.db, account).length === 1);
    expect(subjectsHere(desk)).toEqual(['Crates, three']);
  });

  it('changed at both ends is two, and nothing written is lost', async () => {
    const { desk, other, reader } = await set();
    const { id } = createDraft(desk, { subject: 'Crates', text: 'So far.' });
    await liesThere(other, ['Crates']);
    await reader.stop();
    editMessage(desk, id, { text: 'Mine.' });
    await saveThere(other, 'Crates', (source) => source.replace('So far.', 'Theirs.'));
    await startReader(desk);
    await until('both', () => draftMessages(desk.store.db, 10).length === 2);
    expect(
      draftMessages(desk.store.db, 10)
        .map(({ text }) => text)
        .sort(),
    ).toEqual(['Mine.', 'Theirs.']);
  });

  it('written there is one here, as an answer to what it answers; deleted or sent there it is none here', async () => {
    const { desk, other } = await set();
    await other.append('INBOX', mail('asked'));
    await until(
      'the question',
      () => desk.store.db.get<{ n: number }>('SELECT count(*) n FROM messages').n === 1,
    );
    const picture =
      'Content-Type: text/plain; name=note.txt\r\nContent-Disposition: attachment; filename=note.txt\r\n';
    await other.append(
      FOLDER,
      Buffer.from(
        `From: me@wrenfield.example\r\nTo: Bela <bela@harbour.example>, half an addr\r\nBcc: hidden@harbour.example\r\nSubject: Re: asked\r\nImportance: high\r\n` +
          `In-Reply-To: <asked@harbour.example>\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n` +
          `--b\r\nContent-Type: text/html\r\n\r\n<p onclick="x()">Yes.<script>x()</script></p>\r\n--b\r\n${picture}\r\nA note.\r\n--b--\r\n`,
      ),
      ['\\Seen', '\\Draft'],
    );
    const draft = await until('it to be here', () => draftMessages(desk.store.db, 10)[0]);
    const read = readMessage(desk, draft.id);
    expect(draft).toMatchObject({
      subject: 'Re: asked',
      inReplyTo: '<asked@harbour.example>',
      importance: 'high',
    });
    expect(read.html).not.toMatch(/onclick|script/);
    expect(read.to.map(({ address }) => address)).toEqual(['bela@harbour.example']);
    expect(read.bcc.map(({ address }) => address)).toEqual(['hidden@harbour.example']);
    expect((await attachedTo(desk.store.db, draft.id)).map(({ bytes }) => bytes.toString().trim())).toEqual([
      'A note.',
    ]);
    await act(other, FOLDER, 'Re: asked', (uid) => other.messageDelete(uid, { uid: true }));
    await until('it to be gone', () => draftMessages(desk.store.db, 10).length === 0);
    expect(desk.store.db.get<{ words: string }>('SELECT words FROM reminders').words).toContain(
      'Re: asked: the draft was sent or deleted in the mailbox',
    );
  });

  it('that cannot be a draft here is left alone there, and holds nothing up', async () => {
    const { desk, other } = await set();
    const many = Array.from({ length: 3000 }, (_, n) => `r${n}@harbour.example`).join(',\r\n ');
    await other.append(
      FOLDER,
      Buffer.from(`From: me@wrenfield.example\r\nTo: ${many}\r\nSubject: All\r\n\r\nHello.\r\n`),
    );
    await other.append(FOLDER, Buffer.from('no message at all'));
    await other.append(FOLDER, mail('fine'));
    await until('what can be', () => subjectsHere(desk).includes('fine'));
    expect(subjectsHere(desk)).toEqual(['fine']);
    expect(Object.keys(await lying(other, FOLDER))).toHaveLength(3);
  });

  it('that is to be encrypted lies here only', async () => {
    const { desk, other } = await set();
    const { id } = createDraft(desk, { subject: 'Secret', text: 'Words.' });
    createDraft(desk, { subject: 'Open', text: 'Words.' });
    await liesThere(other, ['Open', 'Secret']);
    editMessage(desk, id, { encrypt: 'yes' });
    await liesThere(other, ['Open']);
  });

  it('is neither lost nor doubled when the folder counts anew, is not looked at for a while, or breaks off', async () => {
    const { desk, other: before, account, reader, dovecot } = await set();
    const kept = createDraft(desk, { subject: 'Kept', text: 'Words.' });
    createDraft(desk, { subject: 'Other', text: 'Words.' });
    await liesThere(before, ['Kept', 'Other']);
    before.close();
    await dovecot.stop();
    rmSync(join(dovecot.mail, 'me/mailboxes', FOLDER), { recursive: true });
    await dovecot.start();
    const other = await otherProgram(dovecot.port);
    await other.mailboxCreate(FOLDER);
    await liesThere(other, ['Kept', 'Other']);
    expect(subjectsHere(desk).sort()).toEqual(['Kept', 'Other']);

    await changeAccount(desk, account, { folders: { drafts: null } });
    editMessage(desk, kept.id, { text: 'Newer words.' });
    await changeAccount(desk, account, { folders: { drafts: FOLDER } });
    await until('the newer words there', async () =>
      (await draftsThere(other)).get('Kept')?.includes('Newer words.'),
    );
    await liesThere(other, ['Kept', 'Other']);
    expect(readMessage(desk, kept.id).text).toBe('Newer words.');

    // The answer to what was put there got lost: it is found by what it says.
    await reader.stop();
    desk.store.write((tx) => tx.run('UPDATE draft_copies SET uid = NULL'));
    await startReader(desk);
    await until('both to be known again', () =>
      draftCopiesIn(desk.store.db, account).every(({ uid }) => uid !== null),
    );
    await liesThere(other, ['Kept', 'Other']);
    expect(subjectsHere(desk).sort()).toEqual(['Kept', 'Other']);
    deleteMessage(desk, kept.id);
    await liesThere(other, ['Other']);
  });

  it('killed at any point: each lies there once, as it is last', async () => {
    const { desk, dir, other, reader } = await set();
    await reader.stop();
    const drafts = Array.from({ length: 30 }, (_, n) =>
      createDraft(desk, { subject: `d${n}`, text: 'First.' }),
    );
    const port = await freePort();
    const put = () => countRows(desk, 'draft_copies WHERE uid IS NOT NULL');
    let kills = 0;
    while (put() < drafts.length && kills < 8) {
      const before = put();
      const child = readerProcess(dir, port);
      const ended = gone(child);
      await until('it to put some there', () => put() > before);
      child.kill('SIGKILL');
      await ended;
      editMessage(desk, drafts[kills]!.id, { text: 'Last.' });
      kills++;
    }
    expect(kills).toBeGreaterThan(1);
    deleteMessage(desk, drafts[29]!.id);
    await startReader(desk);
    await liesThere(
      other,
      drafts.slice(0, 29).map((_, n) => `d${n}`),
    );
    await until('all as they are last', async () => {
      const there = await draftsThere(other);
      return drafts.slice(0, kills).every((_, n) => there.get(`d${n}`)?.includes('Last.'));
    });
    // The one before goes once the next is there.
    let there: string[] = [];
    await until(
      () => `one of each: ${there.sort().join(' ')}`,
      async () => (there = (await allThere(other)).map(([subject]) => subject)).length === 29,
    );
    expect(Object.keys(await lying(other, FOLDER))).toHaveLength(29);
    expect(subjectsHere(desk)).toHaveLength(29);
  });

  it('of two accounts that look into one mailbox is one, and stays', async () => {
    const { desk, other, account, dovecot } = await set();
    const { id: second } = await addAccount(desk, {
      address: 'loans@wrenfield.example',
      password: PASSWORD,
      smtp: server(1),
      imap: server(dovecot.port),
      folders: { archive: 'Archive', sent: 'Sent', snooze: 'Snoozed', drafts: FOLDER },
      untried: true,
    });
    createDraft(desk, { subject: 'Mine', text: 'Words.' });
    await other.append(FOLDER, mail('theirs'), ['\\Seen', '\\Draft']);
    const known = (id: string) => draftCopiesIn(desk.store.db, id).filter(({ uid }) => uid !== null).length;
    await until('both to know both', () => known(account) === 2 && known(second) === 2);
    await liesThere(other, ['Mine', 'theirs']);
    expect(subjectsHere(desk).sort()).toEqual(['Mine', 'theirs']);
  });

  it('lies in a folder that is for nothing else', async () => {
    const { desk, account } = await set();
    await expect(changeAccount(desk, account, { folders: { drafts: 'Archive' } })).rejects.toThrow(
      'Other mail lies in that folder.',
    );
  });
});
