#!/usr/bin/env node
// `npx oak …`: the command line.
import { existsSync } from 'node:fs';
import { URL } from 'node:url';

if (!existsSync(new URL('../dist/cli.mjs', import.meta.url))) {
  console.error('Oak Lantern is not built yet. Run `npm start` or `npm run demo` once.');
  process.exit(1);
}
await import('../dist/cli.mjs');
