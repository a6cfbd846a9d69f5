/** A mail server that notes when each DATA comes; a process of its own, as servers are. */
import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SMTPServer } from 'smtp-server';

const keeping = process.argv[2] === 'keeping';
const file = openSync(join(tmpdir(), `oak-bench-sink-${process.pid}`), 'w');
let arrivals: number[] = [];
let answered = 0;
let wanted = Infinity;

function tell(): void {
  if (answered < wanted) return;
  process.send!({ arrivals: [...arrivals] });
  arrivals = [];
  answered = 0;
  wanted = Infinity;
}

const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  disableReverseLookup: true,
  onData(stream, _session, done) {
    arrivals.push(Date.now());
    stream.on('data', (chunk: Buffer) => keeping && writeSync(file, chunk, 0, chunk.length, 0));
    stream.on('end', () => {
      // RFC 5321 §6.1: what is answered with 250 must not be lost, not even by a crash.
      if (keeping) fsyncSync(file);
      done();
      answered++;
      tell();
    });
  },
});
server.on('error', () => {});
server.listen(0, '127.0.0.1', () => process.send!({ port: (server.server.address() as AddressInfo).port }));
process.on('message', ({ count }: { count: number }) => {
  wanted = count;
  tell();
});
process.on('disconnect', () => {
  closeSync(file);
  process.exit(0);
});
