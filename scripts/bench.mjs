// `npm run bench`: bundles the benchmarks and runs them; writes docs/bench.md.
import { checkNode, installPackages, run } from './prepare.mjs';

checkNode();
installPackages();
// Only now: before the install there is nothing to bundle with.
const { build } = await import('esbuild');
const { bundleOptions } = await import('./bundle.mjs');
await build({ ...bundleOptions, entryPoints: { bench: 'bench/main.ts' } });
process.exit(run(process.execPath, ['dist/bench.mjs']));
