import Joi from 'joi';
import { all, instant, listOf, orNull, text } from '../fields';
import { drop } from './requests';

const mailboxSummary = all({
  address: Joi.string(),
  name: text,
  messages: Joi.number(),
  lastAt: orNull(instant),
});

const arrived = all({
  id: Joi.number(),
  at: instant,
  direction: Joi.valid('received', 'written'),
  envelope: text.description('The SMTP commands it came with'),
  headers: text,
  subject: text,
  from: text,
  to: listOf(text),
  text,
  attachments: listOf(
    all({
      name: text,
      size: Joi.number(),
      text: text.description('The beginning; empty of what is no text'),
    }),
  ),
});

const sharedFile = all({ name: Joi.string(), size: Joi.number().description('Bytes'), at: instant });

export const answers = {
  Faults: all({
    greylist: listOf(Joi.string()),
    refuse: listOf(Joi.string()),
    drop,
    dropTimes: orNull(Joi.number()),
    answerAfterSeconds: Joi.number(),
    downUntil: orNull(instant),
    refuseStartTls: Joi.boolean(),
  }).description('How the post office misbehaves'),
  SharedFile: sharedFile,
  SharedFiles: all({ files: listOf(sharedFile) }),
  MailboxSummary: mailboxSummary,
  Mailboxes: all({ mailboxes: listOf(mailboxSummary) }),
  Mailbox: all({ address: Joi.string(), name: text, messages: listOf(arrived) }),
};
