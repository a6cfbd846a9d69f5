import Joi from 'joi';
import { AFTERWARDS, LINK_CHOICES, LINK_POLICIES } from '#core/files/link';
import { MAX_ATTACHED } from '#core/message/attachment';
import { id, text } from '../fields';

const path = Joi.string()
  .max(4096)
  .description('A file, a folder, or a folder and a pattern of names: `/srv/lists/stock-*.csv`')
  .example('/srv/lists/stock.csv');
const policy = (when: string) =>
  Joi.valid(...LINK_POLICIES).description(
    `What happens ${when}: it waits and asks, does not leave, or leaves without`,
  );

const choices = {
  which: Joi.valid(...LINK_CHOICES).description('All that is named, or the newest file alone'),
  ifMissing: policy('where nothing is there'),
  ifEmpty: policy('where it is empty'),
  ifUnchanged: policy('where the same went last').allow(null),
  ifBusy: policy('where it is being written'),
  largerThan: Joi.number().integer().min(1).max(MAX_ATTACHED).allow(null).description('Bytes'),
  ifLarger: policy('where it is larger than that, or than mail takes'),
  line: text.max(2000).description('Stands in the text where it leaves without the file'),
  after: Joi.valid(...AFTERWARDS).description(
    'What happens to the file once everybody’s server has taken the message',
  ),
  moveTo: Joi.string().max(4096).allow(null).description('The folder it is moved to'),
  settleSeconds: Joi.number()
    .integer()
    .min(0)
    .max(600)
    .description('Size and time have to stand still for so long'),
};

export const linkRequest = Joi.object({ path: path.required(), ...choices });
export const linkPatch = Joi.object({ path, ...choices }).min(1);
export const linksQuery = Joi.object({ message: id.description('Those of one message; without it all') });
export const filesQuery = Joi.object({
  under: Joi.string().max(4096).description('A folder; without it those that files may be linked from'),
  q: text.max(200).description('What names contain, or a pattern of them'),
  offset: Joi.number().integer().min(0).default(0),
});
