/** Bundles the process that reads, before any test asks for it. */
import { bundleReading } from '../../scripts/bundle.mjs';

export async function setup(): Promise<void> {
  await bundleReading();
}
