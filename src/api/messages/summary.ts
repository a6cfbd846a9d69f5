import Joi from 'joi';
import { PROTECTED } from '#core/openpgp/protected';
import { RETURN_KINDS } from '#core/returns/why';
import { all, extended, instant, listOf, mailbox, orNull, text } from '../fields';
import { snooze } from '../snoozes/snooze';
import { todo } from '../todos/todo';

/** Why a message came back. */
export const returned = all({
  at: instant,
  kind: Joi.valid(...RETURN_KINDS).description(
    'Its moment came, somebody answered before it, the reminder of a to-do went off, nobody answered, or it was not delivered',
  ),
  since: instant.description('Since when it had been put off, or watched'),
  until: orNull(instant),
  words: text.description('The words its moment was chosen by'),
  note: text.description('My note to myself; of a to-do what is to be done'),
  times: Joi.number().description('How often it has been put off'),
  from: orNull(text).description('Who answered, or did not, or was not reached'),
  chaser: text.description('What there is to say of a chaser, a whole sentence'),
}).description('Why a message came back');

/** A message as lists show it. */
export const summary = all({
  id: Joi.string(),
  threadId: Joi.string(),
  direction: Joi.valid('in', 'out'),
  from: extended(mailbox, { zone: orNull(Joi.string()), place: orNull(text) }),
  to: listOf(mailbox).description('In a list only the first of many'),
  toCount: Joi.number().integer().description('How many there are in To'),
  subject: text,
  preview: text,
  at: instant,
  writtenAt: orNull(instant).description('When it was written, by its own Date'),
  writtenOffset: orNull(Joi.number()).description('The offset that carries, minutes'),
  unseen: Joi.boolean().description('It came in and has not been looked at'),
  answered: Joi.boolean().description('I have answered it, and that has left'),
  forwarded: Joi.boolean().description('I have passed it on, and that has left'),
  leaving: Joi.boolean().description('Something of mine in its thread waits to leave'),
  automatic: Joi.boolean(),
  place: Joi.valid('inbox', 'snoozed', 'archive', null),
  returned: orNull(returned).description('When it came back into the inbox, and why'),
  snoozedUntil: orNull(instant),
  snooze: orNull(snooze).description('How it is put off'),
  todo: orNull(todo).description('The open to-do on it'),
  protection: orNull(Joi.valid(...PROTECTED)).description(
    'It is signed or encrypted; one of mine: what it says is kept encrypted',
  ),
  attached: Joi.boolean().description('Something is attached'),
});
