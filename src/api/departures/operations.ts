import { operation, type Described, type OperationId } from '../operation';
import {
  bulkRequest,
  closeQuery,
  departurePatch,
  departureQuery,
  editRequest,
  restoreRequest,
  settleRequest,
  takeBackRequest,
} from './requests';

export const listDepartures = operation('listDepartures', {
  method: 'get',
  path: '/departures',
  summary: 'Departures in order of their moment, a page at a time',
  query: departureQuery,
  answer: 'DeparturePage',
});

export const readDeparture = operation('readDeparture', {
  method: 'get',
  path: '/departures/{id}',
  summary: 'One departure',
  answer: 'Departure',
});

export const moveDeparture = operation('moveDeparture', {
  method: 'patch',
  path: '/departures/{id}',
  summary: 'Give a pending departure another plan',
  body: departurePatch,
  answer: 'Departure',
  ifMatch: 'required',
});

export const openForEditing = operation('openForEditing', {
  method: 'put',
  path: '/departures/{id}/edit',
  summary: 'Open it for editing: its clock stops. Again with the token as a sign of life',
  body: editRequest,
  mayBeEmpty: true,
  answer: 'Edit',
});

export const closeEditing = operation('closeEditing', {
  method: 'delete',
  path: '/departures/{id}/edit',
  summary: 'Close it after editing',
  query: closeQuery,
  answer: 'Departure',
});

export const changeDepartures = operation('changeDepartures', {
  method: 'post',
  path: '/departures/bulk',
  summary: 'Do one thing to several departures; says what could not be done and why',
  body: bulkRequest,
  answer: 'Bulk',
});

const action = <Id extends OperationId>(
  id: Id,
  name: string,
  summary: string,
  asked: Pick<Described, 'body' | 'mayBeEmpty'> = {},
) =>
  operation(id, {
    method: 'post',
    path: `/departures/{id}/${name}`,
    summary,
    answer: 'Departure',
    ifMatch: 'optional',
    ...asked,
  });

export const restoreDeparture = action(
  'restoreDeparture',
  'restore',
  'Make it again what it was: the undo of whatever was done',
  { body: restoreRequest },
);
export const takeBackDeparture = action(
  'takeBackDeparture',
  'take-back',
  'Take it back; it is a draft again',
  { body: takeBackRequest, mayBeEmpty: true },
);
export const releaseDeparture = action('releaseDeparture', 'release', 'Let it go now');
export const pauseDeparture = action('pauseDeparture', 'pause', 'Stop its clock');
export const resumeDeparture = action(
  'resumeDeparture',
  'resume',
  'Set its clock going again; 409 where its moment has passed meanwhile',
);
export const approveDeparture = action(
  'approveDeparture',
  'approve',
  'Let one go on that needed a look; it is held as usual',
);
export const retryDeparture = action('retryDeparture', 'retry', 'Try a failed one again');
export const settleDeparture = action('settleDeparture', 'settle', 'Say whether an unconfirmed one arrived', {
  body: settleRequest,
});
