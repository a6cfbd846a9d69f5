'use client';
/**
 * What is kept in this browser until the server has it: words typed in the last second, and files on their way up. It
 * outlives the page, the browser and the server.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { DraftFields } from './fields';

/** A draft as it was last typed. */
export interface LocalDraft {
  /** Id of the message, or {@link newKey} of one the server has not seen. */
  key: string;
  fields: DraftFields;
  /** Revision of the message on the server it is based on; null for one it has not seen. */
  revision: number | null;
  /** The message it answers, and the one it passes on. */
  answers: string | null;
  forwards: string | null;
  savedAt: number;
}

/** A file on its way up. */
export interface LocalFile {
  /** Of its own until the server has given one. */
  id: string;
  draft: string;
  /** Id of the attachment on the server; null where it has not been announced. */
  attachment: string | null;
  inline: boolean;
  name: string;
  type: string;
  blob: Blob;
}

/** A message that is to leave, and waits in this browser until there is a connection. */
export interface QueuedMessage {
  key: string;
  /** What is asked of the server. */
  request: QueuedRequest;
  /** For people: to whom, and about what. */
  to: string;
  subject: string;
  /** What takes its place among the drafts if it is taken back. */
  draft: LocalDraft;
  queuedAt: number;
  /** Why the server has not taken it, in words; null where it has not been asked, or could not be reached. */
  trouble: string | null;
}

/** As the API takes it (`POST /messages/queued`). */
export interface QueuedRequest {
  key: string;
  id?: string;
  revision?: number;
  message: object;
  schedule: object;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: LocalDraft };
  files: { key: string; value: LocalFile; indexes: { draft: string } };
  queue: { key: string; value: QueuedMessage };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = () =>
  (opened ??= openDB<Schema>('oak-lantern', 2, {
    upgrade(db, before) {
      if (before < 1) {
        db.createObjectStore('drafts', { keyPath: 'key' });
        db.createObjectStore('files', { keyPath: 'id' }).createIndex('draft', 'draft');
      }
      if (before < 2) db.createObjectStore('queue', { keyPath: 'key' });
    },
    // Another window has a newer page: this one gives way, and opens it anew when it is asked.
    blocking(_before, _after, event) {
      opened = undefined;
      (event.target as IDBDatabase).close();
    },
  }));

/** A browser that keeps nothing (in private windows, or when the disk is full) must not keep anybody from writing. */
async function tried<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T | undefined> {
  try {
    return await work(await database());
  } catch {
    return undefined;
  }
}

export const newKey = () => `new-${crypto.randomUUID()}`;

export const keepDraft = (draft: LocalDraft) => tried((db) => db.put('drafts', draft));
export const forgetDraft = (key: string) => tried((db) => db.delete('drafts', key));
export const findDraft = (key: string) => tried((db) => db.get('drafts', key));

/** Drafts the server has never seen, the newest first. */
export async function unseenDrafts(): Promise<LocalDraft[]> {
  const all = (await tried((db) => db.getAll('drafts'))) ?? [];
  return all.filter(({ key }) => key.startsWith('new-')).sort((a, b) => b.savedAt - a.savedAt);
}

export const keepFile = (file: LocalFile) => tried((db) => db.put('files', file));
export const forgetFile = (id: string) => tried((db) => db.delete('files', id));
export const filesOf = async (draft: string): Promise<LocalFile[]> =>
  (await tried((db) => db.getAllFromIndex('files', 'draft', draft))) ?? [];

/** @returns whether it is kept: what is not kept would be lost */
export const keepQueued = async (queued: QueuedMessage): Promise<boolean> =>
  (await tried((db) => db.put('queue', queued))) !== undefined;
export const forgetQueued = (key: string) => tried((db) => db.delete('queue', key));

/** In the order they were written. */
export const queuedMessages = async (): Promise<QueuedMessage[]> =>
  ((await tried((db) => db.getAll('queue'))) ?? []).sort((a, b) => a.queuedAt - b.queuedAt);

/** The message has been given an id: what was kept under another key is its own now. */
export async function moveFiles(from: string, to: string): Promise<void> {
  for (const file of await filesOf(from)) await keepFile({ ...file, draft: to });
}

const lockOf = (key: string) => `oak-draft-${key}`;

/** Says for as long as the page lives that this draft is being written here. @returns what ends it */
export function holdDraft(key: string): () => void {
  let release = () => {};
  const until = new Promise<void>((resolve) => (release = resolve));
  // Only where the page is trustworthy (Web Locks API); elsewhere nothing is held.
  void navigator.locks?.request(lockOf(key), { mode: 'shared' }, () => until);
  return release;
}

/** Whether some page has this draft open. */
export async function isHeld(key: string): Promise<boolean> {
  const state = await navigator.locks?.query();
  return state?.held?.some(({ name }) => name === lockOf(key)) ?? false;
}
