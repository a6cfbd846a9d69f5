/**
 * One mailbox kept the same: told of changes as they happen, looked at now and then besides, what was there before taken
 * in when nothing else is to be done. All of its state is in the database; it can end at any moment.
 */
import { followedFolders, NO_FOLDERS } from '#core/mailbox/folders';
import { Mailbox, MailboxError } from '#imap/client';
import type { ReadingPool } from '#reading/pool';
import { changeAccountRow, findAccount, type Account } from '#store/accounts';
import { noteChange } from '#store/journal';
import { changeFolder, findFolder } from '#store/mailboxes';
import type { Desk } from '../desk';
import { mailboxAccess } from '../accounts/mailboxAccess';
import { SealedForGood } from '../secrets/keys';
import { pullDrafts } from './drafts/pullDrafts';
import { pushDrafts, Resting } from './drafts/pushDrafts';
import { pull, takeRest, type Pulling } from './pull';
import { push } from './push';

/** So often it is looked at although nothing was told, real ms. */
const LOOK_MS = 60_000;
/** What broke off is tried again soon, and less and less often. */
const RETRY_MS = [1000, 5000, 20_000, 60_000];
const LAST_RETRY_MS = 300_000;
/** Several changes at once are looked at together. */
const GATHER_MS = 50;
/** A program that changes things without end is not followed without end. */
const MOST_LOOKS = 20;

export interface SyncParts {
  desk: Desk;
  pool: ReadingPool;
  told: (what: string, error: unknown) => void;
}

export class MailboxSync {
  private readonly abort = new AbortController();
  private mailbox: Mailbox | undefined;
  /** UIDs that have not been taken in, ascending, by folder; and by what they count. */
  private readonly left = new Map<string, { uidValidity: string; uids: number[] }>();
  private wanted = true;
  /** When it was looked at last, monotonic ms. */
  private looked = -Infinity;
  private wake: (() => void) | undefined;
  private tries = 0;
  private endRest: (() => void) | undefined;
  private readonly resting = new Resting();
  private timer: NodeJS.Timeout | undefined;
  private readonly done: Promise<void>;

  constructor(
    private readonly parts: SyncParts,
    private readonly accountId: string,
  ) {
    this.done = this.run();
  }

  /** Something may have changed, here or there. */
  want(): void {
    this.wanted = true;
    this.wake?.();
  }

  /** The next draft rests long enough by then. @param ms undefined: nothing is to be done */
  private wantAfter(ms: number | undefined): void {
    clearTimeout(this.timer);
    this.timer = ms === undefined ? undefined : setTimeout(() => this.want(), ms);
  }

  /** It is tried again at once, where it waits for the next try. */
  retry(): void {
    this.endRest?.();
  }

  /** Ends it; resolves once nothing of it is under way. */
  async stop(): Promise<void> {
    this.abort.abort();
    this.mailbox?.drop();
    clearTimeout(this.timer);
    this.wake?.();
    this.endRest?.();
    await this.done;
  }

  private get stopped(): boolean {
    return this.abort.signal.aborted;
  }

  private async run(): Promise<void> {
    while (!this.stopped) {
      try {
        await this.work();
      } catch (error) {
        if (this.stopped) return;
        this.disconnect();
        const known = error instanceof MailboxError || error instanceof SealedForGood;
        if (!known) this.parts.told(this.accountId, error);
        this.tries++;
        this.note(known ? error.message : 'The mailbox cannot be looked into now. It is tried again.');
        await this.rest(RETRY_MS[this.tries - 1] ?? LAST_RETRY_MS, (end) => (this.endRest = end));
      }
    }
  }

  /** What is to be done next, once. */
  private async work(): Promise<void> {
    const account = findAccount(this.parts.desk.store.db, this.accountId);
    const access = account && mailboxAccess(this.parts.desk, account);
    if (!access) return this.pause(LOOK_MS);
    if (!this.mailbox?.usable) {
      this.disconnect();
      this.mailbox = await Mailbox.connect(access, { changed: () => this.want() });
      this.wanted = true;
    }
    const pulling: Pulling = { ...this.parts, mailbox: this.mailbox, account, signal: this.abort.signal };
    if (this.wanted || this.lookIn() <= 0) return this.look(pulling);
    const path = await this.folderWithRest(pulling);
    if (path === undefined) return this.pause(this.lookIn());
    await takeRest(
      pulling,
      path,
      this.left.get(path)!.uids,
      () => !this.wanted && !this.stopped && this.lookIn() > 0,
    );
  }

  /** It is looked at by then although nothing is told, ms. */
  private lookIn(): number {
    return this.looked + LOOK_MS - performance.now();
  }

  private async look(pulling: Pulling): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, GATHER_MS));
    this.wanted = false;
    this.looked = performance.now();
    const imapSince = pulling.account.imapSince ?? Date.now();
    if (pulling.account.imapSince === null) this.change({ imapSince });
    await pulling.mailbox.stay();
    const looking = { ...pulling, account: { ...pulling.account, imapSince } };
    const folders = followedFolders(looking.account.folders ?? NO_FOLDERS);
    for (let n = 0; n < MOST_LOOKS && !this.stopped; n++) {
      await pull(looking, folders);
      if (!(await this.pushAll(looking))) break;
    }
    this.tries = 0;
    this.note(null);
  }

  /** @returns whether it is to be looked at again */
  private async pushAll(looking: Pulling): Promise<boolean> {
    let isUnsure = false;
    try {
      await pullDrafts(looking);
      const { again, next } = await pushDrafts({ ...looking, resting: this.resting });
      this.wantAfter(next);
      isUnsure = again;
    } finally {
      // A draft the server does not take, or a folder for them it does not look into, holds nothing else up.
      isUnsure = (await push(looking)) || isUnsure;
    }
    return isUnsure;
  }

  /** The first folder of which something has not been taken in. */
  private async folderWithRest({ desk, mailbox, account }: Pulling): Promise<string | undefined> {
    for (const path of followedFolders(account.folders ?? NO_FOLDERS)) {
      const folder = findFolder(desk.store.db, account.id, path);
      if (!folder || folder.stopped || folder.rest === 0) continue;
      const { uidValidity, bottom } = folder;
      const known = this.left.get(path);
      if (known?.uidValidity === uidValidity && known.uids.length > 0) return path;
      const open = await mailbox.open(path);
      const uids = ((await open?.uids()) ?? []).filter((uid) => uid < bottom);
      this.left.set(path, { uidValidity, uids });
      if (uids.length > 0) return path;
      // They are gone meanwhile.
      desk.store.write((tx) => changeFolder(tx, account.id, path, { rest: 0 }));
    }
    return undefined;
  }

  private disconnect(): void {
    this.mailbox?.drop();
    this.mailbox = undefined;
    this.left.clear();
  }

  /** Resolves after so long, or when something is wanted. */
  private async pause(ms: number): Promise<void> {
    if (!this.wanted) await this.rest(ms, (end) => (this.wake = end));
  }

  /** Resolves after so long, or before. @param before is given what ends it, and nothing once it has ended */
  private rest(ms: number, before: (end: (() => void) | undefined) => void): Promise<void> {
    if (this.stopped) return Promise.resolve();
    return new Promise((resolve) => {
      const end = () => {
        clearTimeout(timer);
        before(undefined);
        resolve();
      };
      const timer = setTimeout(end, ms);
      before(end);
    });
  }

  private note(trouble: string | null): void {
    const { desk } = this.parts;
    const account = findAccount(desk.store.db, this.accountId);
    if (!account || account.imapTrouble === trouble) return;
    this.change({
      imapTrouble: trouble,
      imapTroubleSince: trouble === null ? null : (account.imapTroubleSince ?? Date.now()),
    });
  }

  private change(patch: Partial<Account>): void {
    this.parts.desk.store.write((tx) => {
      changeAccountRow(tx, this.accountId, patch);
      noteChange(tx, 'account', this.accountId);
      noteChange(tx, 'health', 'mailbox');
    });
  }
}
