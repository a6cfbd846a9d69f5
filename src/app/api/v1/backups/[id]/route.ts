import { create } from 'content-disposition';
import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import * as backups from '#api/backups/operations';
import { backupPath } from '#usecases/backups/folder';
import { route } from '../../respond';

export const GET = route(backups.readBackup, ({ desk, params }) => {
  const name = params.id!;
  const path = backupPath(desk.dataDir, name);
  const bytes = Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;
  return new Response(bytes, {
    headers: {
      'content-type': 'application/vnd.sqlite3',
      'content-length': String(statSync(path).size),
      'content-disposition': create(name),
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
