// Compresses the files a build has made for browsers, once and well, beside themselves (Brotli, RFC 7932; gzip, RFC
// 1952): compressed with every request they would be larger, and slower to come.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

/** A shorter one fits into a packet or two as it is, bytes. */
const LEAST = 1024;

export function compressStatic(dir = '.next/static') {
  for (const entry of readdirSync(dir, { withFileTypes: true, recursive: true })) {
    if (!entry.isFile() || !/\.(?:js|css|svg|json)$/.test(entry.name)) continue;
    const path = join(entry.parentPath, entry.name);
    const bytes = readFileSync(path);
    if (bytes.length < LEAST) continue;
    const quality = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY };
    writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: quality }));
    writeFileSync(`${path}.gz`, gzipSync(bytes, { level: constants.Z_BEST_COMPRESSION }));
  }
}
