/** Every operation of the API and every shape of its answers: where what is published and typed comes from. */
import type { Schema } from 'joi';
import * as accountAnswers from './accounts/answers';
import * as accounts from './accounts/operations';
import * as attachmentAnswers from './attachments/answers';
import * as attachments from './attachments/operations';
import * as backupAnswers from './backups/answers';
import * as backups from './backups/operations';
import * as batchAnswers from './batches/answers';
import * as batches from './batches/operations';
import * as checkAnswers from './checks/answers';
import * as checks from './checks/operations';
import * as clockAnswers from './clock/answers';
import * as clock from './clock/operations';
import * as correspondentAnswers from './correspondents/answers';
import * as correspondents from './correspondents/operations';
import * as departureAnswers from './departures/answers';
import * as departures from './departures/operations';
import * as changeAnswers from './changes/answers';
import * as changes from './changes/operations';
import * as eventAnswers from './events/answers';
import * as events from './events/operations';
import * as fileWatchAnswers from './fileWatches/answers';
import * as fileWatches from './fileWatches/operations';
import * as groupAnswers from './groups/answers';
import * as groups from './groups/operations';
import * as healthAnswers from './health/answers';
import * as health from './health/operations';
import * as holdRuleAnswers from './holdRules/answers';
import * as holdRules from './holdRules/operations';
import * as holidayAnswers from './holidays/answers';
import * as holidays from './holidays/operations';
import * as importAnswers from './imports/answers';
import * as imports from './imports/operations';
import * as inboxAnswers from './inbox/answers';
import * as inbox from './inbox/operations';
import * as keyAnswers from './keys/answers';
import * as keys from './keys/operations';
import * as linkAnswers from './links/answers';
import * as links from './links/operations';
import * as messageAnswers from './messages/answers';
import * as messages from './messages/operations';
import * as momentAnswers from './moments/answers';
import * as moments from './moments/operations';
import * as occasionAnswers from './occasions/answers';
import * as occasions from './occasions/operations';
import type { Operation } from './operation';
import * as planAnswers from './plans/answers';
import * as postofficeAnswers from './postoffice/answers';
import * as postoffice from './postoffice/operations';
import * as problemAnswers from './problems/answers';
import * as calendarAnswers from './calendars/answers';
import * as calendars from './calendars/operations';
import * as offerAnswers from './offers/answers';
import * as offers from './offers/operations';
import * as questionAnswers from './questions/answers';
import * as questions from './questions/operations';
import * as reminderAnswers from './reminders/answers';
import * as reminders from './reminders/operations';
import * as searchAnswers from './search/answers';
import * as search from './search/operations';
import * as seriesAnswers from './series/answers';
import * as series from './series/operations';
import * as sessionAnswers from './sessions/answers';
import * as sessions from './sessions/operations';
import * as settingsAnswers from './settings/answers';
import * as settings from './settings/operations';
import * as snoozeAnswers from './snoozes/answers';
import * as snoozes from './snoozes/operations';
import * as textAnswers from './texts/answers';
import * as texts from './texts/operations';
import * as todoAnswers from './todos/answers';
import * as todos from './todos/operations';
import * as watchAnswers from './watches/answers';
import * as watches from './watches/operations';
import * as zoneAnswers from './zones/answers';
import * as zones from './zones/operations';

export const operations: Operation[] = [
  ...[
    health,
    clock,
    settings,
    sessions,
    zones,
    moments,
    messages,
    attachments,
    links,
    checks,
    departures,
    series,
  ],
  ...[
    inbox,
    search,
    snoozes,
    watches,
    todos,
    reminders,
    imports,
    correspondents,
    groups,
    holdRules,
    holidays,
  ],
  ...[
    changes,
    events,
    postoffice,
    fileWatches,
    texts,
    batches,
    occasions,
    questions,
    offers,
    calendars,
    backups,
    accounts,
    keys,
  ],
].flatMap((resource) => Object.values<Operation>(resource));

/** By the name an operation gives. */
export const shapes: Record<string, Schema> = Object.fromEntries(
  [
    ...[healthAnswers, clockAnswers, settingsAnswers, sessionAnswers, zoneAnswers, planAnswers],
    ...[
      momentAnswers,
      messageAnswers,
      attachmentAnswers,
      linkAnswers,
      fileWatchAnswers,
      checkAnswers,
      departureAnswers,
      seriesAnswers,
      inboxAnswers,
    ],
    ...[
      searchAnswers,
      snoozeAnswers,
      watchAnswers,
      todoAnswers,
      reminderAnswers,
      importAnswers,
      correspondentAnswers,
    ],
    ...[
      groupAnswers,
      holdRuleAnswers,
      holidayAnswers,
      changeAnswers,
      eventAnswers,
      postofficeAnswers,
      problemAnswers,
    ],
    ...[
      textAnswers,
      batchAnswers,
      occasionAnswers,
      questionAnswers,
      offerAnswers,
      calendarAnswers,
      backupAnswers,
      accountAnswers,
      keyAnswers,
    ],
  ].flatMap(({ answers }) => Object.entries<Schema>(answers)),
);
