// What has to be there before anything else runs: the right Node, the packages, the build. Plain JavaScript,
// since nothing is installed when it starts.
import { spawnSync } from 'node:child_process';
import { compressStatic } from './compress.mjs';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const NODE_MAJOR = 20;

/** Prints words and ends: something the person has to put right. */
export function giveUp(words) {
  console.error(words);
  process.exit(1);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > NODE_MAJOR || (major === NODE_MAJOR && minor >= 19)) return;
  giveUp(
    `Oak Lantern needs Node ${NODE_MAJOR}.19 or newer; this is ${process.versions.node}. Install a newer one (see .nvmrc) and start again.`,
  );
}

/** Runs a command, passing its output on; resolves to its exit status. */
export function run(command, args, options = {}) {
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...options.env };
  return spawnSync(command, args, { stdio: 'inherit', ...options, env }).status ?? 1;
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files.sort()) hash.update(file).update('\0').update(readFileSync(file));
  return hash.digest('hex');
}

function filesBelow(dir) {
  return readdirSync(dir, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name));
}

/** Does `work` unless it was done for the same `files` before; the stamp is kept where cleaning removes it too. */
function unlessDone(stamp, files, work) {
  const hash = hashOf(files);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  work();
  mkdirSync(join(stamp, '..'), { recursive: true });
  writeFileSync(stamp, hash);
}

/** What npm itself notes of what it has installed, last of all. */
const INSTALLED = 'node_modules/.package-lock.json';
/** Compiled by a script of its package, which may have been left out. */
const BINDING = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node';

/** Whether what is installed is what the lock file names, whoever has installed it. */
function isInstalled() {
  if (!existsSync(INSTALLED) || !existsSync(BINDING)) return false;
  const packagesOf = (path) => JSON.parse(readFileSync(path, 'utf8')).packages;
  const [wanted, there] = [packagesOf('package-lock.json'), packagesOf(INSTALLED)];
  return Object.entries(wanted).every(([path, { version, optional }]) =>
    // What is optional may be for another system.
    path === '' ? true : there[path] ? there[path].version === version : optional === true,
  );
}

export function installPackages() {
  if (isInstalled()) return;
  console.log('Installing packages (the database binding is compiled, this takes a few minutes)…');
  const status = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    env: { NODE_ENV: 'development' },
  });
  if (status !== 0) {
    giveUp(
      'The packages could not be installed; npm says why above. Compiling needs python3, make and g++ (on Debian: apt-get install python3 make g++).',
    );
  }
}

/** What the bundles are made from. */
const bundleSources = () => [
  ...filesBelow('src'),
  ...filesBelow('postoffice'),
  ...filesBelow('public'),
  'package.json',
  'package-lock.json',
  'next.config.ts',
  'tsconfig.json',
  'scripts/apiTypes.mjs',
  'scripts/bundle.mjs',
  'scripts/compress.mjs',
];

export function build() {
  const sources = bundleSources().filter((file) => !file.endsWith('.test.ts'));
  unlessDone('dist/.built', sources, () => {
    console.log('Building…');
    if (run(process.execPath, ['scripts/apiTypes.mjs']) !== 0)
      giveUp('The types of the API could not be written; see above.');
    if (run(process.execPath, ['scripts/bundle.mjs']) !== 0)
      giveUp('The bundles could not be built; see above.');
    const status = run(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
      env: { NODE_ENV: 'production' },
    });
    if (status !== 0) giveUp('The pages could not be built; see above.');
    compressStatic();
  });
}
