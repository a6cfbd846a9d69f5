/** Somebody between a program and its server: refuses commands, or breaks off when they come. */
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { onTestFinished } from 'vitest';

export interface Meddler {
  port: number;
  /** Commands like these are refused; undefined: none. */
  refuse?: RegExp;
  /** The connection ends where one like these comes, once; undefined: it does not. */
  cut?: RegExp;
  /** How often it did either. */
  struck: number;
}

/** @param server the port of what it stands before */
export async function startMeddler(server: number): Promise<Meddler> {
  const sockets = new Set<Socket>();
  const listener = createServer((program) => {
    const there = connect(server, '127.0.0.1');
    for (const socket of [program, there]) {
      sockets.add(socket);
      socket.on('error', () => {});
      socket.on('close', () => {
        sockets.delete(socket);
        program.destroy();
        there.destroy();
      });
    }
    there.on('data', (bytes) => program.write(bytes));
    // What follows a command that was refused, until the next one.
    let isRest = false;
    program.on('data', (bytes) => {
      const said = bytes.toString('latin1');
      isRest &&= !/^[0-9A-Z]+ [A-Z]+/.test(said);
      if (isRest) return;
      if (meddler.cut?.test(said)) {
        meddler.cut = undefined;
        meddler.struck++;
        program.destroy();
      } else if (meddler.refuse?.test(said)) {
        meddler.struck++;
        isRest = true;
        program.write(`${said.split(' ')[0]} NO Not by you\r\n`);
      } else there.write(bytes);
    });
  });
  await new Promise<void>((resolve) => void listener.listen(0, '127.0.0.1', resolve));
  onTestFinished(async () => {
    sockets.forEach((socket) => socket.destroy());
    await new Promise((resolve) => listener.close(resolve));
  });
  const meddler: Meddler = { port: (listener.address() as AddressInfo).port, struck: 0 };
  return meddler;
}
