/** A mailbox server that refuses, or breaks off at the wrong moment: nothing is taken for something else. */
import { describe, expect, it } from 'vitest';
import { MAILBOX_ACCOUNT } from '#postoffice/imap/session';
import { findAccount } from '#store/accounts';
import { draftMessages } from '#store/messages';
import { addAccount } from '#usecases/accounts/accounts';
import type { Desk } from '#usecases/desk';
import { archive } from '#usecases/incoming/archive';
import { markSeen } from '#usecases/incoming/seen';
import { createDraft } from '#usecases/messages/createDraft';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { countRows, inboxOf, tempDesk } from '../support/desk';
import { server, startReader } from '../support/mailbox';
import { startMeddler } from '../support/meddler';
import { startMailbox } from '../support/standIn';
import { until } from '../support/until';

const BUNS = 'Forty buns?';
const { address, user, password } = MAILBOX_ACCOUNT;

const inInbox = (desk: Desk) => countRows(desk, "messages WHERE place = 'inbox'");

async function set() {
  const { folders, port } = await startMailbox();
  const meddler = await startMeddler(port);
  const { desk } = tempDesk('real');
  const { id: account } = await addAccount(desk, {
    address,
    password,
    smtp: server(1),
    imap: { ...server(meddler.port), user },
    folders: { drafts: 'Drafts' },
    untried: true,
  });
  await startReader(desk);
  await until('all to be taken in', () => inInbox(desk) === 6);
  const trouble = () => findAccount(desk.store.db, account)!.imapTrouble;
  await until('it to be well', () => trouble() === null && findAccount(desk.store.db, account)!.imapSince);
  return { desk, folders, meddler, trouble };
}

const idOf = (desk: Desk, subject: string) =>
  inboxOf(desk).messages.find((each) => each.subject === subject)!.id;
const isSeenThere = (folders: Awaited<ReturnType<typeof set>>['folders'], uid: number) =>
  folders
    .lying('INBOX')
    .find((each) => each.uid === uid)!
    .flags.includes('\\Seen');
/** Somebody else writes, so that the desk looks again. */
const letter = (n: number) =>
  Buffer.from(`From: b@x.example\r\nSubject: n${n}\r\nMessage-ID: <n${n}@x.example>\r\n\r\nHello.\r\n`);

describe('a server', () => {
  it('that does not say what lies in a folder has not emptied it', async () => {
    const { desk, folders, meddler, trouble } = await set();
    createDraft(desk, { subject: 'Kept', text: 'Words.' });
    await until('the draft there', () => folders.lying('Drafts').length === 1);
    meddler.refuse = /UID SEARCH/;
    // One is gone there: which, would have to be asked.
    folders.remove('INBOX', [folders.lying('INBOX')[0]!.uid]);
    await until('it to be said', () => trouble()?.includes('does not say what lies in'));
    expect(meddler.struck).toBeGreaterThan(0);
    expect(inInbox(desk)).toBe(6);
    expect(draftMessages(desk.store.db, 10)).toHaveLength(1);
    meddler.refuse = undefined;
    await until('it to be made up for', () => inInbox(desk) === 5);
    expect(draftMessages(desk.store.db, 10)).toHaveLength(1);
  });

  it('that breaks off as something is marked is told once more', async () => {
    const { desk, folders, meddler } = await set();
    const id = idOf(desk, BUNS);
    meddler.cut = /UID STORE/;
    markSeen(desk, [id]);
    await until('it there', () => isSeenThere(folders, 3));
    expect(meddler.struck).toBe(1);
    expect(readMessage(desk, id).unseen).toBe(false);
  });

  it('that breaks off as something is filed is told once more', async () => {
    const { desk, folders, meddler } = await set();
    meddler.cut = /UID MOVE/;
    archive(desk, [idOf(desk, BUNS)]);
    await until('it there', () => folders.lying('Archive').length === 3);
    expect(meddler.struck).toBe(1);
    expect(folders.lying('INBOX')).toHaveLength(5);
    expect(inInbox(desk)).toBe(5);
  });

  it('that refuses to mark changes nothing here', async () => {
    const { desk, folders, meddler } = await set();
    const id = idOf(desk, BUNS);
    meddler.refuse = /UID STORE/;
    markSeen(desk, [id]);
    await until('it to be refused', () => meddler.struck > 0 && countRows(desk, 'mailbox_due') === 0);
    folders.put(folders.find('INBOX')!, letter(1), { at: Date.now(), flags: [] });
    await until('what comes next', () => inInbox(desk) === 7);
    expect(isSeenThere(folders, 3)).toBe(false);
    expect(readMessage(desk, id).unseen).toBe(false);
  });

  it('that refuses to file is told of, and tried again; what comes meanwhile comes', async () => {
    const { desk, folders, meddler, trouble } = await set();
    meddler.refuse = /UID MOVE/;
    archive(desk, [idOf(desk, BUNS)]);
    await until('it to be said', () => trouble()?.includes('lets nothing be moved to “Archive”'));
    folders.put(folders.find('INBOX')!, letter(1), { at: Date.now(), flags: [] });
    await until('what comes next', () => inInbox(desk) === 6);
    expect(folders.lying('Archive')).toHaveLength(2);
    meddler.refuse = undefined;
    await until('it there', () => folders.lying('Archive').length === 3);
    await until('it to be well', () => trouble() === null);
    expect(folders.lying('INBOX')).toHaveLength(6);
  });

  it('that takes no draft lets everything else be done', async () => {
    const { desk, folders, meddler, trouble } = await set();
    meddler.refuse = /APPEND/;
    createDraft(desk, { subject: 'Kept', text: 'Words.' });
    await until('it to be said', () => meddler.struck > 0 && trouble() !== null);
    const id = idOf(desk, BUNS);
    markSeen(desk, [id]);
    await until('what is seen there', () => isSeenThere(folders, 3));
    expect(folders.lying('Drafts')).toEqual([]);
    meddler.refuse = undefined;
    await until('the draft there', () => folders.lying('Drafts').length === 1);
    expect(draftMessages(desk.store.db, 10)).toHaveLength(1);
  });

  it('that does not say which drafts there are lets everything else be done', async () => {
    const { desk, folders, meddler, trouble } = await set();
    createDraft(desk, { subject: 'Kept', text: 'Words.' });
    await until('the draft there', () => folders.lying('Drafts').length === 1);
    // Only of that folder all is asked for, as long as nothing is gone elsewhere.
    meddler.refuse = /UID SEARCH (UID )?1:\*/;
    createDraft(desk, { subject: 'Second', text: 'Words.' });
    await until('it to be said', () => trouble()?.includes('does not say what lies in “Drafts”'));
    markSeen(desk, [idOf(desk, BUNS)]);
    await until('what is seen there', () => isSeenThere(folders, 3));
    expect(folders.lying('Drafts')).toHaveLength(1);
    meddler.refuse = undefined;
    await until('the second there', () => folders.lying('Drafts').length === 2);
    await until('it to be well', () => trouble() === null);
    expect(draftMessages(desk.store.db, 10)).toHaveLength(2);
  });

  it('that refuses to delete a draft has not written another one', async () => {
    const { desk, folders, meddler } = await set();
    const { id } = createDraft(desk, { to: ['b@x.example'], subject: 'Leaves', text: 'Words.' });
    await until('the draft there', () => folders.lying('Drafts').length === 1);
    meddler.refuse = /UID STORE/;
    scheduleMessage(desk, id, { kind: 'at', local: '2030-01-07T09:00', zone: 'Europe/Lisbon' });
    await until('it to be refused', () => meddler.struck > 0);
    folders.put(folders.find('INBOX')!, letter(1), { at: Date.now(), flags: [] });
    await until('what comes next', () => inInbox(desk) === 7);
    expect(draftMessages(desk.store.db, 10)).toEqual([]);
    meddler.refuse = undefined;
    folders.put(folders.find('INBOX')!, letter(2), { at: Date.now(), flags: [] });
    await until('it to be gone there', () => folders.lying('Drafts').length === 0);
  });
});
