'use client';
/** The queue of messages that wait for a connection: shared by the windows of a browser, sent by one of them, once. */
import type { MessageJson, ScheduledJson } from '#api/types';
import { ask, type ApiProblem } from '../data/client';
import {
  forgetQueued,
  keepDraft,
  keepQueued,
  queuedMessages,
  type QueuedMessage,
} from '../write/draft/localStore';

const CHANNEL = 'oak-queue';
/** One window sends at a time (Web Locks API). */
const LOCK = 'oak-queue';

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(CHANNEL);
const listeners = new Set<() => void>();

function tell(): void {
  channel?.postMessage('changed');
  for (const each of listeners) each();
}

/** Calls back whenever it has changed, in whatever window; the answer stops it. */
export function followQueue(changed: () => void): () => void {
  listeners.add(changed);
  channel?.addEventListener('message', changed);
  return () => {
    listeners.delete(changed);
    channel?.removeEventListener('message', changed);
  };
}

/** @returns whether it is kept */
export async function addToQueue(queued: QueuedMessage): Promise<boolean> {
  const kept = await keepQueued(queued);
  tell();
  return kept;
}

/** It does not wait any more, and is a draft of this browser again. */
export async function takeOutOfQueue({ key, draft }: QueuedMessage): Promise<void> {
  await keepDraft(draft);
  await forgetQueued(key);
  tell();
}

/** Whether it is under way already: the answer to an earlier try got lost on its way. */
async function isUnderWay(id: string | undefined): Promise<boolean> {
  if (id === undefined) return false;
  const message = await ask<MessageJson>('GET', `/messages/${id}`).catch(() => undefined);
  return message?.departures.some(({ state }) => state !== 'ended' && state !== 'draft') ?? false;
}

/** @returns false where nobody answered */
async function sendOne(queued: QueuedMessage, sent: (queued: QueuedMessage) => void): Promise<boolean> {
  try {
    await ask<ScheduledJson>('POST', '/messages/queued', queued.request);
  } catch (error) {
    const { status, message } = error as ApiProblem;
    if (status === 0 || status >= 500 || status === 401) return false;
    if (!(await isUnderWay(queued.request.id))) {
      if (queued.trouble !== message) await keepQueued({ ...queued, trouble: message });
      tell();
      return true;
    }
  }
  await forgetQueued(queued.key);
  sent(queued);
  tell();
  return true;
}

async function sendAll(sent: (queued: QueuedMessage) => void): Promise<void> {
  for (const queued of await queuedMessages()) if (!(await sendOne(queued, sent))) return;
}

/** Sends what waits, in order. @param sent told of each that the server has taken */
export async function sendQueue(sent: (queued: QueuedMessage) => void): Promise<void> {
  // Without it two windows might ask for the same at once; the server does it once all the same.
  if (typeof navigator.locks === 'undefined') return sendAll(sent);
  await navigator.locks.request(LOCK, { ifAvailable: true }, async (lock) => {
    if (lock) await sendAll(sent);
  });
}
