/** The folders that files may be linked from. */
import { folderList, isWithin } from '#core/files/paths';
import { realFolders } from '#files/handle';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';

/** Whoever runs the server says which they are. */
export const areFixed = (): boolean => process.env.OAK_FILES !== undefined;

/** As they are written: by whoever runs the server (`OAK_FILES`), or in Settings. */
export const allowedFolders = (desk: Desk, db: Reading = desk.store.db): string[] =>
  areFixed() ? folderList(process.env.OAK_FILES!) : desk.settings(db).fileFolders;

/** As they really are. A folder with our own data in it lets nobody at those: mail and keys lie there. */
export async function usableFolders(desk: Desk): Promise<string[]> {
  const [own] = await realFolders([desk.dataDir]);
  const folders = await realFolders(allowedFolders(desk));
  return own === undefined ? folders : folders.filter((folder) => !isWithin(own, folder));
}
