import Joi from 'joi';
import { COMMANDS } from '#core/commandKeys';
import { cleanPath, type PathError } from '#core/files/paths';
import { HOLD_SECONDS } from '#core/limits';
import { ROW_ACTIONS } from '#core/rowActions';
import { ENCRYPTS } from '#core/openpgp/key';
import { LANGUAGES } from '#core/text/language';
import { checksOff, setAside } from '../checks/requests';
import { leave, workingWeek } from '../correspondents/requests';
import { ADDRESS, country, id, region } from '../fields';
import { dayPairs, holdRule } from '../holdRules/requests';
import { zone } from '../plans/clockTime';

export const quietHours = Joi.object({
  on: Joi.boolean().required(),
  days: dayPairs,
  after: Joi.valid('leaves', 'waits')
    .optional()
    .description(
      'What becomes of what they held when they end: it leaves (usual), or waits until it has been looked at',
    ),
});

const account = id.allow(null).description('Its messages leave through it; null: the usual one');

export const identity = Joi.object({
  id: id.required(),
  name: Joi.string().max(200).allow('').required(),
  address: Joi.string().max(ADDRESS).required(),
  signature: Joi.string().max(5000).allow('').required(),
  account: account.default(null),
});

export const ownKeys = Joi.object().pattern(
  Joi.valid(...COMMANDS.map(({ key }) => key)),
  Joi.string().max(8),
);
export const rowActions = Joi.array()
  .items(Joi.valid(...ROW_ACTIONS))
  .unique()
  .max(2);

const keptDays = Joi.number().integer().min(1).max(36_500).allow(null);

/** As it is kept, without idle parts. */
const fileFolders = Joi.array()
  .items(
    Joi.string()
      .max(4096)
      .custom((path: string, helpers) => {
        try {
          return cleanPath(path);
        } catch (error) {
          return helpers.message({ custom: (error as PathError).message });
        }
      }),
  )
  .max(50)
  .unique();

export const settingsPatch = Joi.object({
  identities: Joi.array().items(identity).max(50).unique('id'),
  signature: Joi.string().max(5000).allow('').description('Of the main identity'),
  usualSign: Joi.boolean().description('A new message is signed'),
  usualEncrypt: Joi.valid(...ENCRYPTS).description('A new message is encrypted like this'),
  sealSubjects: Joi.boolean().description('The header of what is encrypted does not tell the subject'),
  tellMyKey: Joi.boolean().description('My key goes along in the header of what I send (Autocrypt)'),
  keysOpenMinutes: Joi.number()
    .integer()
    .min(1)
    .max(24 * 60)
    .description('Minutes after which my keys are locked where nobody has used them'),
  account,
  sentFolders: Joi.array().items(Joi.string().max(100)).min(1).max(50),
  ownWords: Joi.array().items(Joi.string().max(100).lowercase()).max(10_000).description('Spelled right'),
  writeAs: Joi.valid('rich', 'plain').description('How a new message begins'),
  me: Joi.object({
    name: Joi.string().max(200).allow('').required(),
    address: Joi.string().max(ADDRESS).required(),
  }),
  zone,
  holdSeconds: Joi.number().description(`0 for off, or ${HOLD_SECONDS.min} to ${HOLD_SECONDS.max}`),
  hourCycle: Joi.valid(24, 12),
  languages: Joi.array()
    .items(Joi.valid(...LANGUAGES))
    .unique()
    .description('In which phrases are read, beside English and those the browser asks for'),
  theme: Joi.valid('light', 'dark'),
  week: workingWeek.allow(null),
  leave,
  country,
  region,
  quietHours,
  holdRules: Joi.array().items(holdRule).max(100).unique('id').description('The first that fits decides'),
  checksOff: checksOff.description('Checks that are not made'),
  meantSo: setAside.description('What checks find in any message and is meant so'),
  picturesFrom: Joi.array()
    .items(Joi.string().max(ADDRESS).lowercase())
    .max(10_000)
    .description('Addresses whose pictures from elsewhere are fetched'),
  singleKeys: Joi.boolean().description('Single keys act outside fields; else only with Alt Shift'),
  keys: ownKeys.description('Commands, by their usual keys, that have another one'),
  rowActions: rowActions.description('What a pull on a row of the inbox uncovers'),
  chaserText: Joi.string()
    .trim()
    .max(10_000)
    .description('What a chaser says where nothing else was written'),
  fileFolders: fileFolders.description(
    'Folders that files may be linked from; where OAK_FILES is set, that says it',
  ),
  keepCopiesDays: keptDays.description('Days the exact bytes of what has left are kept; null: for good'),
  keepDeletedDays: keptDays.description('Days what was deleted can be brought back; null: for good'),
  keepSourcesDays: keptDays.description('Days the exact bytes of what has come are kept; null: for good'),
  keepJournalDays: keptDays.description('Days what happened to a message is kept; null: for good'),
  keepBackups: Joi.number()
    .integer()
    .min(0)
    .max(366)
    .description('Of so many days the last backup is kept; 0: none are made by themselves'),
}).min(1);
