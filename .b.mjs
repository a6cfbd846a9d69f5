import { build } from 'esbuild';
const { bundleOptions } = await import('/work/main/scripts/bundle.mjs');
await build({ ...bundleOptions, external:[...bundleOptions.external,'puppeteer-core'], entryPoints: { pagesdev: '/tmp/pagesdev.ts' }, nodePaths:['/work/main/node_modules'] });
