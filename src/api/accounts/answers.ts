import Joi from 'joi';
import { SECURITIES } from '#core/message/account';
import { all, countOf, instant, listOf, orNull, text } from '../fields';

const security = Joi.valid(...SECURITIES);
const port = Joi.number();
const found = orNull(all({ host: text, port, security }));

const folders = all({
  snooze: orNull(text),
  archive: orNull(text),
  sent: orNull(text),
  drafts: orNull(text),
  more: listOf(text),
});

const mailbox = all({
  host: text,
  port,
  security,
  user: text,
  folders,
  begun: Joi.boolean().description('It has been looked into'),
  rest: countOf('Messages that have not been taken in'),
  stopped: Joi.boolean().description('The rest is not to be taken in'),
  trouble: orNull(text).description('Why it cannot be looked into now'),
  since: orNull(instant),
});

const toTry = all({ host: text, port });

const account = all({
  id: text.description('Empty for the one the environment names, which is changed there'),
  name: text,
  address: text,
  smtp: orNull(all({ host: text, port, security, user: text })),
  perMinute: orNull(Joi.number()),
  mailbox: orNull(mailbox),
  usual: Joi.boolean().description('Identities that name no account leave through it'),
  trouble: orNull(text).description('Why nothing leaves through it now'),
  pending: countOf('Departures that are to leave through it'),
});

export const answers = {
  Account: account,
  MailboxFolders: all({
    folders: listOf(all({ path: text, use: orNull(text).description('What it is for (RFC 6154)') })),
  }),
  Accounts: all({
    accounts: listOf(account),
    toTry: orNull(all({ address: text, password: text, smtp: toTry, imap: toTry })).description(
      'One that ships with the demo; null where there is none, or it has been added',
    ),
  }),
  FoundServers: all({
    smtp: found,
    imap: found,
    words: text.description('What is to be known about it'),
  }).description('The servers of an address, as its domain says them (RFC 6186)'),
};
