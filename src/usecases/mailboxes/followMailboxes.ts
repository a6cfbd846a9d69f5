/** Keeping all mailboxes the same, as accounts come, change and go. */
import { allAccounts, type Account } from '#store/accounts';
import { draftsMark } from '#store/draftCopies';
import { dueMark } from '#store/mailboxes';
import type { Desk } from '../desk';
import { MailboxSync, type SyncParts } from './mailboxSync';
import { takenIn } from './takenIn';

/** What of an account makes it begin anew when it changes. */
const chosenOf = ({ imap, imapPassword, folders }: Account) => JSON.stringify([imap, imapPassword, folders]);

/** What of it is told by others, and makes it look again: that it was tried and works, that the rest is wanted after all. */
const toldOf = (desk: Desk, { id, imapTrouble }: Account) =>
  JSON.stringify([imapTrouble === null, takenIn(desk.store.db, id).stopped]);

/** What was changed here rests so long, ms, before it is done there: more of it may follow. */
const RESTS_MS = 150;

export class MailboxFollower {
  private readonly syncs = new Map<string, { chosen: string; told: string; sync: MailboxSync }>();
  private readonly ending = new Set<Promise<void>>();
  private timer: NodeJS.Timeout | undefined;
  /** The newest of what is due that has been told, and of the drafts. */
  private due = '';
  private stopped = false;
  private readonly desk: Desk;

  constructor(private readonly parts: SyncParts) {
    this.desk = parts.desk;
  }

  /** Something may have changed here: called with every commit. */
  changed(): void {
    if (!this.stopped) this.timer ??= setTimeout(() => this.look(), RESTS_MS);
  }

  private look(): void {
    this.timer = undefined;
    if (this.stopped) return;
    try {
      this.follow();
    } catch (error) {
      this.parts.told('mailboxes', error);
    }
  }

  private follow(): void {
    const { db } = this.desk.store;
    const accounts = allAccounts(db).filter(({ imap }) => imap !== null);
    for (const [id, { sync, chosen }] of this.syncs) {
      const account = accounts.find((each) => each.id === id);
      if (account && chosenOf(account) === chosen) continue;
      this.syncs.delete(id);
      this.end(sync);
    }
    // One ends before another of the same begins.
    if (this.ending.size > 0) return;
    for (const account of accounts)
      if (!this.syncs.has(account.id))
        this.syncs.set(account.id, {
          chosen: chosenOf(account),
          told: toldOf(this.desk, account),
          sync: new MailboxSync(this.parts, account.id),
        });
    for (const account of accounts) {
      const known = this.syncs.get(account.id);
      const told = toldOf(this.desk, account);
      if (!known || known.told === told) continue;
      known.told = told;
      if (account.imapTrouble === null) known.sync.retry();
      known.sync.want();
    }
    const keepsDrafts = accounts.some(({ folders }) => folders?.drafts);
    const due = dueMark(db) + (keepsDrafts ? ` ${draftsMark(db)}` : '');
    if (due !== this.due) for (const { sync } of this.syncs.values()) sync.want();
    this.due = due;
  }

  private end(sync: MailboxSync): void {
    const done = sync.stop().finally(() => {
      this.ending.delete(done);
      this.changed();
    });
    this.ending.add(done);
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    for (const { sync } of this.syncs.values()) this.end(sync);
    await Promise.all(this.ending);
  }
}
