// One connection to the server for all windows of a browser: it allows only six to a host, and a seventh window
// would wait for ever. Runs as a shared worker; each window is a port.
/* global self, EventSource */
const ports = new Set();
let open = false;

const source = new EventSource('/api/v1/events');
for (const type of ['hello', 'change', 'reset', 'error']) {
  source.addEventListener(type, (event) => {
    if (type === 'hello') open = true;
    if (type === 'error') open = false;
    for (const port of ports) port.postMessage({ type, data: event.data });
  });
}

self.onconnect = ({ ports: [port] }) => {
  ports.add(port);
  // The only thing a window ever says is that it closes.
  port.onmessage = () => ports.delete(port);
  if (open) port.postMessage({ type: 'hello' });
};
