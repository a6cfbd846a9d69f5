/** What each process of the demo holds in memory, once it has been looked at. */
import { spawn, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tempData, type Row } from './support';

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

const residentMb = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

export async function memory(): Promise<Row[]> {
  const { dir, remove } = tempData();
  const port = await freePort();
  const env = { ...process.env, OAK_DATA: dir, OAK_PORT: String(port), OAK_LOG: 'silent' };
  const launcher = spawn(process.execPath, ['dist/launcher.mjs', 'demo'], {
    env: { ...env, OAK_LMTP_PORT: String(await freePort()), NODE_ENV: 'production' },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await new Promise<void>((resolve) =>
    launcher.stdout.on('data', (text: Buffer) => text.includes('is ready at') && resolve()),
  );
  for (const path of ['/inbox', '/departures', '/api/v1/departures?state=pending', '/api/v1/inbox'])
    for (let time = 0; time < 20; time++) await (await fetch(`http://127.0.0.1:${port}${path}`)).text();
  const { stdout } = spawnSync('ps', ['-o', 'pid=,args=', '--ppid', String(launcher.pid)], {
    encoding: 'utf8',
  });
  const empty = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 60000)']);
  await new Promise((resolve) => setTimeout(resolve, 500));
  const base = residentMb(empty.pid!);
  empty.kill();
  const processes: [string, number][] = [
    ['launcher', launcher.pid!],
    ...[...stdout.matchAll(/^\s*(\d+) .*dist\/(\w+)\.mjs/gm)].map(([, pid, name]): [string, number] => [
      name!,
      Number(pid),
    ]),
  ];
  const rows = processes.map(([name, pid]): Row => {
    const held = residentMb(pid);
    return [
      `memory of the ${name} process, demo`,
      `${held.toFixed(0)} MB`,
      `an empty Node ${base.toFixed(0)} MB`,
      (held / base).toFixed(1),
    ];
  });
  launcher.kill('SIGINT');
  await new Promise((resolve) => launcher.once('exit', resolve));
  remove();
  return rows;
}
