import Joi from 'joi';
import { SECURITIES } from '#core/message/account';
import { all, countOf, listOf, orNull, text } from '../fields';

const security = Joi.valid(...SECURITIES);
const port = Joi.number();
const found = orNull(all({ host: text, port, security }));

const account = all({
  id: text.description('Empty for the one the environment names, which is changed there'),
  name: text,
  address: text,
  smtp: orNull(all({ host: text, port, security, user: text })),
  perMinute: orNull(Joi.number()),
  usual: Joi.boolean().description('Identities that name no account leave through it'),
  trouble: orNull(text).description('Why nothing leaves through it now'),
  pending: countOf('Departures that are to leave through it'),
});

export const answers = {
  Account: account,
  Accounts: all({ accounts: listOf(account) }),
  FoundServers: all({
    smtp: found,
    imap: found,
    words: text.description('What is to be known about it'),
  }).description('The servers of an address, as its domain says them (RFC 6186)'),
};
