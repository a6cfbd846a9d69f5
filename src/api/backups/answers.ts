import Joi from 'joi';
import { all, countOf, instant, listOf, orNull, text } from '../fields';

const backup = all({
  id: Joi.string().description('Its name in the folder of backups'),
  madeAt: instant.description('In real time'),
  bytes: countOf('Size'),
});

export const answers = {
  Backup: backup,
  Backups: all({
    backups: listOf(backup).description('The newest first'),
    trouble: orNull(all({ words: text, since: instant.description('In real time') })).description(
      'Why none could be made the last time; null where one could',
    ),
    database: countOf('Bytes of the database: about what the next one takes'),
  }),
};
