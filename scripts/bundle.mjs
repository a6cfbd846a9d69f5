// Bundles the processes, so that they start in half a second.
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

export const bundleOptions = {
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  // Native code, the framework and what reads files of its own stay packages; everything else is taken in.
  external: ['better-sqlite3', 'next', 'openpgp', 'hunspell-wasm', 'dictionary-*'],
  banner: {
    js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
  },
  sourcemap: true,
  logLevel: 'warning',
};

/** The process that reads, in parts that are loaded when they are needed: it is begun anew often. */
export const bundleReading = () =>
  build({
    ...bundleOptions,
    entryPoints: { reading: 'src/reading/child.ts' },
    splitting: true,
    chunkNames: 'reading/[name]-[hash]',
  });

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await bundleReading();
  await build({
    ...bundleOptions,
    entryPoints: {
      launcher: 'src/launcher/main.ts',
      engine: 'src/engine/main.ts',
      reader: 'src/reader/main.ts',
      web: 'src/server/main.ts',
      cli: 'src/cli/main.ts',
      postoffice: 'postoffice/main.ts',
    },
  });
}
