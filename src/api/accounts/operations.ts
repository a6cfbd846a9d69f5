import { operation } from '../operation';
import { accountAddress, accountPatch, newAccount } from './requests';

export const listAccounts = operation('listAccounts', {
  method: 'get',
  path: '/accounts',
  summary: 'What mail is sent through, and the mailboxes it comes to',
  answer: 'Accounts',
});

export const addAccount = operation('addAccount', {
  method: 'post',
  path: '/accounts',
  summary: 'Add an account; its server is tried first',
  body: newAccount,
  answer: 'Account',
  status: 201,
});

export const findServers = operation('findServers', {
  method: 'post',
  path: '/accounts/find',
  summary: 'The servers of an address, as its domain says them',
  body: accountAddress,
  answer: 'FoundServers',
});

export const readAccount = operation('readAccount', {
  method: 'get',
  path: '/accounts/{id}',
  summary: 'One of them',
  answer: 'Account',
});

export const changeAccount = operation('changeAccount', {
  method: 'patch',
  path: '/accounts/{id}',
  summary: 'Another name, password, server or pace; what it is reached by is tried first',
  body: accountPatch,
  answer: 'Account',
});

export const removeAccount = operation('removeAccount', {
  method: 'delete',
  path: '/accounts/{id}',
  summary: 'Take it off: what was to leave through it leaves through the usual one',
  status: 204,
});

export const listMailboxFolders = operation('listMailboxFolders', {
  method: 'get',
  path: '/accounts/{id}/folders',
  summary: 'The folders of its mailbox, asked for there',
  answer: 'MailboxFolders',
});

export const tryAccount = operation('tryAccount', {
  method: 'post',
  path: '/accounts/{id}/try',
  summary: 'Sign in at its servers; 422 says why that does not work',
  answer: 'Account',
});
