import * as postoffice from '#api/postoffice/operations';
import { listSharedFiles, saveSharedFile, type SharedFile } from '#usecases/lookIntoPostOffice';
import { iso } from '../../present';
import { route } from '../../respond';

const present = (file: SharedFile) => ({ ...file, at: iso(file.at) });

export const GET = route(postoffice.listSharedFiles, async () => ({
  files: (await listSharedFiles()).map(present),
}));

export const POST = route(postoffice.saveSharedFile, async ({ desk, body }) =>
  present(await saveSharedFile(desk, body.name)),
);
