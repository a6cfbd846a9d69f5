import Joi from 'joi';
import { STRANGE } from '#core/message/strange';
import { VERDICTS } from '#core/openpgp/verdict';
import { MAIL_CLASSES } from '#core/reply/classify';
import { attachment } from '../attachments/answers';
import { departure, reportedAction } from '../departures/answers';
import { all, extended, instant, listOf, mailbox, orNull, text } from '../fields';
import { choices } from '../plans/choices';
import { plan } from '../plans/plan';
import { details } from './details';
import { returned, summary } from './summary';

const mailingList = all({
  name: text.description('What it calls itself, else its id; empty where it does not say'),
  mail: orNull(all({ to: text, subject: text, text })).description('The message that ends the subscription'),
  page: orNull(text).description('The page where it is ended'),
  oneClick: Joi.boolean().description('It says that one request to `page` ends the subscription (RFC 8058)'),
  leftAt: orNull(instant).description('When it was left by that request'),
});

const reportOn = all({
  departureId: Joi.string(),
  subject: text,
  said: listOf(all({ address: text, action: reportedAction, words: text })),
});

const layout = all({
  remote: Joi.number().description('Pictures from elsewhere'),
  removed: listOf(text).description('What was taken out: “2 scripts”'),
  misleading: Joi.number().description(
    'Links whose words name another address than the one they lead to; each says so in the HTML',
  ),
  pictures: Joi.boolean().description('Its sender’s pictures are fetched'),
});

const openedFile = all({
  name: text,
  type: text,
  size: Joi.number(),
  shown: Joi.boolean().description('It stands in the HTML'),
});

const opened = all({
  encrypted: Joi.boolean(),
  subject: orNull(text).description('As it stands within; null where nothing is said there'),
  text,
  html: Joi.boolean().description('There is HTML as well'),
  files: listOf(openedFile),
  verdicts: listOf(
    all({ level: Joi.valid(...VERDICTS), words: text, fingerprint: orNull(text) }),
  ).description('What its signatures come to'),
  partly: Joi.boolean().description('More stands around it, which is neither signed nor encrypted'),
  otherSender: orNull(text).description(
    'Whom it names within as its writer, where that is not who it names outside',
  ),
}).description('What a message says that is signed, encrypted or sealed');

const history = all({ at: instant, what: text, from: orNull(text), to: orNull(text), why: orNull(text) });

const message = extended(summary, {
  ...details,
  attachments: listOf(attachment),
  answering: Joi.boolean().description('It answers another message'),
  seriesId: orNull(Joi.string()).description('The series whose occurrences are made from it'),
  textId: orNull(Joi.string()).description('The kept text that says this'),
  revision: Joi.number(),
  cc: listOf(mailbox),
  bcc: listOf(mailbox),
  replyTo: listOf(mailbox),
  text,
  html: orNull(text),
  reportOn: orNull(reportOn).description('What it reports of a departure of mine'),
  classified: orNull(all({ is: Joi.valid(...MAIL_CLASSES), evidence: text })).description(
    'What it is, and what tells it; null for what I write',
  ),
  list: orNull(mailingList).description('The mailing list it came by'),
  headerId: orNull(Joi.string()).description('The Message-ID; null until it has left'),
  plan: plan.allow(null).description('How a draft is to leave; null: now'),
  choices: all(choices),
  departures: listOf(departure),
  strange: orNull(Joi.valid(...STRANGE)).description(
    'Why not all of one that came in could be read; null where all was',
  ),
  layout: orNull(layout).description('What of its HTML is not shown as it came; null where there is none'),
  thread: listOf(summary).description('The other messages of its thread, oldest first'),
  history: listOf(history),
});

export const answers = {
  Returned: returned,
  MessageSummary: summary,
  MailingList: mailingList,
  History: history,
  Opened: opened,
  Message: message,
  MessagePage: all({ messages: listOf(summary), total: Joi.number() }),
  Moved: all({ moved: listOf(Joi.string()), missing: listOf(Joi.string()) }),
};
