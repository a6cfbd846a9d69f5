// The one connection of a browser to the server, shared by all its windows: browsers allow only six to a host, and a
// seventh window would wait for ever. Runs as a shared worker; each window is a port.
//
// It passes on what has changed, and it reads for the windows: what several ask for at the same time, as they all do
// after a change, is asked of the server once.
/* global self, EventSource, fetch, setTimeout */

// Changes come in bursts; one look after each is enough. Counted here, since windows in the background have slow
// timers.
const GATHER_MS = 30;
// How soon a connection that was refused is tried again.
const AGAIN_MS = 1000;

const ports = new Set();
const topics = new Set();
let open = false;
// The newest change that has come.
let seq = 0;
let gathering = false;

// By path, what is being read; forgotten with every change, since the answer may be from before it.
let reading = new Map();

function tell(message) {
  for (const port of ports) port.postMessage(message);
}

function flush() {
  gathering = false;
  reading = new Map();
  tell({ type: 'changes', topics: [...topics] });
  topics.clear();
}

async function read(path) {
  try {
    const response = await fetch(path);
    return { status: response.status, text: await response.text() };
  } catch {
    return { status: 0, text: '' };
  }
}

function share(path) {
  const known = reading.get(path);
  if (known) return known;
  const now = reading;
  const answer = read(path).finally(() => now.delete(path));
  now.set(path, answer);
  return answer;
}

// Signed in no more: every window goes to sign in, and whoever signs in again begins anew.
function signOut() {
  open = false;
  source.close();
  tell({ type: 'signed-out' });
}

// The browser gives up for good where the answer is no stream. That is a session that has ended, or a server that is
// starting again.
async function lookWhy() {
  const { status } = await read('/api/v1/clock');
  if (status === 401) signOut();
  else if (source.readyState === EventSource.CLOSED) connect();
}

let source;
function connect() {
  source = new EventSource('/api/v1/changes');
  source.addEventListener('change', (event) => {
    topics.add(JSON.parse(event.data).topic);
    seq = Number(event.lastEventId) || seq;
    if (!gathering) setTimeout(flush, GATHER_MS);
    gathering = true;
  });
  source.addEventListener('signed-out', signOut);
  for (const type of ['hello', 'reset', 'error']) {
    source.addEventListener(type, (event) => {
      seq = Number(event.lastEventId) || seq;
      if (type === 'hello') open = true;
      if (type === 'error') open = false;
      if (type === 'error' && source.readyState === EventSource.CLOSED) setTimeout(lookWhy, AGAIN_MS);
      reading = new Map();
      // What was read while there was no connection may be from before a change that nobody told.
      tell(type === 'hello' ? { type, fresh: true, seq } : { type });
    });
  }
}
connect();

self.onconnect = ({ ports: [port] }) => {
  ports.add(port);
  if (source.readyState === EventSource.CLOSED) connect();
  // A window asks for a path, or says that it closes.
  port.onmessage = ({ data }) => {
    if (data === 'bye') ports.delete(port);
    else void share(data.path).then((answer) => port.postMessage({ type: 'answer', id: data.id, ...answer }));
  };
  if (open) port.postMessage({ type: 'hello', fresh: false, seq });
};
