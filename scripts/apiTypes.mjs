// Writes `src/api/types.ts`, the TypeScript types of the API, from the schemas its requests and answers are checked by.
import { build } from 'esbuild';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import openapiTS, { astToString } from 'openapi-typescript';
import { format, resolveConfig } from 'prettier';
import { bundleOptions } from './bundle.mjs';

const TYPES = 'src/api/types.ts';

const HEAD = `/**
 * The shapes of the HTTP API, written by \`npm run build\` from the schemas in this folder: change those. Instants are
 * ISO 8601 UTC strings; \`local\` is the wall-clock time in \`zone\`, without offset.
 */
`;

async function typesDocument() {
  await build({ ...bundleOptions, sourcemap: false, entryPoints: { openapi: 'src/api/openapi.ts' } });
  const { typesDocument: made } = await import(pathToFileURL(resolve('dist/openapi.mjs')).href);
  return made();
}

/** What the file has to hold. */
async function apiTypes() {
  const document = await typesDocument();
  const names = Object.keys(document.components.schemas);
  // Shapes are named like types, operations like functions.
  const shapes = names.filter((name) => /^[A-Z]/.test(name));
  const operations = names.filter((name) => !/^[A-Z]/.test(name));
  const nodes = await openapiTS(document, { defaultNonNullable: false });
  const text = [
    HEAD,
    astToString(nodes.filter((node) => node.name?.text === 'components')),
    "type Schemas = components['schemas'];",
    ...shapes.map((name) => `export type ${name}Json = Schemas['${name}'];`),
    `export type ShapeName = ${shapes.map((name) => `'${name}'`).join(' | ')};`,
    'export interface Operations {',
    ...operations.map((name) => `  ${name}: Schemas['${name}'];`),
    '}',
  ].join('\n');
  return format(text, { ...(await resolveConfig(TYPES)), filepath: TYPES });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const types = await apiTypes();
  if (types !== readFileSync(TYPES, 'utf8')) {
    if (process.argv.includes('--check')) {
      console.error(`${TYPES} is not what the schemas come to. Write it anew with \`npm run build\`.`);
      process.exit(1);
    }
    writeFileSync(TYPES, types);
  }
}
