// Steps that are run beside each other, each a program of its own. What a step prints is shown when it is over.
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';

/** @returns {Promise<boolean>} whether it went well */
function step({ name, args }) {
  const began = Date.now();
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NO_COLOR: '1' },
    });
    const said = [];
    child.stdout.on('data', (data) => said.push(data));
    child.stderr.on('data', (data) => said.push(data));
    child.on('close', (status) => {
      console.log(`\n— ${name} (${Math.round((Date.now() - began) / 1000)} s)`);
      process.stdout.write(Buffer.concat(said));
      resolve(status === 0);
    });
  });
}

/** Runs lists of steps beside each other, and those of one list one after the other. Resolves with how each went. */
export async function beside(...lists) {
  const all = lists.map(async (list) => {
    const went = [];
    for (const each of list) went.push(await step(each));
    return went;
  });
  return (await Promise.all(all)).flat();
}

/** The checks of the code as it is written. @param cached where they may look at what changed only */
export const codeChecks = (cached) => {
  const keep = (file) => (cached ? ['--cache', `--cache-location=dist/.cache/${file}`] : []);
  return {
    lint: { name: 'lint', args: ['node_modules/eslint/bin/eslint.js', '.', ...keep('eslint')] },
    format: {
      name: 'format',
      args: [
        'node_modules/prettier/bin/prettier.cjs',
        '--check',
        '--log-level=warn',
        '.',
        ...keep('prettier'),
      ],
    },
    types: { name: 'types', args: ['node_modules/typescript/bin/tsc', '--noEmit'] },
    current: { name: 'types of the API', args: ['scripts/apiTypes.mjs', '--check'] },
    layers: {
      name: 'layers',
      args: ['node_modules/dependency-cruiser/bin/dependency-cruise.mjs', 'src', 'postoffice'],
    },
  };
};

/** The packages' own test runner, on some of the tests. */
export const vitest = 'node_modules/vitest/vitest.mjs';
