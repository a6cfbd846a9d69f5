/** Bundles the process that reads, before any test asks for it. */
import { build, type BuildOptions } from 'esbuild';
import { bundleOptions } from '../../scripts/bundle.mjs';

export async function setup(): Promise<void> {
  const entryPoints = { reading: 'src/reading/child.ts' };
  await build({ ...bundleOptions, entryPoints } as BuildOptions);
}
