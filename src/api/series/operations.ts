import { operation } from '../operation';
import { occurrencePatch, seriesPatch, skipRequest } from './requests';

export const listSeries = operation('listSeries', {
  method: 'get',
  path: '/series',
  summary: 'What leaves again and again',
  answer: 'SeriesList',
});

export const readSeries = operation('readSeries', {
  method: 'get',
  path: '/series/{id}',
  summary: 'One series with its occurrences',
  answer: 'Series',
});

export const changeSeries = operation('changeSeries', {
  method: 'patch',
  path: '/series/{id}',
  summary: 'Change what has not left of it: all, or one occurrence and all that follow',
  body: seriesPatch,
  answer: 'Series',
  ifMatch: 'optional',
});

export const deleteSeries = operation('deleteSeries', {
  method: 'delete',
  path: '/series/{id}',
  summary: 'Forget it, and what has not left of it',
  status: 204,
  ifMatch: 'optional',
});

export const takeBackSeries = operation('takeBackSeries', {
  method: 'post',
  path: '/series/{id}/take-back',
  summary: 'Make it a draft again; what has left of it has left',
  status: 204,
  ifMatch: 'optional',
});

export const pauseSeries = operation('pauseSeries', {
  method: 'post',
  path: '/series/{id}/pause',
  summary: 'Stop it until it is set going again',
  answer: 'Series',
  ifMatch: 'optional',
});

export const resumeSeries = operation('resumeSeries', {
  method: 'post',
  path: '/series/{id}/resume',
  summary: 'Set it going again, from now on',
  answer: 'Series',
  ifMatch: 'optional',
});

export const skipSeries = operation('skipSeries', {
  method: 'post',
  path: '/series/{id}/skip',
  summary: 'Leave out the next one, or all on the days of a span',
  body: skipRequest,
  mayBeEmpty: true,
  answer: 'Series',
  ifMatch: 'optional',
});

export const testSeries = operation('testSeries', {
  method: 'post',
  path: '/series/{id}/test',
  summary: 'Send the next one to myself, now, as it would be; it counts for nothing',
  answer: 'Departures',
});

export const endSeries = operation('endSeries', {
  method: 'post',
  path: '/series/{id}/end',
  summary: 'End it: what has not left of it does not',
  answer: 'Series',
  ifMatch: 'optional',
});

export const changeOccurrence = operation('changeOccurrence', {
  method: 'patch',
  path: '/series/{id}/occurrences/{local}',
  summary: 'Change one occurrence: leave it out, move it, write into it, approve it',
  body: occurrencePatch,
  answer: 'Series',
});
