import Joi from 'joi';
import { AFTERWARDS, CLEARINGS, LINK_CHOICES, LINK_POLICIES } from '#core/files/link';
import { all, countOf, extended, instant, listOf, orNull, text } from '../fields';

const policy = Joi.valid(...LINK_POLICIES);

const link = all({
  id: Joi.string(),
  messageId: Joi.string(),
  path: Joi.string(),
  which: Joi.valid(...LINK_CHOICES),
  ifMissing: policy,
  ifEmpty: policy,
  ifUnchanged: orNull(policy),
  ifBusy: policy,
  largerThan: orNull(countOf('Bytes')),
  ifLarger: policy,
  line: text,
  after: Joi.valid(...AFTERWARDS),
  moveTo: orNull(Joi.string()),
  settleSeconds: Joi.number(),
});

const listed = extended(link, {
  subject: text,
  used: Joi.boolean().description('Its message may still leave by itself'),
  now: all({
    files: listOf(all({ name: Joi.string(), size: countOf('Bytes'), modifiedAt: instant })),
    trouble: orNull(Joi.string()).description('Why it could not go, in words'),
  }).description('What would go if it left now'),
});

const read = all({
  id: Joi.string(),
  messageId: Joi.string(),
  departureId: Joi.string(),
  attachmentId: Joi.string(),
  path: Joi.string(),
  size: countOf('Bytes'),
  hash: Joi.string().description('SHA-256, hexadecimal'),
  modifiedAt: instant,
  readAt: instant,
  clearing: orNull(Joi.valid(...CLEARINGS)).description(
    'How clearing it away stands; null where it stays. `changed`: it had changed since, and was left',
  ),
  movedTo: orNull(Joi.string()),
  subject: text,
  leftAt: orNull(instant),
  isKept: Joi.boolean().description('Its bytes are still here'),
});

export const answers = {
  Link: link,
  Links: all({
    links: listOf(listed),
    reads: listOf(read).description('What went last, the newest first; empty for one message'),
  }),
  Files: all({
    folder: orNull(Joi.string()),
    above: orNull(Joi.string()),
    entries: listOf(
      all({
        name: Joi.string(),
        path: Joi.string(),
        kind: Joi.valid('file', 'folder'),
        size: countOf('Bytes'),
        modifiedAt: orNull(instant),
      }),
    ),
    total: Joi.number(),
    fixed: Joi.boolean().description('Whoever runs the server says which folders these are (OAK_FILES)'),
  }),
};
