/** The journal in plain words. */

export interface JournalLine {
  what: string;
  to: string | null;
  why: string | null;
}

const WORDS: Record<string, string> = {
  written: 'Written',
  send: 'Sent, held',
  plan: 'Scheduled',
  move: 'Moved to another moment',
  edit: 'Changed',
  hurry: 'Let go before its moment',
  pause: 'Paused',
  open: 'Opened for editing, its clock stopped',
  replan: 'Given another moment',
  'left-open': 'Left open while it was edited, so it stays paused',
  'too-late': 'Its moment passed while Oak Lantern was not running, so it was paused',
  'wrote-first': 'They wrote before it left, so it was paused',
  resume: 'Its clock runs again',
  'hold-again': 'Held again',
  'server-down': 'Its moment came while the mail server could not be reached',
  'clock-set': 'The clock of this machine was set, and the hold goes on for what was left of it',
  claim: 'Release began',
  accepted: 'Accepted by the mail server',
  refused: 'Refused by the mail server',
  deferred: 'Put off by the mail server, to be tried again',
  lost: 'The connection ended without an answer',
  'settle-arrived': 'Confirmed as arrived',
  'settle-partly': 'Confirmed as arrived, and tried again for those who were put off',
  'settle-lost': 'Found not to have arrived, sent again',
  'settle-bounced': 'Came back undelivered',
  retry: 'Tried again',
  'take-back': 'Taken back',
  drop: 'Stopped',
  deleted: 'Deleted',
  restored: 'Brought back from deletion',
  receipt: 'A receipt came back',
  'no-receipts': 'The mail server passes on no wishes for receipts of delivery, so none will come',
  'not-sent': 'Did not leave, as was chosen',
  'cleared-away': 'Its file was cleared away',
  'put-back': 'Its file was put back',
  sealed: 'Sealed: what it says is kept encrypted from here on',
  opened: 'Opened with the passphrase, so that it can be changed',
  'copy-forgotten': 'No copy was kept, as was asked',
  arrived: 'Arrived',
  snoozed: 'Put off',
  'came back': 'Came back',
  'brought back': 'Brought back',
  archived: 'Archived',
  'deleted-elsewhere':
    'Deleted in the mailbox by another program, or moved to a folder that is not looked at',
  'to-do': 'Made a to-do',
  reminded: 'A reminder went off',
  watched: 'Watched for an answer',
  'watch settled': 'What was waited for has come',
  'watch ended': 'No longer watched',
  chased: 'Nobody answered in time, so a chaser was made',
  'chaser stopped': 'Its chaser was stopped',
  asked: 'A question was asked in it',
  'question answered': 'Its question was answered',
  'question closed': 'Its question was closed',
  'question opened again': 'Its question was opened again',
  offer: 'Of the times it offers',
  'answer refused': 'An answer in it was refused',
  question: 'Came back',
  silence: 'Came back',
  undelivered: 'Came back',
};

/** One line of history: what happened, and why where that was kept. */
export function historyWords({ what, why }: JournalLine): string {
  return why ? `${WORDS[what] ?? what}: ${why}` : (WORDS[what] ?? what);
}
