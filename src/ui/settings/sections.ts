/** The sections of Settings, each at its own address, and what stands in them. */

export interface SettingsPart {
  /** Of its heading. */
  id: string;
  name: string;
  /** What somebody may look for it by besides. */
  words: string;
}

export const SECTIONS = [
  {
    id: 'writing',
    name: 'Writing',
    parts: [
      {
        id: 'writing',
        name: 'Writing',
        words: 'identity identities signature name address folder sent copies plain rich text',
      },
      {
        id: 'checks',
        name: 'Checks',
        words: 'findings spelling attachment dates placeholder greeting links',
      },
      {
        id: 'answers',
        name: 'Waiting for answers',
        words: 'watch usual reply reminder follow-up chaser silence',
      },
    ],
  },
  {
    id: 'holds',
    name: 'Holds',
    parts: [
      { id: 'hold', name: 'Hold', words: 'undo window seconds take back length send delay' },
      { id: 'quiet', name: 'Quiet hours', words: 'night weekend morning evening' },
      { id: 'rules', name: 'Hold rules', words: 'group review condition longer' },
    ],
  },
  {
    id: 'inbox',
    name: 'Inbox and keys',
    parts: [
      { id: 'rows', name: 'Rows of the inbox', words: 'pull sweep touch phone archive snooze seen' },
      { id: 'keys', name: 'Keys', words: 'keyboard shortcut single letter alt shift' },
    ],
  },
  {
    id: 'you',
    name: 'You',
    parts: [
      { id: 'me', name: 'You', words: 'name address time zone clock city' },
      {
        id: 'work',
        name: 'Your working week',
        words: 'hours days leave holidays country region office weekend vacation',
      },
      {
        id: 'looks',
        name: 'Times, words and colours',
        words: '24 12 hours am pm dark light theme language phrases',
      },
    ],
  },
  {
    id: 'accounts',
    name: 'Accounts',
    parts: [
      {
        id: 'accounts',
        name: 'Accounts',
        words: 'smtp imap server mailbox password folders sending encryption port sent archive',
      },
      { id: 'test', name: 'Test message', words: 'mail server smtp try' },
    ],
  },
  {
    id: 'encryption',
    name: 'Encryption',
    parts: [
      { id: 'own-keys', name: 'Your keys', words: 'openpgp pgp passphrase secret sign make bring export' },
      {
        id: 'others-keys',
        name: 'Keys of others',
        words: 'openpgp pgp fingerprint public correspondents add',
      },
      {
        id: 'usual-sealing',
        name: 'As usual',
        words: 'sign encrypt subject autocrypt lock minutes openpgp',
      },
    ],
  },
  {
    id: 'server',
    name: 'Server and sessions',
    parts: [
      { id: 'files', name: 'Linked files', words: 'folders allowed paths attach library lists' },
      { id: 'kept', name: 'What is kept', words: 'storage disk space copies deleted days forget retention' },
      { id: 'backups', name: 'Backups', words: 'backup restore copy safe daily disk lost file' },
      { id: 'signed-in', name: 'Signed in', words: 'sessions browsers devices sign out passphrase' },
    ],
  },
] as const satisfies readonly { id: string; name: string; parts: readonly SettingsPart[] }[];

export type SectionId = (typeof SECTIONS)[number]['id'];

export const isSection = (id: string): id is SectionId => SECTIONS.some((each) => each.id === id);

export interface FoundPart extends SettingsPart {
  section: SectionId;
}

const PARTS: FoundPart[] = SECTIONS.flatMap(({ id: section, parts }) =>
  parts.map((part) => ({ ...part, section })),
);

/** The parts in which every word that is typed begins a word, those found by their name first. */
export function findParts(text: string): FoundPart[] {
  const asked = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (asked.length === 0) return [];
  const begins = (list: string) => {
    const words = list.toLowerCase().split(/[\s,]+/);
    return asked.every((word) => words.some((each) => each.startsWith(word)));
  };
  const found = PARTS.filter(({ name, words }) => begins(`${name} ${words}`));
  return [...found.filter(({ name }) => begins(name)), ...found.filter(({ name }) => !begins(name))];
}
