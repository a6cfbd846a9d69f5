import Joi from 'joi';
import { ENCRYPTS } from '#core/openpgp/key';
import { LANGUAGES } from '#core/text/language';
import { checksOff, setAside } from '../checks/requests';
import { leave, workingWeek } from '../correspondents/requests';
import { all, countOf, listOf, mailbox, orNull, text } from '../fields';
import { holdRule } from '../holdRules/requests';
import { identity, ownKeys, quietHours, rowActions } from './requests';

const languages = listOf(Joi.valid(...LANGUAGES));

export const answers = {
  Identity: identity,
  QuietHours: quietHours,
  Settings: all({
    identities: listOf(identity).description('Whom I write as besides'),
    signature: text.description('Of the main identity; plain text'),
    account: orNull(text).description('Through which its messages leave; null: the usual one'),
    sentFolders: listOf(Joi.string()).description('The first is the usual one'),
    writeAs: Joi.valid('rich', 'plain'),
    ownWords: listOf(Joi.string()).description('Words I have said are spelled right, lower case'),
    me: mailbox,
    zone: Joi.string(),
    holdSeconds: Joi.number(),
    hourCycle: Joi.valid(24, 12),
    languages: languages.description(
      'In which phrases are read, beside English and those the browser asks for',
    ),
    theme: Joi.valid('light', 'dark'),
    week: orNull(workingWeek).description('null: office hours'),
    leave,
    country: orNull(Joi.string()).description('null: my zone’s'),
    region: orNull(Joi.string()),
    quietHours,
    holdRules: listOf(holdRule).description('In order: the first that fits decides'),
    checksOff,
    meantSo: setAside,
    usualSign: Joi.boolean().description('A new message is signed'),
    usualEncrypt: Joi.valid(...ENCRYPTS).description('A new message is encrypted like this'),
    sealSubjects: Joi.boolean().description('The header of what is encrypted does not tell the subject'),
    tellMyKey: Joi.boolean().description('My key goes along in the header of what I send (Autocrypt)'),
    keysOpenMinutes: countOf('Minutes after which my keys are locked where nobody has used them'),
    picturesFrom: listOf(Joi.string()).description(
      'Addresses, lower case, whose pictures from elsewhere are fetched',
    ),
    singleKeys: Joi.boolean().description('Single keys act outside fields; else only with Alt Shift'),
    keys: ownKeys.description('Commands, by their usual keys, that have another one'),
    rowActions: rowActions.description('What a pull on a row of the inbox uncovers'),
    chaserText: text.description('What a chaser says where nothing else was written'),
    keepCopiesDays: orNull(Joi.number()).description(
      'Days the exact bytes of what has left are kept; null: for good',
    ),
    fileFolders: listOf(Joi.string()).description(
      'Folders that files may be linked from, but for those of OAK_FILES',
    ),
    keepDeletedDays: orNull(Joi.number()).description(
      'Days what was deleted can be brought back; null: for good',
    ),
    keepSourcesDays: orNull(Joi.number()).description(
      'Days the exact bytes of what has come are kept; null: for good',
    ),
    keepJournalDays: orNull(Joi.number()).description(
      'Days what happened to a message is kept; null: for good',
    ),
    keepBackups: countOf('Of so many days the last backup is kept; 0: none are made by themselves'),
  }),
};
