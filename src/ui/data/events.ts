'use client';
/** The server's events, over one connection for all windows. */

export interface ServerEvent {
  type: 'hello' | 'change' | 'reset' | 'error';
  data?: string;
}

const TYPES: ServerEvent['type'][] = ['hello', 'change', 'reset', 'error'];

/** Where there are no shared workers, a connection of this window's own. */
function listenAlone(tell: (event: ServerEvent) => void): () => void {
  const source = new EventSource('/api/v1/events');
  for (const type of TYPES) {
    source.addEventListener(type, (event) => tell({ type, data: (event as MessageEvent<string>).data }));
  }
  return () => source.close();
}

/** Calls back with each event; the answer stops it. */
export function listen(tell: (event: ServerEvent) => void): () => void {
  if (typeof SharedWorker === 'undefined') return listenAlone(tell);
  const { port } = new SharedWorker('/live-updates.js');
  const leave = () => port.postMessage('bye');
  port.onmessage = (message: MessageEvent<ServerEvent>) => tell(message.data);
  window.addEventListener('pagehide', leave);
  return () => {
    window.removeEventListener('pagehide', leave);
    leave();
    port.close();
  };
}
