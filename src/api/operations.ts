/** Every operation of the API: the source of the OpenAPI document. */
import type { Schema } from 'joi';
import * as schemas from './schemas';

export interface Operation {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** Below `/api/v1`. */
  path: string;
  summary: string;
  body?: Schema;
  query?: Schema;
  /** The name in types.ts of what a good answer holds; undefined for an empty one. */
  answer?: string;
  /** Status of a good answer, 200 where not given. */
  status?: number;
  /** Takes, or wants, `If-Match` with the revision read before. */
  ifMatch?: 'optional' | 'required';
}

const action = (name: string, summary: string, body?: Schema): Operation => ({
  method: 'post',
  path: `/departures/{id}/${name}`,
  summary,
  body,
  answer: 'Departure',
  ifMatch: 'optional',
});

export const operations: Operation[] = [
  { method: 'get', path: '/health', summary: 'Whether engine and mail server work', answer: 'Health' },
  {
    method: 'post',
    path: '/mail-server/retry',
    summary: 'Try a mail server in trouble again at once',
    answer: 'Health',
  },
  { method: 'get', path: '/clock', summary: 'The time', answer: 'Clock' },
  {
    method: 'post',
    path: '/clock',
    summary:
      'Move the sandbox clock; it steps through everything due. `Prefer: wait=N` waits up to N seconds for it',
    body: schemas.clockMove,
    answer: 'Clock',
  },
  { method: 'get', path: '/settings', summary: 'Settings', answer: 'Settings' },
  {
    method: 'patch',
    path: '/settings',
    summary: 'Change settings at once',
    body: schemas.settingsPatch,
    answer: 'Settings',
  },
  {
    method: 'post',
    path: '/test-message',
    summary: 'Send a message to myself at once, to see whether the mail server works',
    answer: 'Departure',
    status: 201,
  },
  { method: 'post', path: '/session', summary: 'Sign in with {passphrase}; sets a cookie', status: 204 },
  { method: 'delete', path: '/session', summary: 'Sign out', status: 204 },
  { method: 'get', path: '/zones', summary: 'All time zones with their present offsets', answer: 'Zones' },
  {
    method: 'post',
    path: '/plans/preview',
    summary: 'What a plan comes to, committing to nothing',
    body: schemas.previewRequest,
    answer: 'Preview',
  },
  {
    method: 'get',
    path: '/messages',
    summary: 'Drafts, last changed first',
    query: schemas.listQuery,
    answer: 'MessagePage',
  },
  {
    method: 'post',
    path: '/messages',
    summary: 'Keep a new draft',
    body: schemas.draft,
    answer: 'Message',
    status: 201,
  },
  {
    method: 'get',
    path: '/messages/{id}',
    summary: 'One message with its thread and history',
    answer: 'Message',
  },
  {
    method: 'patch',
    path: '/messages/{id}',
    summary: 'Change a message that has not left',
    body: schemas.draftPatch,
    answer: 'Message',
    ifMatch: 'required',
  },
  {
    method: 'delete',
    path: '/messages/{id}',
    summary: 'Delete a message that has not left',
    status: 204,
    ifMatch: 'required',
  },
  {
    method: 'post',
    path: '/messages/{id}/restore',
    summary: 'Undo a deletion; it is a draft again',
    answer: 'Message',
  },
  {
    method: 'post',
    path: '/messages/{id}/schedule',
    summary: 'Send or schedule a draft',
    body: schemas.scheduleRequest,
    answer: 'Departures',
    ifMatch: 'optional',
  },
  {
    method: 'get',
    path: '/messages/{id}/source',
    summary: 'An incoming message as it arrived (message/rfc822)',
  },
  {
    method: 'get',
    path: '/messages/{id}/html',
    summary: 'The HTML of a message, to be shown in a frame (text/html, sandboxed)',
  },
  {
    method: 'post',
    path: '/messages/{id}/snooze',
    summary: 'Put an incoming message off until a moment',
    body: schemas.snoozeRequest,
    answer: 'Message',
  },
  { method: 'delete', path: '/messages/{id}/snooze', summary: 'Bring a message back now', answer: 'Message' },
  {
    method: 'get',
    path: '/departures',
    summary: 'Departures in order of their moment, a page at a time',
    query: schemas.departureQuery,
    answer: 'DeparturePage',
  },
  { method: 'get', path: '/departures/{id}', summary: 'One departure', answer: 'Departure' },
  {
    method: 'patch',
    path: '/departures/{id}',
    summary: 'Give a pending departure another plan',
    body: schemas.departurePatch,
    answer: 'Departure',
    ifMatch: 'required',
  },
  {
    method: 'put',
    path: '/departures/{id}/edit',
    summary: 'Open it for editing: its clock stops. Again with the token as a sign of life',
    body: schemas.editRequest,
    answer: 'Edit',
  },
  {
    method: 'delete',
    path: '/departures/{id}/edit',
    summary: 'Close it after editing',
    query: schemas.closeQuery,
    answer: 'Departure',
  },
  {
    method: 'post',
    path: '/departures/bulk',
    summary: 'Do one thing to several departures; says what could not be done and why',
    body: schemas.bulkRequest,
    answer: 'Bulk',
  },
  action('take-back', 'Take it back; it is a draft again', schemas.takeBackRequest),
  action('release', 'Let it go now'),
  action('pause', 'Stop its clock'),
  action('resume', 'Set its clock going again; 409 where its moment has passed meanwhile'),
  action('approve', 'Let one go on that needed a look; it is held as usual'),
  action('retry', 'Try a failed one again'),
  action('settle', 'Say whether an unconfirmed one arrived', schemas.settleRequest),
  {
    method: 'get',
    path: '/inbox',
    summary: 'Incoming messages, newest first',
    query: schemas.listQuery,
    answer: 'MessagePage',
  },
  {
    method: 'get',
    path: '/snoozed',
    summary: 'Messages put off',
    query: schemas.listQuery,
    answer: 'MessagePage',
  },
  { method: 'get', path: '/correspondents', summary: 'The people one writes with', answer: 'Correspondents' },
  {
    method: 'post',
    path: '/correspondents',
    summary: 'Add a correspondent',
    body: schemas.correspondentInput,
    answer: 'Correspondent',
    status: 201,
  },
  { method: 'get', path: '/correspondents/{id}', summary: 'One correspondent', answer: 'Correspondent' },
  {
    method: 'patch',
    path: '/correspondents/{id}',
    summary: 'Change what is given; a zone given is confirmed by that',
    body: schemas.correspondentInput,
    answer: 'Correspondent',
  },
  { method: 'delete', path: '/correspondents/{id}', summary: 'Forget a correspondent', status: 204 },
  {
    method: 'post',
    path: '/correspondents/import',
    summary: 'Read a vCard or CSV file; without `commit` only say what would change',
    body: schemas.importRequest,
    answer: 'Import',
  },
  {
    method: 'get',
    path: '/correspondents/export',
    summary: 'Everyone as a vCard 4.0 (with groups) or CSV file',
    query: schemas.exportQuery,
  },
  {
    method: 'post',
    path: '/correspondents/board',
    summary:
      'The parts of the days of some correspondents, for drawing; those without a confirmed zone are left out',
    body: schemas.boardRequest,
    answer: 'Board',
  },
  { method: 'get', path: '/groups', summary: 'Groups of correspondents', answer: 'Groups' },
  {
    method: 'post',
    path: '/groups',
    summary: 'Make a group',
    body: schemas.groupInput,
    answer: 'Group',
    status: 201,
  },
  {
    method: 'put',
    path: '/groups/{id}',
    summary: 'Change a group; what is pending to it goes to its members as they are then',
    body: schemas.groupInput,
    answer: 'Group',
  },
  { method: 'delete', path: '/groups/{id}', summary: 'Forget a group', status: 204 },
  {
    method: 'post',
    path: '/hold-rules/try',
    summary: 'What a hold rule would have done with the messages sent last',
    body: schemas.holdRule,
    answer: 'Trials',
  },
  {
    method: 'get',
    path: '/holidays',
    summary: 'What is known of the public holidays of a country, and its regions with holidays of their own',
    query: schemas.holidaysQuery,
    answer: 'HolidayPlace',
  },
  {
    method: 'post',
    path: '/holidays',
    summary: 'Add the public holidays of a country from an iCalendar file',
    body: schemas.holidaysRequest,
    answer: 'Holidays',
  },
  {
    method: 'post',
    path: '/moments/suggest',
    summary: 'Moments worth proposing for these readers',
    body: schemas.recipientsRequest,
    answer: 'Suggestions',
  },
  {
    method: 'post',
    path: '/moments/phrase',
    summary: 'Read a phrase such as “wed 9:10 theirs” into plans',
    body: schemas.phraseRequest,
    answer: 'Phrase',
  },
  {
    method: 'post',
    path: '/moments/best',
    summary: 'When most of these readers are at work, over 14 days',
    body: schemas.recipientsRequest,
    answer: 'Best',
  },
  {
    method: 'post',
    path: '/moments/strips',
    summary: 'The parts of the readers’ days, for drawing',
    body: schemas.stripsRequest,
    answer: 'Strips',
  },
  {
    method: 'get',
    path: '/events',
    summary: 'Live updates as server-sent events; `id` is the sequence, `data` a Change',
  },
  {
    method: 'get',
    path: '/postoffice/faults',
    summary: 'How the post office misbehaves (demo)',
    answer: 'Faults',
  },
  {
    method: 'put',
    path: '/postoffice/faults',
    summary: 'Have the post office misbehave; what is not named is off (demo)',
    body: schemas.faultsRequest,
    answer: 'Faults',
  },
  {
    method: 'get',
    path: '/postoffice/mailboxes',
    summary: 'Mailboxes of the post office (demo)',
    answer: 'Mailboxes',
  },
  {
    method: 'get',
    path: '/postoffice/mailboxes/{address}',
    summary: 'What really arrived in one mailbox (demo)',
    answer: 'Mailbox',
  },
];
