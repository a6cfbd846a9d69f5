import { operation } from '../operation';
import {
  departuresQuery,
  exportQuery,
  occurrencePatch,
  seriesFile,
  seriesPatch,
  skipRequest,
} from './requests';

export const listSeries = operation('listSeries', {
  method: 'get',
  path: '/series',
  summary: 'What leaves again and again',
  answer: 'SeriesList',
});

export const exportSeries = operation('exportSeries', {
  method: 'get',
  path: '/series/export',
  summary: 'Series as an iCalendar file (VEVENT, RFC 5545)',
  query: exportQuery,
});

export const importSeries = operation('importSeries', {
  method: 'post',
  path: '/series/import',
  summary: 'Drafts from the series of an iCalendar file; nothing leaves before it is scheduled',
  body: seriesFile,
  answer: 'SeriesImport',
});

export const exportDepartures = operation('exportDepartures', {
  method: 'get',
  path: '/departures/export',
  summary: 'What leaves in the next days, as an iCalendar file',
  query: departuresQuery,
});

export const readFeed = operation('readFeed', {
  method: 'get',
  path: '/calendar',
  summary: 'The secret address under which calendar programs read what leaves',
  answer: 'Feed',
});

export const makeFeed = operation('makeFeed', {
  method: 'post',
  path: '/calendar',
  summary: 'A new secret address; the one before leads nowhere any more',
  answer: 'Feed',
});

export const takeBackFeed = operation('takeBackFeed', {
  method: 'delete',
  path: '/calendar',
  summary: 'Take the secret address back',
  status: 204,
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
