import { operation } from '../operation';

export const signIn = operation('signIn', {
  method: 'post',
  path: '/session',
  summary: 'Sign in with {passphrase}; sets a cookie',
  status: 204,
});

export const signOut = operation('signOut', {
  method: 'delete',
  path: '/session',
  summary: 'Sign out',
  status: 204,
});

export const listSessions = operation('listSessions', {
  method: 'get',
  path: '/sessions',
  summary: 'Who is signed in',
  answer: 'Sessions',
});

export const endOtherSessions = operation('endOtherSessions', {
  method: 'delete',
  path: '/sessions',
  summary: 'End all sessions but the one that asks',
  status: 204,
});

export const endSession = operation('endSession', {
  method: 'delete',
  path: '/sessions/{id}',
  summary: 'End a session at once',
  status: 204,
});
