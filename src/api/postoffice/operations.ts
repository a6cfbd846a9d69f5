import { operation } from '../operation';
import { faultsRequest, savedFile } from './requests';

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

export const listSharedFiles = operation('listSharedFiles', {
  method: 'get',
  path: '/postoffice/files',
  summary: 'Files of the folder colleagues keep theirs in (demo)',
  answer: 'SharedFiles',
});

export const saveSharedFile = operation('saveSharedFile', {
  method: 'post',
  path: '/postoffice/files',
  summary: 'Have a colleague save a new version of one (demo)',
  body: savedFile,
  answer: 'SharedFile',
});
