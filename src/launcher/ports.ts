/** Finding and checking ports. */
import { readFile, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { join } from 'node:path';

/** Listens for a moment; resolves with the port that was bound, rejects with the system's error. */
function tryPort(port: number, host: string): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(port, host, () => {
      const { port: bound } = server.address() as { port: number };
      server.close(() => resolve(bound));
    });
  });
}

/** A port on loopback that is free now. */
export const freePort = () => tryPort(0, '127.0.0.1');

/**
 * @param variable the environment variable that sets this port
 * @throws (rejects) in words where the port cannot be used
 */
export async function assertFree(
  port: number,
  host: string,
  variable: string,
  command: string,
): Promise<void> {
  try {
    await tryPort(port, host);
  } catch (error) {
    const { code } = error as { code?: string };
    if (code === 'EADDRINUSE') {
      throw new Error(
        `Port ${port} is taken by another program. Stop that one, or start with another port: ${variable}=${port + 10} ${command}`,
        { cause: error },
      );
    }
    if (code === 'EACCES')
      throw new Error(`This system does not allow port ${port}. Set ${variable} to one above 1023.`, {
        cause: error,
      });
    throw new Error(`Cannot listen on ${host}:${port} (${code}). Set OAK_HOST and ${variable}.`, {
      cause: error,
    });
  }
}

/**
 * Free ports of this machine, by name: those of the last start, as far as they are free still.
 * @param dir where they are noted
 */
export async function keptPorts<N extends string>(
  dir: string,
  names: readonly N[],
): Promise<Record<N, number>> {
  const file = join(dir, 'ports.json');
  let before: Partial<Record<N, number>> = {};
  try {
    before = JSON.parse(await readFile(file, 'utf8')) as typeof before;
  } catch {
    // Nothing was noted, or nobody can read it.
  }
  const ports = {} as Record<N, number>;
  for (const name of names) {
    const known = before[name];
    ports[name] = known ? await tryPort(known, '127.0.0.1').catch(freePort) : await freePort();
  }
  await writeFile(file, JSON.stringify(ports));
  return ports;
}
