/** The folders of a mailbox, and what each is here. */
import { describe, expect, it } from 'vitest';
import {
  draftsApart,
  folderFor,
  followedFolders,
  foremost,
  isSameFolder,
  NO_FOLDERS,
  placeOf,
  usualFolders,
} from './folders';

const folders = {
  snooze: 'Later',
  archive: 'Archive',
  sent: 'Sent',
  drafts: null,
  more: ['Lists', 'Archive'],
};

describe('folders', () => {
  it('are looked at once each, the inbox first, however it is written', () => {
    expect(followedFolders(folders)).toEqual(['INBOX', 'Later', 'Archive', 'Lists']);
    expect(followedFolders({ ...folders, snooze: null, archive: 'Inbox', more: [] })).toEqual(['INBOX']);
    expect(isSameFolder('inbox', 'INBOX')).toBe(true);
    expect(isSameFolder('archive', 'Archive')).toBe(false);
  });

  it.each([
    ['INBOX', 'inbox'],
    ['Later', 'snoozed'],
    ['Archive', 'archive'],
    ['Lists', 'inbox'],
  ] as const)('%s is %s, and back', (path, place) => {
    expect(placeOf(path, folders)).toBe(place);
    expect(folderFor(place, folders, path)).toBe(path);
  });

  it('that are not kept the same are none', () => {
    const none = NO_FOLDERS;
    expect(folderFor('archive', none, 'INBOX')).toBeNull();
    expect(folderFor('snoozed', none, 'INBOX')).toBeNull();
    expect(placeOf('Archive', none)).toBe('inbox');
  });

  it('for drafts are for nothing else', () => {
    expect(draftsApart({ ...folders, drafts: 'Drafts' })).toBe(true);
    for (const drafts of ['inbox', 'Later', 'Archive', 'Sent', 'Lists'])
      expect(draftsApart({ ...folders, drafts }), drafts).toBe(false);
  });

  it('several at once: where it would be seen first', () => {
    expect(foremost(['archive', 'inbox', 'snoozed'])).toBe('inbox');
    expect(foremost(['archive', 'snoozed'])).toBe('snoozed');
  });

  it('are those that say what they are for, else those called so, else made so', () => {
    const there = [
      { path: 'Ablage', use: '\\Archive' },
      { path: 'sent', use: null },
      { path: 'INBOX', use: null },
    ];
    expect(usualFolders(there)).toEqual({
      archive: 'Ablage',
      sent: 'sent',
      snooze: 'Snoozed',
      drafts: null,
      more: [],
    });
  });
});
