/** The folders of a mailbox elsewhere, and what each is here. */

/** Where a message is, here; the folders of a mailbox that is kept the same stand for one each. */
export type MailPlace = 'inbox' | 'snoozed' | 'archive';

/** The folder every mailbox has, in whatever case (RFC 9051 §5.1). */
export const INBOX = 'INBOX';

/** What stands for what. Paths as the server writes them. */
export interface MailboxFolders {
  /** Where what is put off lies, so that other programs see it is; null: it stays where it is. */
  snooze: string | null;
  /** Where what is dealt with goes; null: it stays where it is. */
  archive: string | null;
  /** Where the copy of what has left is put; null: none is. */
  sent: string | null;
  /** Where drafts lie, so that other programs have them; null: they are here only. */
  drafts: string | null;
  /** Others whose mail comes into the inbox here. */
  more: string[];
}

export const NO_FOLDERS: MailboxFolders = { snooze: null, archive: null, sent: null, drafts: null, more: [] };

/** Of those there are, by what they say they are for (RFC 6154); where none does, they are made when they are needed. */
export function usualFolders(there: readonly { path: string; use: string | null }[]): MailboxFolders {
  const forUse = (use: string, otherwise: string) =>
    there.find((each) => each.use === use)?.path ??
    there.find(({ path }) => path.toLowerCase() === otherwise.toLowerCase())?.path ??
    otherwise;
  return {
    archive: forUse('\\Archive', 'Archive'),
    sent: forUse('\\Sent', 'Sent'),
    snooze: there.find(({ path }) => path.toLowerCase() === 'snoozed')?.path ?? 'Snoozed',
    // Only if that is wished.
    drafts: null,
    more: [],
  };
}

/** The same folder, whatever way INBOX is written. */
export const isSameFolder = (a: string, b: string): boolean =>
  a === b || (a.toUpperCase() === INBOX && b.toUpperCase() === INBOX);

/** Every folder that is looked at, the inbox first. */
export const followedFolders = ({ snooze, archive, more }: MailboxFolders): string[] => {
  const all = [INBOX, snooze, archive, ...more].filter((path) => path !== null);
  return all.filter((path, index) => all.findIndex((each) => isSameFolder(each, path)) === index);
};

/** Every folder of which something is known. */
export const knownFolders = (folders: MailboxFolders): string[] => [
  ...followedFolders(folders),
  ...(folders.drafts === null ? [] : [folders.drafts]),
];

/** What lies in the folder for drafts is a draft: it is for nothing else. */
export function draftsApart(folders: MailboxFolders): boolean {
  const { drafts, sent } = folders;
  if (drafts === null) return true;
  return ![...followedFolders(folders), sent].some((path) => path !== null && isSameFolder(path, drafts));
}

/** What lies in a folder is there, here. */
export function placeOf(folder: string, { snooze, archive }: MailboxFolders): MailPlace {
  if (archive !== null && isSameFolder(folder, archive)) return 'archive';
  if (snooze !== null && isSameFolder(folder, snooze)) return 'snoozed';
  return 'inbox';
}

/** The folder for what is there, here; null where that is not kept the same. @param home where it came in */
export function folderFor(
  place: MailPlace,
  { snooze, archive }: MailboxFolders,
  home: string,
): string | null {
  switch (place) {
    case 'inbox':
      return home;
    case 'snoozed':
      return snooze;
    case 'archive':
      return archive;
  }
}

/** The place of a message that lies in several: where it would be seen first. */
const BY_SIGHT: readonly MailPlace[] = ['inbox', 'snoozed', 'archive'];
export const foremost = (places: readonly MailPlace[]): MailPlace =>
  BY_SIGHT.find((each) => places.includes(each)) ?? 'archive';
