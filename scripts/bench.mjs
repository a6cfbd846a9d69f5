// `npm run bench`: bundles the benchmarks and runs them; writes docs/bench.md. With a name, `npm run bench -- size`,
// it measures one part and writes nothing.
import { build as buildProduct, checkNode, installPackages, run } from './prepare.mjs';

checkNode();
installPackages();
buildProduct();
// Only now: before the install there is nothing to bundle with.
const { build } = await import('esbuild');
const { bundleOptions } = await import('./bundle.mjs');
await build({
  ...bundleOptions,
  entryPoints: { bench: 'bench/main.ts', 'bench-sink': 'bench/sink.ts' },
});
process.exit(run(process.execPath, ['dist/bench.mjs', ...process.argv.slice(2)]));
