import { operation } from '../operation';
import { snoozePatch, snoozePhraseRequest, snoozeRequest, unsnoozeQuery } from './requests';

export const suggestReturns = operation('suggestReturns', {
  method: 'get',
  path: '/messages/{id}/suggestions',
  summary: 'Moments to put it off until, and to-dos it may want',
  answer: 'ReturnSuggestions',
});

export const snooze = operation('snooze', {
  method: 'post',
  path: '/messages/{id}/snooze',
  undoKey: true,
  summary: 'Put a message off, or one put off until another moment',
  body: snoozeRequest,
  answer: 'Message',
});

export const changeSnooze = operation('changeSnooze', {
  method: 'patch',
  path: '/messages/{id}/snooze',
  undoKey: true,
  summary: 'Change the note of a snooze, or whether an answer ends it',
  body: snoozePatch,
  answer: 'Message',
});

export const endSnooze = operation('endSnooze', {
  method: 'delete',
  path: '/messages/{id}/snooze',
  undoKey: true,
  summary: 'Bring a message back now, and end its repeating',
  query: unsnoozeQuery,
  answer: 'Message',
});

export const readSnoozePhrase = operation('readSnoozePhrase', {
  method: 'post',
  path: '/messages/{id}/snooze/phrase',
  summary: 'Read a phrase such as “tomorrow 9:10” as a moment to come back at',
  body: snoozePhraseRequest,
  answer: 'Phrase',
});
