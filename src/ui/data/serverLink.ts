'use client';
/** The browser's one link to the server, shared by all its windows: events, and reading that is done once for all. */
import type { ChangeJson } from '#api/types';

/**
 * What the connection says: that it is there, what has changed, that everything may have, that it is lost, or that
 * nobody is signed in any more.
 */
export type ServerEvent =
  /**
   * `fresh` where the connection was made only now: what was read before may have changed since. `seq`: the newest
   * change it knows of.
   */
  | { type: 'hello'; fresh: boolean; seq: number }
  | { type: 'reset' | 'error' | 'signed-out' }
  | { type: 'changes'; topics: string[] };

/** As it came; status 0 where nobody answered. */
export interface Answer {
  status: number;
  text: string;
}

type FromWorker = ServerEvent | ({ type: 'answer'; id: number } & Answer);

interface Link {
  listen(tell: (event: ServerEvent) => void): () => void;
  read(path: string): Promise<Answer>;
}

function openShared(): Link {
  const { port } = new SharedWorker('/live-updates.js');
  const listeners = new Set<(event: ServerEvent) => void>();
  const waiting = new Map<number, (answer: Answer) => void>();
  let lastId = 0;
  // What the worker says on connecting is for those who listen from then on.
  let connected: (ServerEvent & { type: 'hello' }) | undefined;
  port.onmessage = ({ data }: MessageEvent<FromWorker>) => {
    if (data.type === 'answer') {
      waiting.get(data.id)?.(data);
      waiting.delete(data.id);
      return;
    }
    if (data.type === 'hello') connected = data;
    if (data.type === 'error' || data.type === 'signed-out') connected = undefined;
    for (const tell of listeners) tell(data);
  };
  window.addEventListener('pagehide', () => port.postMessage('bye'));
  return {
    listen(tell) {
      listeners.add(tell);
      if (connected) tell(connected);
      return () => void listeners.delete(tell);
    },
    read: (path) =>
      new Promise((resolve) => {
        waiting.set(++lastId, resolve);
        port.postMessage({ id: lastId, path });
      }),
  };
}

const PLAIN = ['reset', 'error', 'signed-out'] as const;

/** Where there are no shared workers, a connection of this window's own. */
function openAlone(): Link {
  return {
    listen(tell) {
      const source = new EventSource('/api/v1/changes');
      source.addEventListener('hello', (event) =>
        tell({ type: 'hello', fresh: true, seq: Number(event.lastEventId) }),
      );
      for (const type of PLAIN) source.addEventListener(type, () => tell({ type }));
      source.addEventListener('change', (event) => {
        const { topic } = JSON.parse((event as MessageEvent<string>).data) as ChangeJson;
        tell({ type: 'changes', topics: [topic] });
      });
      return () => source.close();
    },
    read: (path) =>
      fetch(path).then(
        async (response) => ({ status: response.status, text: await response.text() }),
        () => ({ status: 0, text: '' }),
      ),
  };
}

let link: Link | undefined;
const theLink = () => (link ??= typeof SharedWorker === 'undefined' ? openAlone() : openShared());

/** Calls back with each event; the answer stops it. */
export const listen = (tell: (event: ServerEvent) => void): (() => void) => theLink().listen(tell);

/** Reads a path of this server; never rejects. */
export const read = (path: string): Promise<Answer> => theLink().read(path);
