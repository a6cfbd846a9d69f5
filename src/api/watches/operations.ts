import { operation } from '../operation';
import {
  chaseRequest,
  deadlinesRequest,
  newWatch,
  overruleRequest,
  usualRequest,
  watchPatch,
  watchQuery,
} from './requests';

export const listWatches = operation('listWatches', {
  method: 'get',
  path: '/watches',
  summary: 'What waits for an answer, the soonest deadline first; or what is over, the last first',
  query: watchQuery,
  answer: 'Watches',
});

export const addWatch = operation('addWatch', {
  method: 'post',
  path: '/watches',
  undoKey: true,
  summary: 'Wait for an answer to a message; of one not released yet the time begins when it is',
  body: newWatch,
  answer: 'Watch',
  status: 201,
});

export const suggestDeadlines = operation('suggestDeadlines', {
  method: 'post',
  path: '/watches/suggestions',
  summary: 'How long to wait, from how long they have taken before',
  body: deadlinesRequest,
  answer: 'DeadlineSuggestions',
});

export const listUsualWatches = operation('listUsualWatches', {
  method: 'get',
  path: '/watches/usual',
  summary: 'What is waited for after any message to somebody, a group, or everyone',
  answer: 'UsualWatches',
});

export const setUsualWatch = operation('setUsualWatch', {
  method: 'put',
  path: '/watches/usual',
  summary: 'Say what is waited for after any message to them',
  body: usualRequest,
  answer: 'UsualWatches',
});

export const readWatch = operation('readWatch', {
  method: 'get',
  path: '/watches/{id}',
  summary: 'One watch, with what was considered and why',
  answer: 'Watch',
});

export const changeWatch = operation('changeWatch', {
  method: 'patch',
  path: '/watches/{id}',
  undoKey: true,
  summary: 'Change a watch; another deadline counts from now, and one that is over waits again',
  body: watchPatch,
  answer: 'Watch',
  ifMatch: 'optional',
});

export const endWatch = operation('endWatch', {
  method: 'delete',
  path: '/watches/{id}',
  undoKey: true,
  summary: 'Wait no longer',
  status: 204,
});

export const overruleWatch = operation('overruleWatch', {
  method: 'post',
  path: '/watches/{id}/overrule',
  summary: 'Say whether a message counts as an answer, against what the rules say',
  body: overruleRequest,
  answer: 'Watch',
});

export const chaseWatch = operation('chaseWatch', {
  method: 'post',
  path: '/watches/{id}/chase',
  summary: 'A second message to those who have not answered, as a draft in the same thread',
  body: chaseRequest,
  answer: 'Message',
  status: 201,
});
