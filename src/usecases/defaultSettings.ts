/** The settings of a desk whose person has chosen nothing. */
import { HOLD_SECONDS } from '#core/limits';
import { usualQuietHours } from '#core/hold/quietHours';
import { parseMailbox } from '#core/message/address';
import { SENT_FOLDER } from '#core/message/details';
import { canonicalZone } from '#core/time/zones';
import type { Settings } from '#store/settings';

/** @throws AddressError or UnknownZoneError where OAK_FROM or OAK_ZONE cannot be used */
export function defaultSettings(): Settings {
  const { OAK_FROM, OAK_ZONE } = process.env;
  const me = OAK_FROM ? parseMailbox(OAK_FROM) : { name: '', address: '' };
  const zone = canonicalZone(OAK_ZONE || Intl.DateTimeFormat().resolvedOptions().timeZone || 'Etc/UTC');
  return {
    me,
    zone,
    holdSeconds: HOLD_SECONDS.default,
    hourCycle: 24,
    theme: 'light',
    languages: [],
    week: null,
    leave: [],
    country: null,
    region: null,
    identities: [],
    signature: '',
    account: null,
    sentFolders: [SENT_FOLDER],
    writeAs: 'rich',
    ownWords: [],
    quietHours: usualQuietHours,
    holdRules: [],
    checksOff: [],
    meantSo: [],
    usualSign: false,
    usualEncrypt: 'no',
    sealSubjects: true,
    tellMyKey: true,
    keysOpenMinutes: 15,
    picturesFrom: [],
    singleKeys: true,
    keys: {},
    rowActions: ['snooze', 'archive'],
    chaserText: 'Hello,\n\nhave you been able to look at this? A short word is enough.',
    fileFolders: [],
    keepCopiesDays: null,
    keepDeletedDays: 30,
    keepJournalDays: null,
    keepSourcesDays: null,
    keepBackups: 7,
  };
}
