import { operation } from '../operation';
import { faultsRequest } from './requests';

export const readFaults = operation('readFaults', {
  method: 'get',
  path: '/postoffice/faults',
  summary: 'How the post office misbehaves (demo)',
  answer: 'Faults',
});

export const setFaults = operation('setFaults', {
  method: 'put',
  path: '/postoffice/faults',
  summary: 'Have the post office misbehave; what is not named is off (demo)',
  body: faultsRequest,
  answer: 'Faults',
});

export const listMailboxes = operation('listMailboxes', {
  method: 'get',
  path: '/postoffice/mailboxes',
  summary: 'Mailboxes of the post office (demo)',
  answer: 'Mailboxes',
});

export const readMailbox = operation('readMailbox', {
  method: 'get',
  path: '/postoffice/mailboxes/{address}',
  summary: 'What really arrived in one mailbox (demo)',
  answer: 'Mailbox',
});
